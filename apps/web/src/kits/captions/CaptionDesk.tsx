import { Button, Group, Progress, Text, Textarea } from '@mantine/core';
import { LONGEST_CAPTION } from '@oakbell/core/captions';
import { micros, timeText } from '@oakbell/core/clock';
import { useEffect, useRef, useState, type KeyboardEvent, type ReactNode } from 'react';
import { HeardLesson, type SegmentPlayer } from '../player/index.ts';
import type { Lesson } from '../../shared/api/index.ts';
import { Empty, Fetching, KeyHelp, ProblemNote, type KeyLine } from '../../shared/ui/index.ts';
import { useTyping, type TypedRow } from './useCaptions.ts';
import classes from './Captions.module.css';

/** A voice is heard from a moment before it begins. */
const BEFORE = 150_000;

export const CAPTION_KEYS: readonly KeyLine[] = [
  ['Enter', 'The next stretch; it is heard at once'],
  ['Shift+Enter', 'The one before'],
  ['Ctrl+Space', 'Hear it again, or stop'],
  ['Escape', 'Leave the field; Space plays from there'],
];

interface Props {
  readonly lesson: Lesson;
  /** What can be done once all is typed, or to go back. */
  readonly foot: ReactNode;
}

/** What is said, typed stretch by stretch: each is heard when it is come to. */
export function CaptionDesk({ lesson, foot }: Props) {
  const typing = useTyping(lesson);
  const { rows } = typing;
  if (!rows) return <Fetching of={[typing.fetched]} what="Listening for where something is said" />;
  if (rows.length === 0)
    return (
      <div className={classes.empty}>
        <Empty title="Nothing is said in it" action={foot}>
          There is no voice here that captions could be typed for.
        </Empty>
      </div>
    );
  return (
    <div className={classes.desk}>
      <HeardLesson
        lesson={lesson}
        beside={(player) => <Rows rows={rows} player={player} typing={typing} foot={foot} />}
      />
    </div>
  );
}

interface RowsProps {
  readonly rows: readonly TypedRow[];
  readonly player: SegmentPlayer;
  readonly typing: ReturnType<typeof useTyping>;
  readonly foot: ReactNode;
}

function Rows({ rows, player, typing, foot }: RowsProps) {
  const list = useRef<HTMLOListElement>(null);
  const left = rows.filter(({ text }) => text === null).length;
  /** Where what is heard ends. */
  const stopAt = useRef(Infinity);
  useEffect(
    () =>
      player.onTick((time) => {
        if (time < stopAt.current) return;
        stopAt.current = Infinity;
        player.pause();
      }),
    [player],
  );
  const hear = ({ start, end }: TypedRow) => {
    stopAt.current = Infinity;
    player.seek(micros(Math.max(0, start - BEFORE)));
    stopAt.current = end + BEFORE;
    void player.play();
  };
  const again = (row: TypedRow) => {
    const { state } = player.getView();
    if (state === 'playing' || state === 'waiting') player.pause();
    else hear(row);
  };
  const goTo = (index: number) => {
    const fields = list.current?.querySelectorAll<HTMLElement>('textarea, [data-silent]');
    fields?.[Math.max(0, Math.min(rows.length - 1, index))]?.focus();
  };
  const [first] = useState(() =>
    Math.max(
      0,
      rows.findIndex(({ text }) => text === null),
    ),
  );
  useEffect(() => {
    const field = list.current?.querySelectorAll<HTMLElement>('textarea, [data-silent]')[first];
    field?.focus({ preventScroll: true });
    field?.scrollIntoView({ block: 'center' });
  }, [first]);
  return (
    <section className={classes.side} aria-label="Captions">
      <Group justify="space-between" wrap="nowrap" gap="xs">
        <Text role="status" size="sm">
          {left === 0 ? 'All that is said is typed.' : `${rows.length - left} of ${rows.length} stretches are typed.`}{' '}
          {typing.state === 'away' &&
            'The school server cannot be reached: what you type is kept here and saved later.'}
        </Text>
        <KeyHelp hall lines={CAPTION_KEYS} />
      </Group>
      <Progress value={((rows.length - left) / rows.length) * 100} size="sm" aria-label="How much is typed" />
      <ProblemNote failure={typing.failure} onRetry={() => void typing.save()} />
      <ol ref={list} className={classes.rows}>
        {rows.map((row, i) => (
          <Row
            key={row.name}
            row={row}
            onHear={() => hear(row)}
            onAgain={() => again(row)}
            isRefused={typing.failure !== null}
            onGo={(by) => goTo(i + by)}
            onType={(text) => typing.type(row.name, text)}
          />
        ))}
      </ol>
      <Group gap="xs" className={classes.foot}>
        {foot}
      </Group>
    </section>
  );
}

interface RowProps {
  readonly row: TypedRow;
  /** What was typed could not be saved as it is. */
  readonly isRefused: boolean;
  readonly onHear: () => void;
  readonly onAgain: () => void;
  readonly onGo: (by: 1 | -1) => void;
  readonly onType: (text: string | null) => void;
}

function Row({ row, isRefused, onHear, onAgain, onGo, onType }: RowProps) {
  const { start, text, isTyped, line } = row;
  // A field that is emptied is one that nobody has typed in.
  const isSilent = text === '';
  const at = timeText(start);
  const onKeyDown = (event: KeyboardEvent<HTMLElement>) => {
    // Letters that are still being put together are nobody's key.
    if (event.nativeEvent.isComposing) return;
    if (event.key === 'Enter') onGo(event.shiftKey ? -1 : 1);
    else if (event.key === ' ' && event.ctrlKey) onAgain();
    else if (event.key === 'Escape') event.currentTarget.blur();
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  /** Somebody else typed there while it was typed here. */
  const theirs = isRefused && isTyped && line.text !== text?.trim() ? line.text : null;
  return (
    <li className={classes.row} data-open={text === null || undefined}>
      <button type="button" className={classes.at} onClick={onHear} aria-label={`Hear what is said at ${at}`}>
        <span className="ob-time">{at}</span>
      </button>
      {isSilent ? (
        <Group gap="xs" wrap="nowrap">
          <Text size="sm">Nothing is said here.</Text>
          <Button
            data-silent
            size="compact-sm"
            variant="default"
            onClick={() => onType(null)}
            onFocus={onHear}
            // Enter goes on from here as from everywhere: the space bar presses it.
            onKeyDown={(event) => event.key === 'Enter' && onKeyDown(event)}
          >
            Type it after all
          </Button>
        </Group>
      ) : (
        <div className={classes.field}>
          <Textarea
            aria-label={`Said at ${at}`}
            autosize
            minRows={1}
            maxRows={6}
            maxLength={LONGEST_CAPTION}
            value={text ?? ''}
            onFocus={onHear}
            onKeyDown={onKeyDown}
            onChange={({ currentTarget }) => onType(currentTarget.value === '' ? null : currentTarget.value)}
          />
          {theirs !== null && (
            <Text size="sm">{`There now: “${theirs}”. Save once more to put yours in its place.`}</Text>
          )}
          {text === null && (
            <Button
              size="compact-sm"
              variant="subtle"
              color="var(--ob-hall-text)"
              onClick={() => {
                onType('');
                onGo(1);
              }}
            >
              Nothing is said
            </Button>
          )}
        </div>
      )}
    </li>
  );
}
