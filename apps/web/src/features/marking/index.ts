export { MarkingPage } from './MarkingPage.tsx';
export { MarkingDesk } from './MarkingDesk.tsx';
