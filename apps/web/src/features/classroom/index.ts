export { OwnClassesPage } from './OwnClassesPage.tsx';
export { OwnClassPage } from './OwnClassPage.tsx';
export { OwnMarksPage } from './OwnMarksPage.tsx';
