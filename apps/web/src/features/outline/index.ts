export { CopyPage } from './CopyPage.tsx';
export { OutlinePage } from './OutlinePage.tsx';
