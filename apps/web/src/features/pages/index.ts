export { PagesStep } from './PagesStep.tsx';
