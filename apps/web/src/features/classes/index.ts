export { ClassesPage } from './ClassesPage.tsx';
export { ClassPage } from './ClassPage.tsx';
