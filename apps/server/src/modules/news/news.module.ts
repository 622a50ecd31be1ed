import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { AssignmentsModule } from '../assignments/index.ts';
import { ClassesModule } from '../classes/index.ts';
import { FeedbackModule } from '../feedback/index.ts';
import { MarkingModule } from '../marking/index.ts';
import { PeopleModule } from '../people/index.ts';
import { SchoolModule } from '../school/index.ts';
import { QuestionsModule } from '../questions/index.ts';
import { RemindersModule } from '../reminders/index.ts';
import { SubmissionsModule } from '../submissions/index.ts';
import { TodayModule } from '../today/index.ts';
import { NewsReaderEntity, NewsToldEntity } from './news.entity.ts';
import { NewsController } from './news.controller.ts';
import { NewsDigests } from './newsDigests.service.ts';
import { NewsHeads } from './newsHeads.service.ts';
import { NewsReaders } from './newsReaders.service.ts';
import { NewsService } from './news.service.ts';

@Module({
  imports: [
    TypeOrmModule.forFeature([NewsReaderEntity, NewsToldEntity]),
    AssignmentsModule,
    ClassesModule,
    FeedbackModule,
    MarkingModule,
    PeopleModule,
    SchoolModule,
    SubmissionsModule,
    QuestionsModule,
    RemindersModule,
    TodayModule,
  ],
  controllers: [NewsController],
  providers: [NewsDigests, NewsHeads, NewsReaders, NewsService],
})
export class NewsModule {}
