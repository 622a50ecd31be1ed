import { Button, Group, Stack, Text, Title } from '@mantine/core';
import { readParts } from '@oakbell/core/worksheets';
import { useMutation, useQuery } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import { AnsweredBack } from './AnsweredBack.tsx';
import { GuardianLinks } from '../../kits/guardian/index.ts';
import { HeardLesson } from '../../kits/player/index.ts';
import { RubricLines } from '../../kits/rubric/index.ts';
import { PageWithInk } from '../../kits/stage/index.ts';
import { call, client, corePage, pictureOf, Problem, type Lesson } from '../../shared/api/index.ts';
import { exactText, ProblemNote, whenText } from '../../shared/ui/index.ts';
import classes from './Marking.module.css';
import { MarkFields } from './MarkSheet.tsx';
import { RubricPart, criteriaFor } from './RubricPart.tsx';
import { ShownToClass } from './ShownToClass.tsx';
import { TakeAlong } from './TakeAlong.tsx';
import type { Desk, Row } from './deskKey.ts';
import { inkQuery } from './useMarkInk.ts';
import { draftOf, pointsIn, type MarkDraft } from './useMarks.ts';

interface Props {
  readonly row: Row;
  readonly lesson: Lesson;
  readonly desk: Desk;
  readonly onCorrected: () => void;
}

/** What was handed back: as the learner has it, to be corrected with the learner told. */
export function HandedBack({ row, lesson, desk, onCorrected }: Props) {
  const [correcting, setCorrecting] = useState(false);
  const criteria = criteriaFor(desk, row);
  return (
    <div className={classes.hall}>
      {lesson.edits.segments.length > 0 ? <HeardLesson lesson={lesson} /> : <WrittenOn row={row} lesson={lesson} />}
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
            desk={desk}
            onDone={() => {
              setCorrecting(false);
              onCorrected();
            }}
          />
        ) : (
          <>
            {criteria && row.rubric && (
              <RubricLines
                criteria={criteria}
                choices={row.rubric.choices}
                points={row.points}
                outOf={desk.points}
                reason={row.reason}
              />
            )}
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
            <AnsweredBack submissionId={row.submissionId} />
            <ShownToClass desk={desk} row={row} />
            <TakeAlong row={row} />
          </>
        )}
        <Text role="status">
          {row.openedAt ? `Opened ${exactText(row.openedAt)}.` : row.heardAt ? '' : 'Not opened yet.'}
          {row.heardAt
            ? ` Heard ${Math.round((row.heardShare ?? 0) * 100)} %, last ${exactText(row.heardAt)}.`
            : lesson.edits.segments.length > 0 && row.openedAt
              ? ' Not heard yet.'
              : ''}
        </Text>
      </div>
    </div>
  );
}

interface CorrectionProps {
  readonly row: Row;
  readonly desk: Desk;
  readonly onDone: () => void;
}

function Correction({ row, desk, onDone }: CorrectionProps) {
  const most = desk.points;
  const [draft, setDraft] = useState<MarkDraft>(() => draftOf(row));
  const change = (part: Partial<MarkDraft>) => setDraft((before) => ({ ...before, ...part }));
  const save = useMutation({
    mutationFn: () => {
      const points = most === null ? null : pointsIn(draft.points, most);
      if (points === 'wrong') throw new Problem(0, 'not-valid', `Points are a number from 0 to ${most}.`);
      const { times, revision, submissionId: id } = row;
      const body = { points, comment: draft.comment, reason: draft.reason, rubric: draft.rubric, times, revision };
      return call(client.PUT('/api/marking/hand-ins/{id}/correction', { params: { path: { id } }, body }));
    },
    onSuccess: onDone,
  });
  return (
    <Stack gap="xs" component="section" aria-label="Correct the marks">
      <RubricPart desk={desk} draft={draft} onDraft={change} />
      <MarkFields desk={desk} draft={draft} onDraft={change} />
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

/** What was handed back without a word: the pages, with what was written on them. */
function WrittenOn({ row, lesson }: Pick<Props, 'row' | 'lesson'>) {
  const ink = useQuery(inkQuery(row));
  const events = useMemo(() => readParts([ink.data?.log ?? '']), [ink.data]);
  return (
    <div className={classes.written} tabIndex={0} role="group" aria-label="The pages as they were handed back">
      <Text size="sm">Handed back without a recording.</Text>
      {lesson.pages.map(corePage).map((page, i) => (
        <PageWithInk
          key={page.id}
          page={page}
          events={events}
          label={`Page ${i + 1} as it was handed back`}
          pictureAddress={pictureOf(lesson.id)}
          widthPx={1200}
        />
      ))}
    </div>
  );
}
