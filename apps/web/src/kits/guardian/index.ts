export { GuardianLinks } from './GuardianLinks.tsx';
