import { Global, Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { JobEntity } from './job.entity.ts';
import { JobHandlers } from './jobHandlers.ts';
import { JobRunner } from './jobRunner.ts';
import { JobsController } from './jobs.controller.ts';
import { JobsService } from './jobs.service.ts';

@Global()
@Module({
  imports: [TypeOrmModule.forFeature([JobEntity])],
  controllers: [JobsController],
  providers: [JobsService, JobHandlers, JobRunner],
  exports: [JobsService, JobHandlers, JobRunner],
})
export class JobsModule {}
