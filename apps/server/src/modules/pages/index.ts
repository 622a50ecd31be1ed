export { PagesModule } from './pages.module.ts';
export type { PageEntity } from './page.entity.ts';
export { PageEditing } from './pageEditing.service.ts';
export { PageDto, pageDto } from './pages.dto.ts';
export { PagesService } from './pages.service.ts';
