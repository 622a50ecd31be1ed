import { Button, Group, Stack, Switch, Text } from '@mantine/core';
import { micros, timeText, type Micros } from '@oakbell/core/clock';
import { LONGEST_SPOKEN_WORD_MS, LONGEST_WORD, LONGEST_WORD_INK } from '@oakbell/core/marking';
import { IconPencil } from '@tabler/icons-react';
import { Suspense, useMemo, useState } from 'react';
import { corePage, pictureAt, useSending, type ActKey, type Api } from '../../shared/api/index.ts';
import { later, ProblemNote, Waiting, whenText } from '../../shared/ui/index.ts';
import { Said, SayField, useVoiceNote } from '../voicenote/index.ts';
import { NotedPages } from './NotedPages.tsx';
import classes from './Thread.module.css';

/** Asked for by who writes on a page, and by nobody who only reads. */
const InkNote = later(async () => (await import('../inknote/index.ts')).InkNote);

/** What is sent: typed or spoken, and, of a learner, whether to look again and the moment it is about. */
export interface NewWord {
  readonly text: string;
  /** What is written on pages of the hand-in: lines of a log; nothing where nothing is. */
  readonly ink: string;
  readonly voice: File | null;
  readonly again: boolean;
  readonly at: Micros | null;
}
export interface ThreadOf {
  readonly words: Api['WordsDto'];
  readonly send: (word: NewWord, how: { readonly header: ActKey; readonly signal: AbortSignal }) => Promise<unknown>;
  /** What the button says that begins. */
  readonly label: string;
  /** Whether whoever is here may ask to have the marks looked at again. */
  readonly mayAskAgain?: boolean;
  /** The moment of the feedback that is up; none where nothing is heard. */
  readonly moment?: () => Micros;
  readonly onSeek?: (at: Micros) => void;
}

/** What a learner and their teachers say to each other about feedback, and a place to say more. */
export function Thread(of: ThreadOf) {
  const [writing, setWriting] = useState(false);
  const { words, label, onSeek } = of;
  return (
    <Stack gap="sm" component="section" aria-label="Answers to the feedback">
      {words.words.length > 0 && (
        <ul className={classes.words}>
          {words.words.map((word) => (
            <li key={word.id} className={classes.word} data-own={word.own || undefined}>
              <Text size="sm" c="dimmed">
                <bdi>{word.own ? 'You' : word.name}</bdi>, {whenText(word.saidAt)}
                {word.again && ' · please look again'}
              </Text>
              {(word.text !== '' || word.spoken) && (
                <Said said={word} label={`What ${word.own ? 'you' : word.name} said`} />
              )}
              {word.ink !== '' && (
                <NotedPages
                  ink={word.ink}
                  pages={words.pages.map(corePage)}
                  pictureAddress={pictureAt}
                  by={word.own ? 'you' : word.name}
                />
              )}
              {word.at !== null && <About at={micros(word.at)} {...(onSeek ? { onSeek } : {})} />}
            </li>
          ))}
        </ul>
      )}
      {!words.open ? null : writing ? (
        <Write {...of} onClose={() => setWriting(false)} />
      ) : (
        <Button variant="default" style={{ alignSelf: 'flex-start' }} onClick={() => setWriting(true)}>
          {label}
        </Button>
      )}
    </Stack>
  );
}

function About({ at, onSeek }: { readonly at: Micros; readonly onSeek?: (at: Micros) => void }) {
  const words = `About ${timeText(at)}`;
  if (!onSeek) return <Text size="sm">{words}</Text>;
  return (
    <button type="button" className={classes.at} onClick={() => onSeek(at)}>
      {words}
    </button>
  );
}

function Write({
  words,
  send: sendWord,
  mayAskAgain = false,
  moment,
  onClose,
}: ThreadOf & { readonly onClose: () => void }) {
  const [text, setText] = useState('');
  const [again, setAgain] = useState(false);
  const [at] = useState(() => {
    const now = moment?.() ?? null;
    return now !== null && now > 0 ? now : null;
  });
  const [isAbout, setAbout] = useState(true);
  const [ink, setInk] = useState('');
  const [onPages, setOnPages] = useState(false);
  const isTooMuch = ink.length > LONGEST_WORD_INK;
  const pages = useMemo(() => words.pages.map(corePage), [words.pages]);
  const note = useVoiceNote(LONGEST_SPOKEN_WORD_MS);
  const { send, sending, failure } = useSending();
  const save = async () => {
    const word = { text: text.trim(), ink, voice: note.note?.file ?? null, again, at: isAbout ? at : null };
    const sent = await send(async ({ header, signal }) => {
      await sendWord(word, { header, signal });
      return true;
    });
    if (sent) onClose();
  };
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
    >
      <Stack gap="sm">
        <SayField
          label="Your answer"
          text={text}
          onText={setText}
          longest={LONGEST_WORD}
          longestMs={LONGEST_SPOKEN_WORD_MS}
          note={note}
          canBeSpoken={ink === ''}
        />
        {onPages && note.note === null && (
          <Suspense fallback={<Waiting what="Fetching the pens" />}>
            <InkNote pages={pages} pictureAddress={pictureAt} onInk={setInk} />
          </Suspense>
        )}
        {!onPages && note.note === null && pages.length > 0 && (
          <Button
            variant="default"
            leftSection={<IconPencil size={20} aria-hidden />}
            style={{ alignSelf: 'flex-start' }}
            onClick={() => setOnPages(true)}
          >
            {pages.length === 1 ? 'Write on the page' : 'Write on a page'}
          </Button>
        )}
        {at !== null && (
          <Switch
            label={`It is about ${timeText(at)} of the feedback`}
            checked={isAbout}
            onChange={({ currentTarget }) => setAbout(currentTarget.checked)}
          />
        )}
        {mayAskAgain && (
          <Switch
            label="Please look at the marks again"
            description="Your teacher finds it among the work that waits."
            checked={again}
            onChange={({ currentTarget }) => setAgain(currentTarget.checked)}
          />
        )}
        {isTooMuch && (
          <Text role="alert">So much is written on the pages that it cannot be sent. Take some of it off.</Text>
        )}
        <ProblemNote failure={failure} />
        <Group>
          <Button
            type="submit"
            loading={sending !== null}
            disabled={isTooMuch || (text.trim() === '' && ink === '' && note.note === null)}
          >
            Send
          </Button>
          <Button variant="subtle" color="oak" onClick={onClose}>
            Not now
          </Button>
        </Group>
      </Stack>
    </form>
  );
}
