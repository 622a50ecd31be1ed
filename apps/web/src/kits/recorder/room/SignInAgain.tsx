import { Alert, Button, Group, PasswordInput, TextInput } from '@mantine/core';
import { useState, type FormEvent } from 'react';
import { useSession, useSignIn } from '../../../shared/api/index.ts';
import { ProblemNote } from '../../../shared/ui/index.ts';
import { SENDING_WORDS } from '../capture/index.ts';

/** Signs in again without leaving the room: recording goes on behind it. */
export function SignInAgain() {
  const session = useSession();
  const signIn = useSignIn();
  const [name, setName] = useState('');
  const [password, setPassword] = useState('');
  const [failure, setFailure] = useState<unknown>(null);
  const submit = (event: FormEvent) => {
    event.preventDefault();
    signIn(name, password).then(() => setFailure(null), setFailure);
  };
  return (
    <Alert
      color="brass.5"
      role="alert"
      variant="filled"
      title={<span style={{ color: 'var(--ob-text)' }}>{SENDING_WORDS['signed-out']}</span>}
    >
      <form onSubmit={submit} aria-label={`Sign in again${session ? `, ${session.name}` : ''}`}>
        <Group align="end">
          <TextInput
            label="Name"
            autoComplete="username"
            value={name}
            onChange={(event) => setName(event.currentTarget.value)}
          />
          <PasswordInput
            label="Password"
            autoComplete="current-password"
            w={220}
            value={password}
            onChange={(event) => setPassword(event.currentTarget.value)}
          />
          <Button type="submit" color="oak">
            Sign in
          </Button>
        </Group>
      </form>
      <ProblemNote failure={failure} />
    </Alert>
  );
}
