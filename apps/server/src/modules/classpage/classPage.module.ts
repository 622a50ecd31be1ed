import { Module } from '@nestjs/common';
import { AssignmentsModule } from '../assignments/index.ts';
import { ClassesModule } from '../classes/index.ts';
import { OutlineModule } from '../outline/index.ts';
import { SubmissionsModule } from '../submissions/index.ts';
import { TodayModule } from '../today/index.ts';
import { WatchingModule } from '../watching/index.ts';
import { ClassPageController } from './classPage.controller.ts';

@Module({
  imports: [AssignmentsModule, ClassesModule, OutlineModule, SubmissionsModule, TodayModule, WatchingModule],
  controllers: [ClassPageController],
})
export class ClassPageModule {}
