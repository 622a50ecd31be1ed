import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { AssignmentsModule } from '../assignments/index.ts';
import { EditionsModule } from '../editions/index.ts';
import { FilesModule } from '../files/index.ts';
import { LessonsModule } from '../lessons/index.ts';
import { PagesModule } from '../pages/index.ts';
import { PeopleModule } from '../people/index.ts';
import { SubmissionsModule } from '../submissions/index.ts';
import { FeedbackController } from './feedback.controller.ts';
import { FeedbackWordEntity } from './feedbackWord.entity.ts';
import { FeedbackWords } from './feedbackWords.service.ts';
import { ShownWords } from './shownWords.ts';

@Module({
  imports: [
    TypeOrmModule.forFeature([FeedbackWordEntity]),
    AssignmentsModule,
    EditionsModule,
    FilesModule,
    LessonsModule,
    PagesModule,
    PeopleModule,
    SubmissionsModule,
  ],
  controllers: [FeedbackController],
  providers: [FeedbackWords, ShownWords],
  exports: [FeedbackWords],
})
export class FeedbackModule {}
