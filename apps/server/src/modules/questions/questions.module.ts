import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { AssignmentsModule } from '../assignments/index.ts';
import { ClassesModule } from '../classes/index.ts';
import { EditionsModule } from '../editions/index.ts';
import { FilesModule } from '../files/index.ts';
import { PeopleModule } from '../people/index.ts';
import { Moments } from './moments.service.ts';
import { QuestionEntity, SignEntity } from './question.entity.ts';
import { QuestionsController } from './questions.controller.ts';
import { QuestionsService } from './questions.service.ts';
import { ShownQuestions } from './shownQuestions.ts';
import { SignsService } from './signs.service.ts';

@Module({
  imports: [
    TypeOrmModule.forFeature([QuestionEntity, SignEntity]),
    AssignmentsModule,
    ClassesModule,
    EditionsModule,
    FilesModule,
    PeopleModule,
  ],
  controllers: [QuestionsController],
  providers: [QuestionsService, SignsService, Moments, ShownQuestions],
  exports: [QuestionsService, SignsService],
})
export class QuestionsModule {}
