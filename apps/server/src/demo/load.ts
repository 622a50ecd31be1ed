import 'reflect-metadata';
import { Module } from '@nestjs/common';
import { NestFactory } from '@nestjs/core';
import { AppModule } from '../app.module.ts';
import { OutlineModule } from '../modules/outline/index.ts';
import { AssignmentsModule } from '../modules/assignments/index.ts';
import { AttachmentsModule } from '../modules/attachments/index.ts';
import { CaptionsModule } from '../modules/captions/index.ts';
import { ClassesModule } from '../modules/classes/index.ts';
import { CoursesModule } from '../modules/courses/index.ts';
import { EditionsModule } from '../modules/editions/index.ts';
import { LessonsModule } from '../modules/lessons/index.ts';
import { MarkingModule } from '../modules/marking/index.ts';
import { RubricsModule } from '../modules/rubrics/index.ts';
import { PeopleModule } from '../modules/people/index.ts';
import { QuestionsModule } from '../modules/questions/index.ts';
import { SchoolModule } from '../modules/school/index.ts';
import { SubmissionsModule } from '../modules/submissions/index.ts';
import { TakesModule } from '../modules/takes/index.ts';
import { WatchingModule } from '../modules/watching/index.ts';
import { DemoLoader } from './loader.ts';
import { WorksheetsModule } from '../modules/worksheets/index.ts';
import { PagesModule } from '../modules/pages/index.ts';
import { FilesModule } from '../modules/files/index.ts';
import { ImportsModule } from '../modules/imports/index.ts';

@Module({
  imports: [
    AppModule,
    PeopleModule,
    SchoolModule,
    CaptionsModule,
    ClassesModule,
    LessonsModule,
    ImportsModule,
    FilesModule,
    PagesModule,
    CoursesModule,
    TakesModule,
    EditionsModule,
    AssignmentsModule,
    AttachmentsModule,
    OutlineModule,
    SubmissionsModule,
    MarkingModule,
    RubricsModule,
    WatchingModule,
    WorksheetsModule,
    QuestionsModule,
  ],
  providers: [DemoLoader],
})
class DemoModule {}

/** Brings a world in where nobody is there yet; says whether it did. */
export async function load(folder: string): Promise<boolean> {
  const app = await NestFactory.createApplicationContext(DemoModule, { logger: ['error', 'warn'] });
  try {
    return await app.get(DemoLoader).loadInto(folder);
  } finally {
    await app.close();
  }
}
