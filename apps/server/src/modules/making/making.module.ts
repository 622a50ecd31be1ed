import { Module } from '@nestjs/common';
import { LessonsModule } from '../lessons/index.ts';
import { PagesModule } from '../pages/index.ts';
import { PeopleModule } from '../people/index.ts';
import { MakingController } from './making.controller.ts';

/** A whole lesson as its maker has it: what it is, its edits, its pages, where its pictures lie. */
@Module({ imports: [LessonsModule, PagesModule, PeopleModule], controllers: [MakingController] })
export class MakingModule {}
