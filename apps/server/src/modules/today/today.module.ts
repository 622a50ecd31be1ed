import { Module } from '@nestjs/common';
import { AssignmentsModule } from '../assignments/index.ts';
import { WorksheetsModule } from '../worksheets/index.ts';
import { AttachmentsModule } from '../attachments/index.ts';
import { ClassesModule } from '../classes/index.ts';
import { LessonsModule } from '../lessons/index.ts';
import { MarkingModule } from '../marking/index.ts';
import { PeopleModule } from '../people/index.ts';
import { QuickWordsModule } from '../quickwords/index.ts';
import { RemindersModule } from '../reminders/index.ts';
import { SubmissionsModule } from '../submissions/index.ts';
import { TakesModule } from '../takes/index.ts';
import { WatchingModule } from '../watching/index.ts';
import { DeskItems } from './deskItems.service.ts';
import { TodayController } from './today.controller.ts';
import { PagesModule } from '../pages/index.ts';

@Module({
  imports: [
    AssignmentsModule,
    AttachmentsModule,
    WorksheetsModule,
    ClassesModule,
    LessonsModule,
    PagesModule,
    MarkingModule,
    PeopleModule,
    QuickWordsModule,
    SubmissionsModule,
    RemindersModule,
    TakesModule,
    WatchingModule,
  ],
  controllers: [TodayController],
  providers: [DeskItems],
  exports: [DeskItems],
})
export class TodayModule {}
