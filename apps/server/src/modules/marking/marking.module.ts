import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { AssignmentsModule } from '../assignments/index.ts';
import { CaptionsModule } from '../captions/index.ts';
import { ClassesModule } from '../classes/index.ts';
import { CoursesModule } from '../courses/index.ts';
import { EditionsModule } from '../editions/index.ts';
import { FeedbackModule } from '../feedback/index.ts';
import { LessonsModule } from '../lessons/index.ts';
import { PagesModule } from '../pages/index.ts';
import { PeopleModule } from '../people/index.ts';
import { RubricsModule } from '../rubrics/index.ts';
import { SchoolModule } from '../school/index.ts';
import { SubmissionsModule } from '../submissions/index.ts';
import { TakesModule } from '../takes/index.ts';
import { WatchingModule } from '../watching/index.ts';
import { WorksheetsModule } from '../worksheets/index.ts';
import { MarkInkEntity } from './markInk.entity.ts';
import { MarkInk } from './markInk.service.ts';
import { MarkEntity } from './mark.entity.ts';
import { MarkingController } from './marking.controller.ts';
import { HandBackRounds } from './handBackRounds.service.ts';
import { MarkingService } from './marking.service.ts';
import { DeskRubrics } from './deskRubrics.service.ts';
import { MarksPaperController } from './marksPaper.controller.ts';
import { SecondController } from './second.controller.ts';
import { SecondMarkEntity, SecondMarkerEntity } from './second.entity.ts';
import { SecondMarks } from './secondMarks.service.ts';
import { TurningController } from './turning.controller.ts';
import { PageTurning } from './turning.service.ts';

@Module({
  imports: [
    TypeOrmModule.forFeature([MarkEntity, MarkInkEntity, SecondMarkEntity, SecondMarkerEntity]),
    AssignmentsModule,
    CaptionsModule,
    ClassesModule,
    CoursesModule,
    EditionsModule,
    FeedbackModule,
    LessonsModule,
    PagesModule,
    PeopleModule,
    RubricsModule,
    SchoolModule,
    SubmissionsModule,
    TakesModule,
    WatchingModule,
    WorksheetsModule,
  ],
  controllers: [MarkingController, MarksPaperController, SecondController, TurningController],
  providers: [MarkingService, MarkInk, HandBackRounds, SecondMarks, DeskRubrics, PageTurning],
  exports: [MarkingService, SecondMarks],
})
export class MarkingModule {}
