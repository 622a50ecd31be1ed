import { Button, PasswordInput, Stack, Text, TextInput, Title } from '@mantine/core';
import { useForm } from '@mantine/form';
import { SHORTEST_PASSWORD } from '@oakbell/core/people';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Navigate, useNavigate } from 'react-router';
import { TimeZoneSelect } from '../../kits/roster/index.ts';
import { BEGUN_KEY, call, client, learn, Problem, useBegun, useSession, useSignIn } from '../../shared/api/index.ts';
import { Door, ProblemNote, Waiting } from '../../shared/ui/index.ts';

const filled = (what: string) => (value: string | null) => (value?.trim() ? null : what);

/** A school that nobody keeps yet: its name, its zone, and its first keeper. */
export function BeginPage() {
  const begun = useBegun();
  const session = useSession();
  const signIn = useSignIn();
  const queries = useQueryClient();
  const navigate = useNavigate();
  const [failure, setFailure] = useState<unknown>(null);
  const [busy, setBusy] = useState(false);
  const form = useForm({
    initialValues: {
      words: '',
      school: '',
      timeZone: Intl.DateTimeFormat().resolvedOptions().timeZone,
      name: '',
      signInName: '',
      password: '',
    },
    validate: {
      words: filled('Type the words that the server wrote'),
      school: filled('Type the name of your school'),
      timeZone: filled('Choose a time zone'),
      name: filled('Type your name'),
      signInName: filled('Type a name to sign in with'),
      password: (value) =>
        [...value].length < SHORTEST_PASSWORD
          ? `At least ${SHORTEST_PASSWORD} characters: a few words in a row are easy to keep`
          : null,
    },
  });
  if (begun === undefined || session === undefined) return <Waiting what="Opening" />;
  // While it begins, it is this page that says where it goes on.
  if ((begun || session) && !busy) return <Navigate to="/" replace />;
  const begin = async (body: typeof form.values) => {
    setBusy(true);
    setFailure(null);
    try {
      await call(client.POST('/api/beginning', { body }));
      await signIn(body.signInName, body.password);
      learn(queries, BEGUN_KEY, { begun: true });
      await navigate('/people?new', { replace: true });
    } catch (problem) {
      setBusy(false);
      const fields = problem instanceof Problem ? problem.fields : {};
      if (Object.keys(fields).length > 0) form.setErrors({ ...fields });
      else setFailure(problem);
    }
  };
  return (
    <Door title="Begin" width={520}>
      <img src="/mark.svg" alt="" width={48} height={48} />
      <Title order={1}>Your school begins here</Title>
      <Text>You become its first keeper: whoever brings people and classes in. Others can be added later.</Text>
      <form onSubmit={form.onSubmit((values) => void begin(values))} noValidate>
        <Stack>
          <TextInput
            label="The words that the server wrote"
            description="Five words, where Oak Bell was started. They show that this is your server."
            autoComplete="off"
            autoCapitalize="none"
            spellCheck={false}
            autoFocus
            {...form.getInputProps('words')}
          />
          <TextInput label="Name of the school" maxLength={120} {...form.getInputProps('school')} />
          <TimeZoneSelect {...form.getInputProps('timeZone')} />
          <TextInput label="Your name" autoComplete="name" maxLength={120} {...form.getInputProps('name')} />
          <TextInput
            label="Name to sign in with"
            autoComplete="username"
            autoCapitalize="none"
            maxLength={80}
            {...form.getInputProps('signInName')}
          />
          <PasswordInput
            label="Password"
            description={`At least ${SHORTEST_PASSWORD} characters. A few words in a row are easy to keep and hard to guess.`}
            autoComplete="new-password"
            {...form.getInputProps('password')}
          />
          <ProblemNote failure={failure} />
          <Button type="submit" loading={busy}>
            Begin
          </Button>
        </Stack>
      </form>
    </Door>
  );
}
