export { OutlinePage } from './OutlinePage.tsx';
