import { Module } from '@nestjs/common';
import { AssignmentsModule } from '../assignments/index.ts';
import { ClassesModule } from '../classes/index.ts';
import { EditionsModule } from '../editions/index.ts';
import { LessonsModule } from '../lessons/index.ts';
import { PeopleModule } from '../people/index.ts';
import { QuickWordsModule } from '../quickwords/index.ts';
import { WordsOnPage } from './wordsOnPage.service.ts';
import { OutlineModule } from '../outline/index.ts';
import { SubmissionsModule } from '../submissions/index.ts';
import { TodayModule } from '../today/index.ts';
import { WatchingModule } from '../watching/index.ts';
import { ClassPageController } from './classPage.controller.ts';

@Module({
  imports: [
    AssignmentsModule,
    ClassesModule,
    EditionsModule,
    LessonsModule,
    OutlineModule,
    PeopleModule,
    QuickWordsModule,
    SubmissionsModule,
    TodayModule,
    WatchingModule,
  ],
  providers: [WordsOnPage],
  controllers: [ClassPageController],
})
export class ClassPageModule {}
