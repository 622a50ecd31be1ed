export { DeskPage } from './DeskPage.tsx';
