export { PagesModule } from './pages.module.ts';
export type { PageEntity, WholeFile } from './page.entity.ts';
export { PageEditing } from './pageEditing.service.ts';
export { PageDto, pageDto, ShownPageDto, shownPage } from './pages.dto.ts';
export { filesOn, PagesService } from './pages.service.ts';
