export { WatchPage } from './WatchPage.tsx';
export { ClassAnswerPage } from './ClassAnswerPage.tsx';
export { LinkPage } from './LinkPage.tsx';
export { FeedbackPage } from './FeedbackPage.tsx';
