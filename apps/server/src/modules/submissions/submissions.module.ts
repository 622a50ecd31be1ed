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
import { Approvals } from './approvals.service.ts';
import { AnswersService } from './answers.service.ts';
import { ClassAnswersController } from './classAnswers.controller.ts';
import { RepliesController } from './replies.controller.ts';
import { Removals } from './removals.service.ts';
import { RemovalsController } from './removals.controller.ts';
import { Replies } from './replies.service.ts';
import { ShownHandIn } from './shownHandIn.ts';
import { AnswerPairEntity } from './answerPair.entity.ts';
import { ClassReplyEntity } from './classReply.entity.ts';
import { HandedVersionEntity } from './handedVersion.entity.ts';
import { HandedVersions } from './handedVersions.service.ts';
import { Pairs } from './pairs.service.ts';
import { SubmissionEntity } from './submission.entity.ts';
import { SubmissionsController } from './submissions.controller.ts';
import { SubmissionsService } from './submissions.service.ts';
import { VersionsController } from './versions.controller.ts';
import { WrittenWorks } from './writtenWork.service.ts';
import { PagesModule } from '../pages/index.ts';
import { FilesModule } from '../files/index.ts';
import { ImportsModule } from '../imports/index.ts';

@Module({
  imports: [
    TypeOrmModule.forFeature([SubmissionEntity, AnswerPairEntity, ClassReplyEntity, HandedVersionEntity]),
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
  controllers: [
    SubmissionsController,
    AnswersController,
    ClassAnswersController,
    RemovalsController,
    RepliesController,
    VersionsController,
  ],
  providers: [
    SubmissionsService,
    AnswersService,
    Approvals,
    HandedVersions,
    Pairs,
    Removals,
    Replies,
    ShownHandIn,
    WrittenWorks,
  ],
  exports: [SubmissionsService, Approvals, Removals, Replies, ShownHandIn, HandedVersions],
})
export class SubmissionsModule {}
