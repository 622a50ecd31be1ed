export { OwnClassesPage } from './OwnClassesPage.tsx';
export { OwnClassPage } from './OwnClassPage.tsx';
