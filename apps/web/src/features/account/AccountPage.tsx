import { Button, Group, Stack, Text, Title } from '@mantine/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { call, client, type Api } from '../../shared/api/index.ts';
import { notice, PageTitle, ProblemNote, Show, whenText } from '../../shared/ui/index.ts';
import { Look } from './Look.tsx';
import { OwnCalendar } from './OwnCalendar.tsx';
import { OwnMail } from './OwnMail.tsx';
import { OwnName } from './OwnName.tsx';
import { PasswordForm } from './PasswordForm.tsx';

const KEY = ['sessions'];

/** How it looks, where one is signed in, and the password. */
export function AccountPage() {
  return (
    <div className="ob-page">
      <PageTitle>Account</PageTitle>
      <Title order={1} mb="md">
        Account
      </Title>
      <Stack gap="lg">
        <OwnName />
        <Look />
        <OwnMail />
        <OwnCalendar />
        <SignedIn />
        <section className="ob-card" style={{ padding: 16 }} aria-labelledby="password">
          <Title order={2} id="password" mb="xs">
            Password
          </Title>
          <Text c="dimmed" mb="sm">
            Changing it signs you out everywhere but here.
          </Text>
          <PasswordForm
            action="Change password"
            onDone={() => notice({ message: 'Your password is changed. Everywhere else you are signed out.' })}
          />
        </section>
      </Stack>
    </div>
  );
}

function SignedIn() {
  const queries = useQueryClient();
  const sessions = useQuery({ queryKey: KEY, queryFn: () => call(client.GET('/api/sessions')) });
  const onSettled = () => queries.invalidateQueries({ queryKey: KEY });
  const end = useMutation({
    mutationFn: (id: string) => call(client.DELETE('/api/sessions/{id}', { params: { path: { id } } })),
    onSettled,
  });
  const endOthers = useMutation({ mutationFn: () => call(client.DELETE('/api/sessions')), onSettled });
  return (
    <section aria-labelledby="signed-in">
      <Group justify="space-between" mb="xs">
        <Title order={2} id="signed-in">
          Where you are signed in
        </Title>
        {(sessions.data?.length ?? 0) > 1 && (
          <Button variant="default" loading={endOthers.isPending} onClick={() => endOthers.mutate()}>
            Sign out everywhere else
          </Button>
        )}
      </Group>
      <ProblemNote failure={end.error ?? endOthers.error} />
      <Show of={sessions} what="Looking where you are signed in">
        {(all) => (
          <ul className="ob-rows ob-card">
            {all.map((one) => (
              <Row key={one.id} session={one} busy={end.isPending} onEnd={() => end.mutate(one.id)} />
            ))}
          </ul>
        )}
      </Show>
      <Text size="sm" c="dimmed" mt="xs">
        A session ends by itself two hours after anything was last done in it, and a week after it began.
      </Text>
    </section>
  );
}

interface RowProps {
  readonly session: Api['SessionDto'];
  readonly busy: boolean;
  readonly onEnd: () => void;
}

function Row({ session, busy, onEnd }: RowProps) {
  return (
    <li className="ob-row">
      <div className="ob-row-main">
        <Text>
          {session.device}
          {session.here && ', this one'}
        </Text>
        <Text size="sm" c="dimmed">
          Signed in {whenText(session.startedAt)}, last used {whenText(session.lastAt)}
        </Text>
      </div>
      {!session.here && (
        <Button
          variant="default"
          disabled={busy}
          onClick={onEnd}
          aria-label={`Sign out ${session.device}, signed in ${whenText(session.startedAt)}`}
        >
          Sign out
        </Button>
      )}
    </li>
  );
}
