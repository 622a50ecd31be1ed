import { Button, Group, Stack, Switch, Text, TextInput, Title } from '@mantine/core';
import { isOwnGrade, LONGEST_REASON, totalOf } from '@oakbell/core/marking';
import { useEffect, useRef, type Ref } from 'react';
import { Link } from 'react-router';
import type { RoomActs } from '../../kits/recorder/index.ts';
import { Problem, type Api } from '../../shared/api/index.ts';
import { clockText, ProblemNote, useKeys, type KeyLine } from '../../shared/ui/index.ts';
import type { Desk, MarkedBy, Row } from './deskKey.ts';
import { CommentActs, CommentField } from './CommentField.tsx';
import { RubricChoice } from './RubricChoice.tsx';
import { criteriaFor, RubricPart } from './RubricPart.tsx';
import { RemoveHandIn } from './RemoveHandIn.tsx';
import { ShownToClass } from './ShownToClass.tsx';
import { TakeAlong } from './TakeAlong.tsx';
import type { Asked, Finishing } from './useFinishing.ts';
import type { useMarkInk } from './useMarkInk.ts';
import type { useSilenceOut } from './useSilenceOut.ts';
import { draftOf, pointsIn, type MarkDraft, type Marks } from './useMarks.ts';
import classes from './Marking.module.css';

interface Props {
  readonly marks: Marks;
  readonly ink: Pick<ReturnType<typeof useMarkInk>, 'failure' | 'save' | 'hasInk'>;
  readonly desk: Desk;
  readonly row: Row;
  /** Something was spoken on it. */
  readonly spoken: boolean;
  /** Something is being spoken on it now, or is not safe yet. */
  readonly running: boolean;
  readonly finish: Finishing;
  readonly room: RoomActs | null;
  /** Opens where what was said is typed. */
  readonly onCaptions: () => void;
  readonly silence: Pick<ReturnType<typeof useSilenceOut>, 'isOut' | 'setIsOut'>;
  /** Whether recording rests at each page; left out where there is one page alone. */
  readonly rest?: { readonly rests: boolean; readonly setRests: (on: boolean) => void };
  /** What failed beside the sheet. */
  readonly trouble: unknown;
}

export const SHEET_KEYS: readonly KeyLine[] = [
  ['G', 'To the rubric; there a figure chooses the level'],
  ['C', 'To the comment; Escape leaves it'],
  ['Ctrl+Enter', 'Hand back, and on to the next one'],
  ['Ctrl+Shift+Enter', 'Ready to be handed back with others, and on'],
  ['N, V', 'The next one that waits; the one before'],
];

/** Rubric, points and a comment, saved as they are chosen and typed; then hand back, or keep until all are marked. */
export function MarkSheet({
  marks,
  ink,
  desk,
  row,
  spoken,
  running,
  finish,
  room,
  onCaptions,
  silence,
  rest,
  trouble,
}: Props) {
  const { draft, others, failure } = marks;
  const heading = useRef<HTMLHeadingElement>(null);
  const comment = useRef<HTMLTextAreaElement>(null);
  // Whoever goes from one hand-in to the next hears whose it is, and goes on from there.
  useEffect(() => heading.current?.focus(), []);
  const nothing =
    !spoken &&
    !running &&
    draft.points.trim() === '' &&
    draft.comment.trim() === '' &&
    (draft.rubric?.choices ?? []).length === 0 &&
    !ink.hasInk;
  const ask = (how: Asked['how'], more: Omit<Asked, 'how'> = {}) => {
    if (!nothing) finish.ask({ how, ...more }, room?.stop);
  };
  const uncaptioned = finish.error instanceof Problem && finish.error.code === 'captions-missing';
  useKeys({
    c: () => comment.current?.focus(),
    'Ctrl+Enter': () => ask('back'),
    'Ctrl+Shift+Enter': () => ask('ready'),
  });
  return (
    <Stack gap="xs" className={classes.sheet} component="section" aria-label="Marks">
      <Title order={2} ref={heading} tabIndex={-1} className={classes.whose}>
        <bdi>{row.learnerName}</bdi>
      </Title>
      {row.times > 1 && (
        <Link to={`/marking/${desk.assignmentId}/${row.submissionId}/versions`}>
          Handed in {row.times} times: see what changed
        </Link>
      )}
      {row.links.length > 0 && (
        <ul aria-label="Links that were handed in" className={classes.links}>
          {row.links.map((link) => (
            <li key={link}>
              <a href={link} target="_blank" rel="noopener noreferrer nofollow">
                {link}
              </a>
            </li>
          ))}
        </ul>
      )}
      {row.earlier && <Earlier earlier={row.earlier} onUse={(earlier) => marks.write(earlier)} />}
      <RubricPart desk={desk} draft={draft} onDraft={marks.write} room={room} />
      <MarkFields desk={desk} draft={draft} commentRef={comment} onDraft={marks.write} />
      <Text size="sm" role="status">
        {finish.isWaiting
          ? 'It goes as soon as your voice is safe.'
          : marks.state === 'away'
            ? 'The school server cannot be reached. What you type is kept here and saved later.'
            : marks.state === 'saved' && marks.savedAt
              ? `Saved ${clockText(marks.savedAt)}`
              : row.readyAt
                ? 'Ready to be handed back with others.'
                : ''}
      </Text>
      <ProblemNote failure={failure ?? finish.error ?? ink.failure ?? trouble} />
      {row.needsCaptions && !uncaptioned && (
        <Text size="sm">
          {row.makers.length === 1 ? 'Needs captions' : 'One of them needs captions'} of what you say: they are typed
          before this is handed back.
        </Text>
      )}
      {(uncaptioned || (row.needsCaptions && spoken)) && (
        <Group gap="xs" role="group" aria-label="Captions">
          <Button size="xs" variant={uncaptioned ? 'filled' : 'default'} onClick={onCaptions}>
            Type the captions
          </Button>
          {uncaptioned && (
            <Button
              size="xs"
              variant="default"
              onClick={() => ask(finish.asked?.how ?? 'back', { withoutCaptions: true })}
            >
              {finish.asked?.how === 'ready' ? 'Keep as ready without' : 'Hand back without'}
            </Button>
          )}
        </Group>
      )}
      {others && (
        <Stack gap="xs" role="group" aria-label="Two have marked this">
          <Text>
            {others.by} gave {others.points === null ? 'no points' : `${others.points} points`}
            {others.comment === '' ? ' and wrote nothing.' : `, and wrote: “${others.comment}”`}
          </Text>
          <Group gap="xs">
            <Button size="xs" onClick={() => marks.settle('theirs')}>
              Take what {others.by} gave
            </Button>
            <Button size="xs" variant="default" onClick={() => marks.settle('mine')}>
              Put mine in its place
            </Button>
          </Group>
        </Stack>
      )}
      <Group gap={6} grow preventGrowOverflow={false} className={classes.finish}>
        <Button
          onClick={() => ask('back')}
          loading={finish.isBusy}
          disabled={nothing}
          aria-keyshortcuts="Control+Enter"
        >
          Hand back
        </Button>
        <Button
          variant="default"
          onClick={() => ask('ready')}
          disabled={nothing || finish.isBusy}
          aria-keyshortcuts="Control+Shift+Enter"
        >
          Keep as ready
        </Button>
      </Group>
      <CommentActs value={draft.comment} {...(room ? { onPage: room.write } : {})} />
      <Switch
        size="xs"
        label="Leave out silence where you only read"
        checked={silence.isOut}
        onChange={({ currentTarget }) => silence.setIsOut(currentTarget.checked)}
      />
      {rest && (
        <Switch
          size="xs"
          label="Pause at each new page"
          checked={rest.rests}
          onChange={({ currentTarget }) => rest.setRests(currentTarget.checked)}
        />
      )}
      <RubricChoice desk={desk} />
      <ShownToClass desk={desk} row={row} />
      <TakeAlong row={row} />
      <RemoveHandIn desk={desk} row={row} />
    </Stack>
  );
}

