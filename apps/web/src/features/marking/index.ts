export { MarkingPage } from './MarkingPage.tsx';
export { MarkingDesk } from './MarkingDesk.tsx';
export { LookOnPage } from './LookOnPage.tsx';
export { VersionsPage } from './VersionsPage.tsx';
export { TwoMarkersPage } from './TwoMarkersPage.tsx';
export { SecondMarkPage } from './SecondMarkPage.tsx';
