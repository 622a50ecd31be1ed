export { SchoolModule } from './school.module.ts';
export { SchoolService } from './school.service.ts';
export { dayIn, endOfDay, sameTimeOn } from './schoolTime.ts';
