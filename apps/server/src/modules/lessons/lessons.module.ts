import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { EditsService } from './edits.service.ts';
import {
  LessonChangeEntity,
  LessonEditsEntity,
  LessonEntity,
  LessonSourceEntity,
  LessonTagEntity,
} from './lesson.entity.ts';
import { LessonsService } from './lessons.service.ts';

@Module({
  imports: [
    TypeOrmModule.forFeature([
      LessonEntity,
      LessonChangeEntity,
      LessonEditsEntity,
      LessonSourceEntity,
      LessonTagEntity,
    ]),
  ],
  providers: [EditsService, LessonsService],
  exports: [EditsService, LessonsService],
})
export class LessonsModule {}
