import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { AssignmentsModule } from '../assignments/index.ts';
import { ClassesModule } from '../classes/index.ts';
import { EditionsModule } from '../editions/index.ts';
import { LessonsModule } from '../lessons/index.ts';
import { RemindersModule } from '../reminders/index.ts';
import { SchoolModule } from '../school/index.ts';
import { PeopleModule } from '../people/index.ts';
import { DeskLessons } from './deskLessons.service.ts';
import { ReportsService } from './reports.service.ts';
import { Viewings } from './viewings.service.ts';
import { Punctuality } from './punctuality.service.ts';
import { WatchedClasses } from './watchedClasses.service.ts';
import { WatchedLearner } from './watchedLearner.service.ts';
import { WatchedSheets } from './watchedSheets.service.ts';
import { WatchedDays } from './watchedDays.service.ts';
import { WatchCounts } from './watchCounts.service.ts';
import {
  PlayEntity,
  SittingEntity,
  VisitEntity,
  UncountedEntity,
  WatchedEntity,
  VisitTellingEntity,
} from './visit.entity.ts';
import { WatchingController } from './watching.controller.ts';
import { WatchingService } from './watching.service.ts';

@Module({
  imports: [
    TypeOrmModule.forFeature([
      VisitEntity,
      PlayEntity,
      WatchedEntity,
      SittingEntity,
      UncountedEntity,
      VisitTellingEntity,
    ]),
    AssignmentsModule,
    ClassesModule,
    EditionsModule,
    LessonsModule,
    PeopleModule,
    SchoolModule,
    RemindersModule,
  ],
  controllers: [WatchingController],
  providers: [
    WatchingService,
    ReportsService,
    WatchCounts,
    WatchedDays,
    WatchedSheets,
    WatchedClasses,
    WatchedLearner,
    Punctuality,
    Viewings,
    DeskLessons,
  ],
  exports: [Viewings, ReportsService, WatchCounts, DeskLessons],
})
export class WatchingModule {}
