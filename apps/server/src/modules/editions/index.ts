export { EditionsModule } from './editions.module.ts';
export { EditionsService, type EditionHead } from './editions.service.ts';
export { shownOpening, type ShownOpening } from './shownOpening.ts';
export { filesOf } from './editions.rules.ts';
export type { Edition } from './edition.entity.ts';
