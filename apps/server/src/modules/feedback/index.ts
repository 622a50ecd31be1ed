export { FeedbackModule } from './feedback.module.ts';
export { FeedbackWords, type Waiting } from './feedbackWords.service.ts';
