export { ClassUnitDto, TopicDto } from './outline.controller.ts';
export { CourseCopyEntity } from './outline.entity.ts';
export { OutlineModule } from './outline.module.ts';
export { OutlineService } from './outline.service.ts';
