import { Button, Stack, Text, TextInput, Title } from '@mantine/core';
import { useMutation, useQuery } from '@tanstack/react-query';
import { useState, type FormEvent } from 'react';
import { Link } from 'react-router';
import { call, client } from '../../shared/api/index.ts';
import { Door, ProblemNote, Show } from '../../shared/ui/index.ts';

const ASK = 'Your teacher, or whoever keeps your school here, can give you a new first password.';

/** What helps whoever has forgotten their password: a mail, or somebody who can give them a new one. */
export function ForgottenPage() {
  const help = useQuery({
    queryKey: ['forgotten'],
    queryFn: () => call(client.GET('/api/forgotten')),
    staleTime: Infinity,
  });
  return (
    <Door title="Forgotten password" width={440}>
      <Title order={1}>Forgotten your password?</Title>
      <Show of={help} what="Looking what can help">
        {({ byMail }) => (byMail ? <ByMail /> : <Text>{ASK}</Text>)}
      </Show>
      <Link to="/sign-in">Back to signing in</Link>
    </Door>
  );
}

function ByMail() {
  const [name, setName] = useState('');
  const [empty, setEmpty] = useState(false);
  const ask = useMutation({
    mutationFn: (name: string) => call(client.POST('/api/forgotten', { body: { name } })),
  });
  const submit = (event: FormEvent) => {
    event.preventDefault();
    setEmpty(name.trim() === '');
    if (name.trim()) ask.mutate(name.trim());
  };
  if (ask.isSuccess)
    return (
      <Stack gap="sm">
        <Text role="status">
          If <bdi>{ask.variables}</bdi> is known here and mail reaches them, a mail is on its way. The address in it
          leads to a new password, once, within an hour.
        </Text>
        <Text c="dimmed">Nothing comes? Look among unwanted mail. {ASK}</Text>
        <Button variant="default" onClick={() => ask.reset()} style={{ alignSelf: 'flex-start' }}>
          Try another name
        </Button>
      </Stack>
    );
  return (
    <form onSubmit={submit} noValidate>
      <Stack>
        <Text>A mail can lead you to a new one, if your school has your mail address.</Text>
        <TextInput
          label="Name or mail address"
          autoComplete="username"
          autoCapitalize="none"
          autoFocus
          maxLength={254}
          value={name}
          error={empty ? 'Type the name you sign in with, or your mail address' : null}
          onChange={(event) => setName(event.currentTarget.value)}
        />
        <ProblemNote failure={ask.error} />
        <Button type="submit" loading={ask.isPending}>
          Send me a mail
        </Button>
        <Text size="sm" c="dimmed">
          No mail address? {ASK}
        </Text>
      </Stack>
    </form>
  );
}
