import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { AssignmentsModule } from '../assignments/index.ts';
import { ClassesModule } from '../classes/index.ts';
import { MarkingModule } from '../marking/index.ts';
import { PeopleModule } from '../people/index.ts';
import { RubricsModule } from '../rubrics/index.ts';
import { SubmissionsModule } from '../submissions/index.ts';
import { GradebookController } from './gradebook.controller.ts';
import { GradebookService } from './gradebook.service.ts';
import { GradingEntity } from './grading.entity.ts';
import { Gradings } from './gradings.service.ts';
import { MarksTables } from './marksTable.service.ts';

@Module({
  imports: [
    TypeOrmModule.forFeature([GradingEntity]),
    AssignmentsModule,
    ClassesModule,
    MarkingModule,
    PeopleModule,
    RubricsModule,
    SubmissionsModule,
  ],
  controllers: [GradebookController],
  providers: [GradebookService, Gradings, MarksTables],
})
export class GradebookModule {}
