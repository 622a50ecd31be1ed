import { Button, Group, Text } from '@mantine/core';
import { Suspense, useEffect, useState } from 'react';
import { lastUse, useFromKept, useScreenCovered, useStaySignedIn, type Api } from '../shared/api/index.ts';
import { clockText, later } from '../shared/ui/index.ts';
import classes from './Shell.module.css';

/** The end of a session is foretold so long before, in ms, and looked for so often. */
const FORETOLD_MS = 5 * 60_000;
const LOOK_MS = 15_000;

const loadCover = () => import('./SessionCover.tsx');
const SessionCover = later(async () => (await loadCover()).SessionCover);

/** Covers the screen of whoever's session has ended, until they sign in again; foretells its end. */
export function SessionDoor({ person }: { readonly person: Api['MeDto'] }) {
  const isCovered = useScreenCovered();
  const isAway = useFromKept();
  return (
    <>
      {!isCovered && !isAway && <Foretold person={person} />}
      {isAway && (
        <Text className={classes.foretold} role="status">
          The school server cannot be reached. This is what you keep on this device; what you watch is counted later.
        </Text>
      )}
      {isCovered && (
        <Suspense fallback={<div className={classes.cover} />}>
          <SessionCover name={person.name} />
        </Suspense>
      )}
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
      const isNear = next.getTime() - now < FORETOLD_MS;
      // It is there by then, whatever the network does.
      if (isNear) void loadCover();
      setEnd(isNear ? next : null);
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
