import { Button, Group, Stack, Text, Title } from '@mantine/core';
import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { GuardianLinks } from '../../kits/guardian/index.ts';
import { HeardLesson } from '../../kits/player/index.ts';
import { call, client, Problem, type Api, type Lesson } from '../../shared/api/index.ts';
import { ProblemNote, whenText } from '../../shared/ui/index.ts';
import classes from './Marking.module.css';
import { MarkFields } from './MarkSheet.tsx';
import { ShownToClass } from './ShownToClass.tsx';
import { pointsIn, type MarkDraft } from './useMarks.ts';

interface Props {
  readonly row: Api['QueueRowDto'];
  readonly lesson: Lesson;
  readonly desk: Api['MarkingDeskDto'];
  readonly onCorrected: () => void;
}

/** What was handed back: as the learner has it, to be corrected with the learner told. */
export function HandedBack({ row, lesson, desk, onCorrected }: Props) {
  const [correcting, setCorrecting] = useState(false);
  return (
    <div className={classes.hall}>
      {lesson.edits.segments.length > 0 ? (
        <HeardLesson lesson={lesson} />
      ) : (
        <Text m="auto">Handed back without a recording.</Text>
      )}
      <div className={classes.beside}>
        <Title order={2}>
          <bdi>{row.learnerName}</bdi>
        </Title>
        <Text>
          Handed back {row.handedBackAt && whenText(row.handedBackAt)}
          {row.correctedAt && `, corrected ${whenText(row.correctedAt)}`}
        </Text>
        {correcting ? (
          <Correction
            row={row}
            most={desk.points}
            onDone={() => {
              setCorrecting(false);
              onCorrected();
            }}
          />
        ) : (
          <>
            {row.points !== null && (
              <Text fw={700}>
                {row.points} of {desk.points} points
              </Text>
            )}
            <Text style={{ whiteSpace: 'pre-wrap' }}>{row.comment}</Text>
            <Button variant="default" style={{ alignSelf: 'flex-start' }} onClick={() => setCorrecting(true)}>
              Correct the marks
            </Button>
            {row.makers.map((learner) => (
              <GuardianLinks key={learner.id} assignmentId={desk.assignmentId} learner={learner} lesson={null} />
            ))}
            <ShownToClass desk={desk} row={row} />
          </>
        )}
        <Text role="status">
          {row.heardAt
            ? `Heard ${Math.round((row.heardShare ?? 0) * 100)} %, last on ${whenText(row.heardAt)}`
            : lesson.edits.segments.length > 0
              ? 'Not heard yet'
              : ''}
        </Text>
      </div>
    </div>
  );
}

interface CorrectionProps {
  readonly row: Api['QueueRowDto'];
  readonly most: number | null;
  readonly onDone: () => void;
}

function Correction({ row, most, onDone }: CorrectionProps) {
  const [draft, setDraft] = useState<MarkDraft>({
    points: row.points === null ? '' : String(row.points),
    comment: row.comment,
  });
  const save = useMutation({
    mutationFn: () => {
      const points = most === null ? null : pointsIn(draft.points, most);
      if (points === 'wrong') throw new Problem(0, 'not-valid', `Points are a number from 0 to ${most}.`);
      const { times, revision, submissionId: id } = row;
      const body = { points, comment: draft.comment, times, revision };
      return call(client.PUT('/api/marking/hand-ins/{id}/correction', { params: { path: { id } }, body }));
    },
    onSuccess: onDone,
  });
  return (
    <Stack gap="xs" component="section" aria-label="Correct the marks">
      <MarkFields draft={draft} most={most} onDraft={setDraft} />
      <Text size="sm">
        <bdi>{row.learnerName}</bdi> sees at once that the marks were corrected.
      </Text>
      <ProblemNote failure={save.error} />
      <Group gap="xs">
        <Button loading={save.isPending} onClick={() => save.mutate()}>
          Save the correction
        </Button>
        <Button variant="default" onClick={onDone}>
          Leave it
        </Button>
      </Group>
    </Stack>
  );
}
