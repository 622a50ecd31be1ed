import { Button, PasswordInput, Stack, Text, TextInput, Title } from '@mantine/core';
import { useForm } from '@mantine/form';
import { useState } from 'react';
import { Navigate, useLocation, useSearchParams } from 'react-router';
import { useBegun, useSession, useSignIn } from '../../shared/api/index.ts';
import { PageTitle, ProblemNote } from '../../shared/ui/index.ts';

/** A path of our own, and no other address, may follow on signing in. */
const safePath = (path: string | null): string =>
  path && /^\/[\w\-/?=&%.]*$/.test(path) && !path.startsWith('//') ? path : '/';

export function SignInPage() {
  const session = useSession();
  const signIn = useSignIn();
  const begun = useBegun();
  const [search] = useSearchParams();
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
  if (session) return <Navigate to={safePath(search.get('to'))} replace />;
  const submit = form.onSubmit(({ name, password }) => {
    setBusy(true);
    setFailure(null);
    signIn(name, password)
      .catch(setFailure)
      .finally(() => setBusy(false));
  });
  return (
    <main style={{ minHeight: '100dvh', display: 'grid', placeItems: 'center', padding: 16 }}>
      <PageTitle>Sign in</PageTitle>
      <Stack className="ob-card" p="xl" w="100%" maw={400}>
        <img src="/mark.svg" alt="" width={48} height={48} />
        <Title order={1}>Oak Bell</Title>
        <Text c="dimmed">Sign in with the name your school gave you.</Text>
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
      </Stack>
    </main>
  );
}
