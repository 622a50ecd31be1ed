export { RostersPage } from './RostersPage.tsx';
export { RosterPage } from './RosterPage.tsx';
