export { SignInPage } from './SignInPage.tsx';
export { ForgottenPage } from './ForgottenPage.tsx';
export { NewPasswordPage } from './NewPasswordPage.tsx';
