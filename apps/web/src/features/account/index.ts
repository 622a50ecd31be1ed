export { AccountPage } from './AccountPage.tsx';
export { FirstPasswordPage } from './FirstPasswordPage.tsx';
