export { FramePage } from './FramePage.tsx';
export { PassPage } from './PassPage.tsx';
