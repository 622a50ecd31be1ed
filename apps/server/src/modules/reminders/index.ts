export { RemindersModule } from './reminders.module.ts';
export { RemindersService } from './reminders.service.ts';
