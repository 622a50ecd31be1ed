import { Button, Group, Modal, Text } from '@mantine/core';
import { useEffect, useState } from 'react';
import { lastUse, useScreenCovered, useSignOut, useStaySignedIn, type Api } from '../shared/api/index.ts';
import { clockText, SignInForm } from '../shared/ui/index.ts';
import classes from './Shell.module.css';

/** The end of a session is foretold so long before, in ms, and looked for so often. */
const FORETOLD_MS = 5 * 60_000;
const LOOK_MS = 15_000;

/** Covers the screen of whoever's session has ended, until they sign in again; foretells its end. */
export function SessionDoor({ person }: { readonly person: Api['MeDto'] }) {
  const isCovered = useScreenCovered();
  const signOut = useSignOut();
  return (
    <>
      {!isCovered && <Foretold person={person} />}
      <Modal
        opened={isCovered}
        onClose={() => undefined}
        withCloseButton={false}
        closeOnEscape={false}
        closeOnClickOutside={false}
        overlayProps={{ backgroundOpacity: 1, color: 'var(--ob-paper)' }}
        title={
          <Text component="span" fw={700} size="lg">
            Your session has ended
          </Text>
        }
        size="lg"
      >
        <Text mb="sm">
          Sign in as {person.name} and everything goes on where it was. What was saved is safe, and what you typed is
          still here.
        </Text>
        <SignInForm />
        <Button variant="subtle" color="oak" mt="md" onClick={() => void signOut()}>
          I am somebody else
        </Button>
      </Modal>
    </>
  );
}

function Foretold({ person: { endsAt, idleMs } }: { readonly person: Api['MeDto'] }) {
  const stay = useStaySignedIn();
  const [end, setEnd] = useState<Date | null>(null);
  useEffect(() => {
    const look = () => {
      const now = Date.now();
      const idleEnd = (lastUse() || now) + idleMs;
      const next = new Date(Math.min(idleEnd, new Date(endsAt).getTime()));
      setEnd(next.getTime() - now < FORETOLD_MS ? next : null);
    };
    look();
    const timer = setInterval(look, LOOK_MS);
    return () => clearInterval(timer);
  }, [endsAt, idleMs]);
  if (!end) return null;
  const isIdle = end.getTime() < new Date(endsAt).getTime();
  return (
    <Group className={classes.foretold} role="status">
      <Text>
        {isIdle
          ? `Nothing was done here for a while. You are signed out at ${clockText(end)}.`
          : `You have been signed in for a week. Sign in again after ${clockText(end)}; what is saved stays.`}
      </Text>
      {isIdle && (
        <Button
          size="compact-md"
          onClick={() => {
            void stay().then(() => setEnd(null));
          }}
        >
          Stay signed in
        </Button>
      )}
    </Group>
  );
}
