export { SheetPage } from './SheetPage.tsx';
