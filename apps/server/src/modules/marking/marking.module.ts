import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { AssignmentsModule } from '../assignments/index.ts';
import { ClassesModule } from '../classes/index.ts';
import { EditionsModule } from '../editions/index.ts';
import { LessonsModule } from '../lessons/index.ts';
import { PeopleModule } from '../people/index.ts';
import { SubmissionsModule } from '../submissions/index.ts';
import { WatchingModule } from '../watching/index.ts';
import { WorksheetsModule } from '../worksheets/index.ts';
import { MarkEntity } from './mark.entity.ts';
import { MarkingController } from './marking.controller.ts';
import { MarkingService } from './marking.service.ts';

@Module({
  imports: [
    TypeOrmModule.forFeature([MarkEntity]),
    AssignmentsModule,
    ClassesModule,
    EditionsModule,
    LessonsModule,
    PeopleModule,
    SubmissionsModule,
    WatchingModule,
    WorksheetsModule,
  ],
  controllers: [MarkingController],
  providers: [MarkingService],
  exports: [MarkingService],
})
export class MarkingModule {}
