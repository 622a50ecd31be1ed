export { PeoplePage } from './PeoplePage.tsx';
export { SchoolPage } from './SchoolPage.tsx';
