export { WatchPage } from './WatchPage.tsx';
export { LinkPage } from './LinkPage.tsx';
export { FeedbackPage } from './FeedbackPage.tsx';
