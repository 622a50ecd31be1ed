export { NewsPage } from './NewsPage.tsx';