/** Whether marks cannot go as they are typed: there is something to be mended first. */
export function isFaulty(desk: MarkedBy, draft: MarkDraft): boolean {
  const points = desk.points === null ? null : pointsIn(draft.points, desk.points);
  return points === 'wrong' || (isOwnPoints(desk, draft, points) && draft.reason.trim() === '');
}

function isOwnPoints(desk: MarkedBy, draft: MarkDraft, points: number | null): boolean {
  const criteria = criteriaFor(desk, draft);
  return isOwnGrade(points, criteria && totalOf(criteria, draft.rubric?.choices ?? []), desk.points);
}

interface FieldsProps {
  readonly desk: MarkedBy;
  readonly draft: MarkDraft;
  readonly commentRef?: Ref<HTMLTextAreaElement>;
  readonly onDraft: (change: Partial<MarkDraft>) => void;
}

/** Where points and the comment are typed, and why the points are other than what the rubric comes to. */
export function MarkFields({ desk, draft, commentRef, onDraft }: FieldsProps) {
  const most = desk.points;
  const points = most === null ? null : pointsIn(draft.points, most);
  const isOwn = points !== 'wrong' && isOwnPoints(desk, draft, points);
  const isWrong = points === 'wrong';
  return (
    <>
      {most !== null && (
        <TextInput
          label={`Points, up to ${most}`}
          inputMode="decimal"
          maxLength={7}
          value={draft.points}
          error={isWrong ? `A number from 0 to ${most}. What was there before is kept.` : null}
          onChange={(event) => onDraft({ points: event.currentTarget.value })}
        />
      )}
      {isOwn && (
        <TextInput
          label="Why other points than the rubric says"
          required
          maxLength={LONGEST_REASON}
          value={draft.reason}
          onChange={(event) => onDraft({ reason: event.currentTarget.value })}
        />
      )}
      <CommentField
        {...(commentRef ? { ref: commentRef } : {})}
        value={draft.comment}
        onChange={(comment) => onDraft({ comment })}
      />
    </>
  );
}

/** What was given for the work that was there before: it is not for this one unless somebody says so. */
function Earlier({
  earlier,
  onUse,
}: {
  readonly earlier: Api['MarkingDto'];
  readonly onUse: (draft: MarkDraft) => void;
}) {
  const { points, comment } = earlier;
  return (
    <Stack gap={4} role="note">
      <Text size="sm">
        This is new work. For what was handed in before you gave {points === null ? 'no points' : `${points} points`}
        {comment === '' ? '.' : ` and wrote: “${comment}”`}
      </Text>
      <Button size="xs" variant="default" style={{ alignSelf: 'flex-start' }} onClick={() => onUse(draftOf(earlier))}>
        Use it for this one too
      </Button>
    </Stack>
  );
}
