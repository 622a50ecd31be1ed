export { QuestionsModule } from './questions.module.ts';
export { QuestionsService } from './questions.service.ts';
