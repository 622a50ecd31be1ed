import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { ImportsService } from './imports/index.ts';
import { LessonEntity, PageEntity } from './lesson.entity.ts';
import { LessonsController } from './lessons.controller.ts';
import { LessonsService } from './lessons.service.ts';

@Module({
  imports: [TypeOrmModule.forFeature([LessonEntity, PageEntity])],
  controllers: [LessonsController],
  providers: [LessonsService, ImportsService],
  exports: [LessonsService, ImportsService],
})
export class LessonsModule {}
