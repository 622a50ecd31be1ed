export { ClassesModule } from './classes.module.ts';
export { ClassesService } from './classes.service.ts';
export { GroupsService } from './groups.service.ts';
