import { Alert, Button, Divider, PasswordInput, Stack, Text, TextInput, Title } from '@mantine/core';
import { useForm } from '@mantine/form';
import { ownPath } from '@oakbell/core/people';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, Navigate, useLocation, useSearchParams } from 'react-router';
import { call, client, useBegun, useSession, useSignIn } from '../../shared/api/index.ts';
import { Door, ProblemNote } from '../../shared/ui/index.ts';

/** Why somebody was not let in who came back from their school's own sign-in. */
const TROUBLE: Readonly<Record<string, string>> = {
  'provider-away': 'Your school’s own sign-in does not answer. Sign in with name and password, or try again later.',
  'provider-wrong':
    'What your school’s own sign-in answered could not be taken. Try again, or ask whoever keeps your school here.',
  'provider-refused': 'Your school’s own sign-in let you go no further. You are not signed in.',
  'not-known':
    'Nobody is known here by the address that your school’s own sign-in gave. Ask whoever keeps your school here.',
  'too-slow': 'That took too long, or was begun in another browser. Sign in once more.',
};

export function SignInPage() {
  const session = useSession();
  const signIn = useSignIn();
  const begun = useBegun();
  const [search] = useSearchParams();
  const own = useQuery({
    queryKey: ['identity'],
    queryFn: () => call(client.GET('/api/identity')),
    staleTime: Infinity,
  });
  const { hash } = useLocation();
  // A printed slip leads here with name and first password behind #, where no server reads them.
  const slip = new URLSearchParams(hash.slice(1));
  const [failure, setFailure] = useState<unknown>(null);
  const [busy, setBusy] = useState(false);
  const form = useForm({
    initialValues: { name: slip.get('name') ?? '', password: slip.get('password') ?? '' },
    validate: {
      name: (value) => (value.trim() === '' ? 'Type your name' : null),
      password: (value) => (value === '' ? 'Type your password' : null),
    },
  });
  if (begun === false) return <Navigate to="/begin" replace />;
  if (session) return <Navigate to={ownPath(search.get('to'))} replace />;
  const submit = form.onSubmit(({ name, password }) => {
    setBusy(true);
    setFailure(null);
    signIn(name, password)
      .catch(setFailure)
      .finally(() => setBusy(false));
  });
  return (
    <Door title="Sign in">
      <img src="/mark.svg" alt="" width={48} height={48} />
      <Title order={1}>Oak Bell</Title>
      <Text c="dimmed">Sign in with the name your school gave you.</Text>
      {search.get('trouble') && (
        <Alert role="alert" title="You are not signed in">
          <Text size="sm" c="inherit">
            {TROUBLE[search.get('trouble') ?? ''] ?? TROUBLE['provider-wrong']}
          </Text>
        </Alert>
      )}
      {search.has('chosen') && <Text role="status">Your new password is kept. Sign in with it.</Text>}
      <form onSubmit={submit} noValidate>
        <Stack>
          <TextInput
            label="Name"
            autoComplete="username"
            autoCapitalize="none"
            autoFocus
            {...form.getInputProps('name')}
          />
          <PasswordInput label="Password" autoComplete="current-password" {...form.getInputProps('password')} />
          <ProblemNote failure={failure} />
          <Button type="submit" loading={busy}>
            Sign in
          </Button>
        </Stack>
      </form>
      <Link to="/forgotten">Forgotten your password?</Link>
      {own.data?.name && (
        <>
          <Divider label="or" />
          <Button
            component="a"
            variant="default"
            h="auto"
            mih={42}
            styles={{ label: { whiteSpace: 'normal', textAlign: 'center' } }}
            href={`/api/identity/begin?to=${encodeURIComponent(ownPath(search.get('to')))}`}
          >
            Sign in with {own.data.name}
          </Button>
        </>
      )}
    </Door>
  );
}
