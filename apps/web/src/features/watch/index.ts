export { WatchPage } from './WatchPage.tsx';
export { FramePage, PassPage } from './framed/index.ts';
export { GuardianPage } from './guardian/index.ts';
export { LinkPage } from './LinkPage.tsx';
export { FeedbackPage } from './FeedbackPage.tsx';
