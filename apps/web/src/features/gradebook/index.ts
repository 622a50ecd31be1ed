export { GradebookPage } from './GradebookPage.tsx';
