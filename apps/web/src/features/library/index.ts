export { LibraryPage } from './LibraryPage.tsx';
