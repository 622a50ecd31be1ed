export { CalendarModule } from './calendar.module.ts';
