export { CoursesModule } from './courses.module.ts';
export { CoursesService } from './courses.service.ts';
