export { ClassAnswerPage } from './ClassAnswerPage.tsx';
export { FeedbackPage } from './FeedbackPage.tsx';
