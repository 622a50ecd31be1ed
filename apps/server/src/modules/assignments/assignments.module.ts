import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { ClassesModule } from '../classes/index.ts';
import { EditionsModule } from '../editions/index.ts';
import { LessonsModule } from '../lessons/index.ts';
import { AssignmentEntity } from './assignment.entity.ts';
import { AssignmentsController } from './assignments.controller.ts';
import { AssignmentsService } from './assignments.service.ts';
import { DueDates } from './dueDates.service.ts';
import { PagesModule } from '../pages/index.ts';
import { PeopleModule } from '../people/index.ts';

@Module({
  imports: [
    TypeOrmModule.forFeature([AssignmentEntity]),
    ClassesModule,
    EditionsModule,
    LessonsModule,
    PagesModule,
    PeopleModule,
  ],
  controllers: [AssignmentsController],
  providers: [AssignmentsService, DueDates],
  exports: [AssignmentsService, DueDates],
})
export class AssignmentsModule {}
