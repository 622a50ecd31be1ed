import { Text, Title } from '@mantine/core';
import { Navigate } from 'react-router';
import { useSession } from '../../shared/api/index.ts';
import { Door, Waiting } from '../../shared/ui/index.ts';
import { PasswordForm } from './PasswordForm.tsx';

/** The first password came from somebody else: before anything is opened, one chooses one's own. */
export function FirstPasswordPage() {
  const person = useSession();
  if (person === undefined) return <Waiting what="Opening" />;
  if (person === null) return <Navigate to="/sign-in" replace />;
  if (!person.mustChangePassword) return <Navigate to="/" replace />;
  return (
    <Door title="Your own password" width={460}>
      <Title order={1}>
        Welcome, <bdi>{person.name}</bdi>
      </Title>
      <Text>
        The password you signed in with was given to you. Choose one of your own now, which nobody else knows. Then
        everything is open.
      </Text>
      <PasswordForm action="Use this password" onDone={() => undefined} />
    </Door>
  );
}
