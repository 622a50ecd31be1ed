export { QuestionsModule } from './questions.module.ts';
export { QuestionsService } from './questions.service.ts';
export { SignsService } from './signs.service.ts';
