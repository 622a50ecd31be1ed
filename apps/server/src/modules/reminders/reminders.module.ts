import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { AssignmentsModule } from '../assignments/index.ts';
import { PeopleModule } from '../people/index.ts';
import { ReminderEntity } from './reminder.entity.ts';
import { RemindersController } from './reminders.controller.ts';
import { RemindersService } from './reminders.service.ts';

@Module({
  imports: [TypeOrmModule.forFeature([ReminderEntity]), AssignmentsModule, PeopleModule],
  controllers: [RemindersController],
  providers: [RemindersService],
  exports: [RemindersService],
})
export class RemindersModule {}
