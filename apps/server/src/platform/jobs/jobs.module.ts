import { Global, Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { Daily } from './daily.ts';
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
  providers: [JobsService, JobHandlers, JobQueue, JobRunner, JobState, RunnerName, Daily],
  exports: [JobsService, JobHandlers, JobRunner, Daily],
})
export class JobsModule {}
