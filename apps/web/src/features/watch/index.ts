export { WatchPage } from './WatchPage.tsx';
export { FeedbackPage } from './FeedbackPage.tsx';
