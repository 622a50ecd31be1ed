export { FeedbackModule } from './feedback.module.ts';
export { FeedbackWords, type SaidAbout, type Waiting } from './feedbackWords.service.ts';
