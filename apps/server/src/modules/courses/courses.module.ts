import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { LessonsModule } from '../lessons/index.ts';
import { PeopleModule } from '../people/index.ts';
import { CourseEntity, CourseTeacherEntity, PreferenceEntity, UnitEntity } from './course.entity.ts';
import { CoursesController } from './courses.controller.ts';
import { CoursesService } from './courses.service.ts';

@Module({
  imports: [
    TypeOrmModule.forFeature([CourseEntity, CourseTeacherEntity, UnitEntity, PreferenceEntity]),
    LessonsModule,
    PeopleModule,
  ],
  controllers: [CoursesController],
  providers: [CoursesService],
  exports: [CoursesService],
})
export class CoursesModule {}
