import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { AssignmentsModule } from '../assignments/index.ts';
import { ClassesModule } from '../classes/index.ts';
import { EditionsModule } from '../editions/index.ts';
import { LessonsModule } from '../lessons/index.ts';
import { PeopleModule } from '../people/index.ts';
import { TakesModule } from '../takes/index.ts';
import { WatchingModule } from '../watching/index.ts';
import { AnswersController } from './answers.controller.ts';
import { AnswersService } from './answers.service.ts';
import { ShownHandIn } from './shownHandIn.ts';
import { SubmissionEntity } from './submission.entity.ts';
import { SubmissionsController } from './submissions.controller.ts';
import { SubmissionsService } from './submissions.service.ts';
import { WrittenWorks } from './writtenWork.service.ts';
import { PagesModule } from '../pages/index.ts';
import { FilesModule } from '../files/index.ts';
import { ImportsModule } from '../imports/index.ts';

@Module({
  imports: [
    TypeOrmModule.forFeature([SubmissionEntity]),
    AssignmentsModule,
    ClassesModule,
    EditionsModule,
    LessonsModule,
    ImportsModule,
    FilesModule,
    PagesModule,
    PeopleModule,
    TakesModule,
    WatchingModule,
  ],
  controllers: [SubmissionsController, AnswersController],
  providers: [SubmissionsService, AnswersService, ShownHandIn, WrittenWorks],
  exports: [SubmissionsService, ShownHandIn],
})
export class SubmissionsModule {}
