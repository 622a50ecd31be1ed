import { Button, Group, Stack, Text, Textarea, TextInput, Title } from '@mantine/core';
import { useMutation } from '@tanstack/react-query';
import { useEffect, useRef } from 'react';
import type { Api } from '../../shared/api/index.ts';
import { clockText, ProblemNote } from '../../shared/ui/index.ts';
import classes from './Marking.module.css';
import { ShownToClass } from './ShownToClass.tsx';
import { pointsIn, type MarkDraft, type Marks } from './useMarks.ts';

interface Props {
  readonly marks: Marks;
  readonly desk: Api['MarkingDeskDto'];
  readonly row: Api['QueueRowDto'];
  /** Something was spoken on it. */
  readonly spoken: boolean;
  /** Something is being spoken on it now. */
  readonly running: boolean;
  readonly onHandedBack: (next: string | null) => void;
}

/** Points and a comment, saved as they are typed; then hand back. */
export function MarkSheet({ marks, desk, row, spoken, running, onHandedBack }: Props) {
  const { draft, others, failure } = marks;
  const handBack = useMutation({ mutationFn: () => marks.handBack(), onSuccess: onHandedBack });
  const heading = useRef<HTMLHeadingElement>(null);
  // Whoever goes from one hand-in to the next hears whose it is, and goes on from there.
  useEffect(() => heading.current?.focus(), []);
  const nothing = !spoken && draft.points.trim() === '' && draft.comment.trim() === '';
  return (
    <Stack gap="xs" className={classes.sheet} component="section" aria-label="Marks">
      <Title order={2} ref={heading} tabIndex={-1}>
        <bdi>{row.learnerName}</bdi>
      </Title>
      {row.earlier && <Earlier earlier={row.earlier} onUse={(earlier) => marks.write(earlier)} />}
      <MarkFields draft={draft} most={desk.points} onDraft={(next) => marks.write(next)} />
      <Text size="sm" role="status">
        {marks.state === 'away'
          ? 'The school server cannot be reached. What you type is kept here and saved later.'
          : marks.state === 'saved' && marks.savedAt
            ? `Saved ${clockText(marks.savedAt)}`
            : ''}
      </Text>
      <ProblemNote failure={failure ?? handBack.error} />
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
      <Button onClick={() => handBack.mutate()} loading={handBack.isPending} disabled={nothing || running}>
        Hand back
      </Button>
      {running && (
        <Text size="sm" c="dimmed">
          Stop and keep the recording first.
        </Text>
      )}
      <ShownToClass desk={desk} row={row} />
    </Stack>
  );
}

interface FieldsProps {
  readonly draft: MarkDraft;
  readonly most: number | null;
  readonly onDraft: (draft: MarkDraft) => void;
}

/** Where points and the comment are typed. */
export function MarkFields({ draft, most, onDraft }: FieldsProps) {
  const isWrong = most !== null && pointsIn(draft.points, most) === 'wrong';
  return (
    <>
      {most !== null && (
        <TextInput
          label={`Points, up to ${most}`}
          inputMode="decimal"
          maxLength={7}
          value={draft.points}
          error={isWrong ? `A number from 0 to ${most}. What was there before is kept.` : null}
          onChange={(event) => onDraft({ ...draft, points: event.currentTarget.value })}
        />
      )}
      <Textarea
        label="Comment"
        autosize
        minRows={3}
        maxRows={8}
        maxLength={4000}
        value={draft.comment}
        onChange={(event) => onDraft({ ...draft, comment: event.currentTarget.value })}
      />
    </>
  );
}

/** What was given for the work that was there before: it is not for this one unless somebody says so. */
function Earlier({
  earlier: { points, comment },
  onUse,
}: {
  readonly earlier: Api['MarkingDto'];
  readonly onUse: (draft: MarkDraft) => void;
}) {
  return (
    <Stack gap={4} role="note">
      <Text size="sm">
        This is new work. For what was handed in before you gave {points === null ? 'no points' : `${points} points`}
        {comment === '' ? '.' : ` and wrote: “${comment}”`}
      </Text>
      <Button
        size="xs"
        variant="default"
        style={{ alignSelf: 'flex-start' }}
        onClick={() => onUse({ points: points === null ? '' : String(points), comment })}
      >
        Use it for this one too
      </Button>
    </Stack>
  );
}
