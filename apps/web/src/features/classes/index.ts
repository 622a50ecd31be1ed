export { ClassesPage } from './ClassesPage.tsx';
