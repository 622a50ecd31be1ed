/* What is asked of somebody in a dialog: loaded by the screens that ask, and with no other one. */
export { FieldsDialog } from './FieldsDialog.tsx';
export { SignInForm } from './SignInForm.tsx';
