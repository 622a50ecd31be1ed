import { Module } from '@nestjs/common';
import { AssignmentsModule } from '../assignments/index.ts';
import { EditionsModule } from '../editions/index.ts';
import { LessonsModule } from '../lessons/index.ts';
import { PagesModule } from '../pages/index.ts';
import { PeopleModule } from '../people/index.ts';
import { WatchingModule } from '../watching/index.ts';
import { AboutLessonService } from './aboutLesson.service.ts';
import { LibraryController } from './library.controller.ts';
import { LibraryService } from './library.service.ts';
import { ShelvesService } from './shelves.service.ts';

/** Lessons as they are looked for, kept in order and used again. */
@Module({
  imports: [AssignmentsModule, LessonsModule, PagesModule, PeopleModule, EditionsModule, WatchingModule],
  controllers: [LibraryController],
  providers: [LibraryService, ShelvesService, AboutLessonService],
})
export class LibraryModule {}
