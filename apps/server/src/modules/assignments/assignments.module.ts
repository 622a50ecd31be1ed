import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { AttachmentsModule } from '../attachments/index.ts';
import { ClassesModule } from '../classes/index.ts';
import { EditionsModule } from '../editions/index.ts';
import { LessonsModule } from '../lessons/index.ts';
import { OutlineModule } from '../outline/index.ts';
import { PagesModule } from '../pages/index.ts';
import { PeopleModule } from '../people/index.ts';
import { WorksheetsModule } from '../worksheets/index.ts';
import {
  AssignmentEntity,
  AssignmentGroupEntity,
  AssignmentLearnerEntity,
  AssignmentLessonEntity,
  AssignmentTemplateEntity,
} from './assignment.entity.ts';
import { AssignmentPlaces } from './assignmentPlaces.service.ts';
import { AssignmentHeads } from './assignmentHeads.service.ts';
import { AssignmentsController } from './assignments.controller.ts';
import { AssignmentsService } from './assignments.service.ts';
import { DueDates } from './dueDates.service.ts';
import { ExcusedEntity } from './excused.entity.ts';
import { Excuses } from './excuses.service.ts';
import { RecentAssignments } from './recentAssignments.service.ts';
import { TemplatesController } from './templates.controller.ts';
import { TemplatesService } from './templates.service.ts';
import { WhomService } from './whom.service.ts';

@Module({
  imports: [
    TypeOrmModule.forFeature([
      AssignmentEntity,
      AssignmentLessonEntity,
      AssignmentGroupEntity,
      AssignmentLearnerEntity,
      AssignmentTemplateEntity,
      ExcusedEntity,
    ]),
    AttachmentsModule,
    ClassesModule,
    EditionsModule,
    LessonsModule,
    OutlineModule,
    PagesModule,
    PeopleModule,
    WorksheetsModule,
  ],
  controllers: [AssignmentsController, TemplatesController],
  providers: [
    AssignmentsService,
    AssignmentHeads,
    AssignmentPlaces,
    DueDates,
    Excuses,
    RecentAssignments,
    TemplatesService,
    WhomService,
  ],
  exports: [AssignmentsService, AssignmentHeads, AssignmentPlaces, DueDates, Excuses, RecentAssignments, WhomService],
})
export class AssignmentsModule {}
