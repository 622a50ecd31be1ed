export { ClassTabs } from './ClassTabs.tsx';
export { ShareLine } from './ShareLine.tsx';
