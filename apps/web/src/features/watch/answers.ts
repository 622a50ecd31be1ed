export { ClassAnswerPage } from './ClassAnswerPage.tsx';
