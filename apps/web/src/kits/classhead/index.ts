export { ClassTabs } from './ClassTabs.tsx';
