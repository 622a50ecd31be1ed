import { Module } from '@nestjs/common';
import { SchoolModule } from '../school/index.ts';
import { FramesController } from './frames.controller.ts';
import { FramesService } from './frames.service.ts';

@Module({ imports: [SchoolModule], controllers: [FramesController], providers: [FramesService] })
export class FramesModule {}
