export { ClassTabs } from './ClassTabs.tsx';
export { DayHead } from './DayHead.tsx';
export { NoClass } from './NoClass.tsx';
export { ShareLine } from './ShareLine.tsx';
