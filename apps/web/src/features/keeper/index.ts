export { PeoplePage } from './PeoplePage.tsx';
export { PersonPage } from './PersonPage.tsx';
export { SchoolPage } from './SchoolPage.tsx';
export { SeenPage } from './SeenPage.tsx';
