import { Button, Text, Title } from '@mantine/core';
import { watchPath } from '@oakbell/core/opening';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useEffect, useRef } from 'react';
import { useParams } from 'react-router';
import { call, client, learn, useServerEvents, useSession, type Api } from '../../../shared/api/index.ts';
import { PageTitle, ProblemNote, setSchoolZone, Waiting } from '../../../shared/ui/index.ts';
import { LinkedLesson } from '../LinkedLesson.tsx';
import classes from './Frame.module.css';
import { onPass } from './pass.ts';

const WINDOW = 'popup,width=520,height=680';

/** A lesson in a frame of another page: it is watched here, and nothing else is done. */
export function FramePage() {
  const { lesson: id = '' } = useParams();
  const person = useSession();
  useServerEvents(person?.id ?? null);
  if (person === undefined) return <Waiting what="Opening" />;
  if (person === null || person.mustChangePassword) return <SignInHere lessonId={id} />;
  setSchoolZone(person.timeZone);
  return (
    <main className={classes.frame}>
      <LinkedLesson id={id} counted={person.role === 'learner'} framed />
      <Foot id={id} person={person} />
    </main>
  );
}

function SignInHere({ lessonId }: { readonly lessonId: string }) {
  const queries = useQueryClient();
  const begin = useMutation({
    mutationFn: async (pass: string) => {
      await call(client.POST('/api/frames/session', { body: { pass } }));
      await queries.refetchQueries({ queryKey: ['session'] });
      return queries.getQueryData(['session']) !== null;
    },
  });
  const take = useRef(begin.mutate);
  useEffect(() => {
    take.current = begin.mutate;
  });
  useEffect(() => onPass((pass) => take.current(pass)), []);
  return (
    <main className={classes.door}>
      <PageTitle>Watch a lesson</PageTitle>
      <img src="/mark.svg" alt="" width={40} height={40} />
      <Title order={1}>A lesson for you</Title>
      <Text>Sign in to Oak Bell to watch it here.</Text>
      <ProblemNote failure={begin.error} />
      {begin.data === false && (
        <Text role="alert">This browser lets no page show what is yours. Open the lesson in Oak Bell.</Text>
      )}
      <Button loading={begin.isPending} onClick={() => window.open(`/frame/${lessonId}/pass`, '_blank', WINDOW)}>
        Sign in to watch
      </Button>
      <InOakBell id={lessonId} />
    </main>
  );
}

const InOakBell = ({ id }: { readonly id: string }) => (
  <a className="ob-link" href={watchPath(id)} target="_blank" rel="noreferrer">
    Open it in Oak Bell
  </a>
);

function Foot({ id, person }: { readonly id: string; readonly person: Api['MeDto'] }) {
  const queries = useQueryClient();
  const leave = useMutation({
    mutationFn: () => call(client.DELETE('/api/frames/session')),
    onSuccess: () => {
      learn(queries, ['session'], null);
      queries.removeQueries({ predicate: ({ queryKey }) => queryKey[0] !== 'session' });
    },
  });
  return (
    <footer className={classes.foot}>
      <Text size="sm" c="dimmed">
        You watch as <bdi>{person.name}</bdi>
      </Text>
      <Button variant="subtle" color="oak" size="compact-sm" loading={leave.isPending} onClick={() => leave.mutate()}>
        Sign out here
      </Button>
      <InOakBell id={id} />
    </footer>
  );
}
