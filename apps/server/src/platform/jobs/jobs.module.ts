import { Global, Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { Rounds } from './rounds.ts';
import { JobEntity } from './job.entity.ts';
import { JobHandlers } from './jobHandlers.ts';
import { JobQueue } from './jobQueue.ts';
import { JobRunner } from './jobRunner.ts';
import { JobState } from './jobState.ts';
import { JobsService } from './jobs.service.ts';
import { RunnerName } from './runnerName.ts';

@Global()
@Module({
  imports: [TypeOrmModule.forFeature([JobEntity])],
  providers: [JobsService, JobHandlers, JobQueue, JobRunner, JobState, RunnerName, Rounds],
  exports: [JobsService, JobHandlers, JobRunner, Rounds],
})
export class JobsModule {}
