export { ClassUnitDto, TopicDto } from './outline.controller.ts';
export { OutlineModule } from './outline.module.ts';
export { ensureDay, OutlineService } from './outline.service.ts';
