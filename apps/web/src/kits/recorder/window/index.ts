export { WindowOnPage } from './WindowOnPage.tsx';
