import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { LessonsModule } from '../lessons/index.ts';
import { TakesModule } from '../takes/index.ts';
import { CaptionLineEntity } from './captionLine.entity.ts';
import { CaptionsController } from './captions.controller.ts';
import { CaptionsService } from './captions.service.ts';

@Module({
  imports: [TypeOrmModule.forFeature([CaptionLineEntity]), LessonsModule, TakesModule],
  controllers: [CaptionsController],
  providers: [CaptionsService],
  exports: [CaptionsService],
})
export class CaptionsModule {}
