export { AnswerPage } from './AnswerPage.tsx';
