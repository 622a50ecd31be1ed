export { LessonFrame } from './LessonFrame.tsx';
