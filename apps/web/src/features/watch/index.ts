export { WatchPage } from './WatchPage.tsx';
export { LinkPage } from './LinkPage.tsx';
