export { SignInPage } from './SignInPage.tsx';
