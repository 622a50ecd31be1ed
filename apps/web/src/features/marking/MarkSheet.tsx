import { Button, NumberInput, Stack, Text, Textarea, Title } from '@mantine/core';
import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { call, client, once, type Api } from '../../shared/api/index.ts';
import { clockText, ProblemNote } from '../../shared/ui/index.ts';
import classes from './Marking.module.css';

/** What is typed; kept by the desk, since the sheet moves from beside the stage to beside the finished take. */
export interface MarkDraft {
  readonly points: number | string;
  readonly comment: string;
}
interface Props {
  readonly draft: MarkDraft;
  readonly onDraft: (draft: MarkDraft) => void;
  readonly desk: Api['MarkingDeskDto'];
  readonly row: Api['QueueRowDto'];
  readonly spoken: boolean;
  readonly onSaved: () => void;
  readonly onHandedBack: (next: string | null) => void;
}

/** Points and a comment, saved as they are typed; then hand back. */
export function MarkSheet({ draft, onDraft, desk, row, spoken, onSaved, onHandedBack }: Props) {
  const { points, comment } = draft;
  const setPoints = (next: number | string) => onDraft({ points: next, comment });
  const setComment = (next: string) => onDraft({ points, comment: next });
  const [saved, setSaved] = useState<Date | null>(null);
  const path = { id: row.submissionId };
  const body = () => ({ points: points === '' ? null : Number(points), comment });
  const save = useMutation({
    mutationFn: () => call(client.PUT('/api/marking/hand-ins/{id}', { params: { path }, body: body() })),
    onSuccess: () => {
      setSaved(new Date());
      onSaved();
    },
  });
  const handBack = useMutation({
    mutationFn: async () => {
      if (points !== '' || comment !== '')
        await call(client.PUT('/api/marking/hand-ins/{id}', { params: { path }, body: body() }));
      return once((header) => call(client.POST('/api/marking/hand-ins/{id}/hand-back', { params: { path, header } })));
    },
    onSuccess: ({ next }) => onHandedBack(next),
  });
  const changed = body().points !== row.points || comment !== row.comment;
  const leave = () => changed && save.mutate();
  return (
    <Stack gap="xs" className={classes.sheet} component="section" aria-label="Marks">
      <Title order={2}>{row.learnerName}</Title>
      {desk.points !== null && (
        <NumberInput
          label={`Points, up to ${desk.points}`}
          min={0}
          max={desk.points}
          clampBehavior="none"
          step={0.5}
          value={points}
          onChange={setPoints}
          onBlur={leave}
        />
      )}
      <Textarea
        label="Comment"
        autosize
        minRows={3}
        maxRows={8}
        maxLength={4000}
        value={comment}
        onChange={(event) => setComment(event.currentTarget.value)}
        onBlur={leave}
      />
      <Text size="sm" role="status">
        {saved ? `Saved ${clockText(saved)}` : ''}
      </Text>
      <ProblemNote failure={save.error ?? handBack.error} />
      <Button
        onClick={() => handBack.mutate()}
        loading={handBack.isPending}
        disabled={!spoken && points === '' && comment === ''}
      >
        Hand back
      </Button>
    </Stack>
  );
}
