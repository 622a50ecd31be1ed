export { GradebookModule } from './gradebook.module.ts';
