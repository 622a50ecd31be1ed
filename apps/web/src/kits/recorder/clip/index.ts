export { ClipOnPage } from './ClipOnPage.tsx';
