import { Button, Group, Text, TextInput, Title } from '@mantine/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { call, client, learn, useSession } from '../../shared/api/index.ts';
import { copyText, ProblemNote, Show } from '../../shared/ui/index.ts';

const KEY = ['own-calendar'];

/** Due dates in the calendar of one's own phone or computer, by an address that nobody else knows. */
export function OwnCalendar() {
  const queries = useQueryClient();
  const person = useSession();
  const calendar = useQuery({ queryKey: KEY, queryFn: () => call(client.GET('/api/own-calendar')) });
  const renew = useMutation({
    mutationFn: () => call(client.POST('/api/own-calendar')),
    onSuccess: (now) => learn(queries, KEY, now),
  });
  const end = useMutation({
    mutationFn: () => call(client.DELETE('/api/own-calendar')),
    onSuccess: () => learn(queries, KEY, { path: null }),
  });
  if (!person || person.role === 'keeper') return null;
  return (
    <section className="ob-card" style={{ padding: 16 }} aria-labelledby="own-calendar">
      <Title order={2} id="own-calendar" mb="xs">
        Due dates in your calendar
      </Title>
      <Show of={calendar} what="Looking for your calendar">
        {({ path }) =>
          path === null ? (
            <>
              <Text c="dimmed" mb="sm">
                Your phone’s or computer’s calendar can show what is due, and keeps up by itself. It needs an address
                for that.
              </Text>
              <Button variant="default" loading={renew.isPending} onClick={() => renew.mutate()}>
                Make an address
              </Button>
            </>
          ) : (
            <>
              <TextInput
                label="Address"
                description="Add it to your calendar as a subscription. Whoever has it sees what is due, so keep it to yourself."
                readOnly
                mb="sm"
                value={`${location.origin}${path}`}
                onFocus={({ currentTarget }) => currentTarget.select()}
              />
              <Group>
                <Button
                  variant="default"
                  onClick={() => void copyText(`${location.origin}${path}`, 'The address is copied.')}
                >
                  Copy the address
                </Button>
                <Button variant="default" loading={renew.isPending} onClick={() => renew.mutate()}>
                  Make another address
                </Button>
                <Button variant="subtle" color="oak" loading={end.isPending} onClick={() => end.mutate()}>
                  End it
                </Button>
              </Group>
              <Text size="sm" c="dimmed" mt="xs">
                With another address, the one before shows nothing any more.
              </Text>
            </>
          )
        }
      </Show>
      <ProblemNote failure={renew.error ?? end.error} />
    </section>
  );
}
