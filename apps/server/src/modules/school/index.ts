export { SchoolModule } from './school.module.ts';
export { isCalendarDay } from './school.rules.ts';
export { SchoolService } from './school.service.ts';
export { dayIn, endOfDay, sameTimeOn } from './schoolTime.ts';
