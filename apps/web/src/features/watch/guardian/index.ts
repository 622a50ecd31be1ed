export { GuardianPage } from './GuardianPage.tsx';
