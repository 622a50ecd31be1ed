import { Switch, Text, Title } from '@mantine/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { call, client, useSession } from '../../shared/api/index.ts';
import { NewsWishes } from './NewsWishes.tsx';
import { ProblemNote, Show } from '../../shared/ui/index.ts';

const KEY = ['own-mail'];

/** Where mail reaches this person, and which they want. */
export function OwnMail() {
  const role = useSession()?.role;
  const queries = useQueryClient();
  const mail = useQuery({ queryKey: KEY, queryFn: () => call(client.GET('/api/own-mail')) });
  const set = useMutation({
    mutationFn: (ofSignIns: boolean) => call(client.PUT('/api/own-mail', { body: { ofSignIns } })),
    onSettled: () => queries.invalidateQueries({ queryKey: KEY }),
  });
  return (
    <section className="ob-card" style={{ padding: 16 }} aria-labelledby="own-mail">
      <Title order={2} id="own-mail" mb="xs">
        Mail
      </Title>
      <Show of={mail} what="Looking where mail reaches you">
        {({ on, address, ofSignIns }) =>
          !on ? (
            <Text c="dimmed">Your school sends no mail from here.</Text>
          ) : !address ? (
            <Text c="dimmed">Your school has no mail address of you. Whoever keeps it here can add one.</Text>
          ) : (
            <>
              <Text mb="sm">
                Mail reaches you at <bdi>{address}</bdi>. When your password is changed, you are always told.
              </Text>
              <Switch
                label="Tell me of new sign-ins"
                description="A mail, whenever somebody signs in as you in a browser that was not used before."
                checked={set.isPending ? set.variables : ofSignIns}
                onChange={({ currentTarget }) => set.mutate(currentTarget.checked)}
              />
              {(role === 'learner' || role === 'teacher') && <NewsWishes role={role} />}
            </>
          )
        }
      </Show>
      <ProblemNote failure={set.error} />
    </section>
  );
}
