import { Button, Group, Text, TextInput, Title } from '@mantine/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState, type FormEvent } from 'react';
import { call, client, type Api } from '../../shared/api/index.ts';
import { notice, ProblemNote, Show, whenText } from '../../shared/ui/index.ts';

const KEY = ['school', 'mail'];

/** How the school's mail goes out, and what did not. */
export function SchoolMail() {
  const mail = useQuery({ queryKey: KEY, queryFn: () => call(client.GET('/api/school/mail')), staleTime: 0 });
  return (
    <section aria-labelledby="school-mail" style={{ maxWidth: 640, marginTop: 32 }}>
      <Title order={2} id="school-mail" mb="xs">
        Mail
      </Title>
      <Show of={mail} what="Looking how mail goes out">
        {(known) =>
          known.on ? (
            <>
              <Text mb="sm">
                Mail comes from <bdi>{known.from}</bdi> and goes out by {known.server}.{' '}
                {known.waiting > 0 && `${known.waiting} on the way.`}
              </Text>
              <TryMail />
              {known.unsent.length > 0 && <Unsent known={known} />}
            </>
          ) : (
            <Text c="dimmed">
              This server was not told how to send mail, so forgotten passwords are given anew by teachers and keepers.
              Whoever runs the server finds in the operations handbook how to change that.
            </Text>
          )
        }
      </Show>
    </section>
  );
}

function TryMail() {
  const [to, setTo] = useState('');
  const send = useMutation({
    mutationFn: () => call(client.POST('/api/school/mail/tries', { body: { to } })),
    onSuccess: () => notice({ message: `A mail is on its way to ${to}. Look whether it arrives.` }),
  });
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (to.trim().length > 2) send.mutate();
  };
  return (
    <form onSubmit={submit}>
      <Group align="end" mb="xs">
        <TextInput
          label="Try it with an address of yours"
          type="email"
          maxLength={254}
          style={{ flex: 1, minWidth: 200 }}
          value={to}
          onChange={(event) => setTo(event.currentTarget.value)}
        />
        <Button type="submit" variant="default" loading={send.isPending}>
          Send a mail there
        </Button>
      </Group>
      <ProblemNote failure={send.error} />
    </form>
  );
}

function Unsent({ known }: { readonly known: Api['SchoolMailDto'] }) {
  const queries = useQueryClient();
  const again = useMutation({
    mutationFn: () => call(client.POST('/api/school/mail/again')),
    onSettled: () => queries.invalidateQueries({ queryKey: KEY }),
  });
  return (
    <>
      <Group justify="space-between" mt="md" mb="xs">
        <Title order={3}>Could not be sent</Title>
        <Button variant="default" loading={again.isPending} onClick={() => again.mutate()}>
          Try all again
        </Button>
      </Group>
      <ProblemNote failure={again.error} />
      <ul className="ob-rows ob-card">
        {known.unsent.map(({ name, why, at }, i) => (
          <li key={i} className="ob-row">
            <div className="ob-row-main">
              <Text>{name ? <bdi>To {name}</bdi> : 'To somebody who had forgotten their password'}</Text>
              <Text size="sm" c="dimmed">
                {whenText(at)}: {why}
              </Text>
            </div>
          </li>
        ))}
      </ul>
    </>
  );
}
