import { Module } from '@nestjs/common';
import { AssignmentsModule } from '../assignments/index.ts';
import { ClassesModule } from '../classes/index.ts';
import { PeopleModule } from '../people/index.ts';
import { SubmissionsModule } from '../submissions/index.ts';
import { WorksheetsModule } from '../worksheets/index.ts';
import { LearnerSheets } from './learnerSheets.service.ts';
import { SheetsController } from './sheets.controller.ts';

@Module({
  imports: [AssignmentsModule, ClassesModule, PeopleModule, SubmissionsModule, WorksheetsModule],
  controllers: [SheetsController],
  providers: [LearnerSheets],
})
export class SheetsModule {}
