export { GuardianPage } from './guardian/index.ts';
