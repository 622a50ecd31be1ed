import { Alert } from '@mantine/core';
import { SignInForm } from '../../../shared/dialogs/index.ts';
import { SENDING_WORDS } from '../capture/index.ts';

/** Signs in again without leaving the room: recording goes on behind it. */
export function SignInAgain() {
  return (
    <Alert color="brass.5" role="alert" variant="filled" title={SENDING_WORDS['signed-out']}>
      <SignInForm />
    </Alert>
  );
}
