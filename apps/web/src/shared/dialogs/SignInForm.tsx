import { Button, Group, PasswordInput, TextInput } from '@mantine/core';
import { useState, type FormEvent } from 'react';
import { useSession, useSignIn } from '../api/index.ts';
import { ProblemNote } from '../ui/index.ts';

/** Name and password of whoever was signed in here: what they were doing goes on behind it. */
export function SignInForm() {
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
    <>
      <form onSubmit={submit} aria-label={`Sign in again${session ? `, ${session.name}` : ''}`}>
        <Group align="end">
          <TextInput
            label="Name"
            autoComplete="username"
            data-autofocus
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
    </>
  );
}
