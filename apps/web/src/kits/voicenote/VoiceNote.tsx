import { Button, Group, Text } from '@mantine/core';
import { fromMillis, timeText } from '@oakbell/core/clock';
import { IconMicrophone, IconPlayerStopFilled } from '@tabler/icons-react';
import { useEffect, useState } from 'react';
import { Spoken } from './Spoken.tsx';
import type { useVoiceNote } from './useVoiceNote.ts';

/** How often the time is told while it runs, in ms. */
const TOLD_MS = 250;

/** Says something instead of typing it, hears it, and says it again. */
export function VoiceNote({
  note: { state, note, since, begin, stop, forget },
  longestMs,
  label,
}: {
  readonly note: ReturnType<typeof useVoiceNote>;
  readonly longestMs: number;
  /** What the button says that begins it. */
  readonly label: string;
}) {
  const limit = timeText(fromMillis(longestMs));
  if (state === 'recording')
    return (
      <Group gap="sm">
        <Button color="ember" leftSection={<IconPlayerStopFilled size={18} aria-hidden />} onClick={stop} autoFocus>
          Stop
        </Button>
        <Text role="status">
          Recording. <Left since={since} longestMs={longestMs} />
        </Text>
      </Group>
    );
  return (
    <Group gap="sm">
      <Button
        variant="default"
        leftSection={<IconMicrophone size={18} aria-hidden />}
        loading={state === 'asking'}
        onClick={() => void begin()}
      >
        {note ? 'Say it again' : `${label}, up to ${limit}`}
      </Button>
      {note && (
        <>
          <Spoken address={note.address} label="What you said" />
          <Button variant="subtle" color="oak" onClick={forget}>
            Leave it out
          </Button>
        </>
      )}
      {state === 'refused' && (
        <Text role="alert" size="sm">
          The browser does not let this page hear the microphone. Allow it beside the address, then try again; or type.
        </Text>
      )}
      {state === 'none' && (
        <Text role="alert" size="sm">
          There is no microphone here. Plug one in and try again; or type.
        </Text>
      )}
    </Group>
  );
}

function Left({ since, longestMs }: { readonly since: number; readonly longestMs: number }) {
  const [now, setNow] = useState(since);
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), TOLD_MS);
    return () => clearInterval(timer);
  }, []);
  return (
    <span className="ob-time" aria-hidden>
      {timeText(fromMillis(Math.max(0, longestMs - (now - since))))} left
    </span>
  );
}
