import { Module } from '@nestjs/common';
import { AssignmentsModule } from '../assignments/index.ts';
import { ClassesModule } from '../classes/index.ts';
import { MarkingModule } from '../marking/index.ts';
import { PeopleModule } from '../people/index.ts';
import { SubmissionsModule } from '../submissions/index.ts';
import { GradebookController } from './gradebook.controller.ts';
import { GradebookService } from './gradebook.service.ts';

@Module({
  imports: [AssignmentsModule, ClassesModule, MarkingModule, PeopleModule, SubmissionsModule],
  controllers: [GradebookController],
  providers: [GradebookService],
})
export class GradebookModule {}
