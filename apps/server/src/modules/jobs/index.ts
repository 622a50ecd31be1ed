import { Module } from '@nestjs/common';
import { JobsController } from './jobs.controller.ts';

@Module({ controllers: [JobsController] })
export class JobRoutesModule {}
