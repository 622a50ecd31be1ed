export { TodayModule } from './today.module.ts';
export { DeskItemDto } from './desk.dto.ts';
export { DeskItems } from './deskItems.service.ts';
