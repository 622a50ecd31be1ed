import { Module } from '@nestjs/common';
import { AssignmentsModule } from '../assignments/index.ts';
import { ClassesModule } from '../classes/index.ts';
import { PeopleModule } from '../people/index.ts';
import { CalendarController } from './calendar.controller.ts';
import { CalendarService } from './calendar.service.ts';

@Module({
  imports: [AssignmentsModule, ClassesModule, PeopleModule],
  controllers: [CalendarController],
  providers: [CalendarService],
})
export class CalendarModule {}
