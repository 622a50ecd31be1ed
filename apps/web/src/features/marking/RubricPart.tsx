import { Button, Group, Stack, Text } from '@mantine/core';
import { carriedOver, pointsAfter, totalOf, totalSentence, withChoice, type Criteria } from '@oakbell/core/marking';
import type { RoomActs } from '../../kits/recorder/index.ts';
import type { MarkedBy } from './deskKey.ts';
import { RubricFields } from './RubricFields.tsx';
import { pointsIn, type MarkDraft } from './useMarks.ts';

interface Props {
  readonly desk: MarkedBy;
  readonly draft: MarkDraft;
  readonly onDraft: (change: Partial<MarkDraft>) => void;
  /** The room that it stands beside, where there is one. */
  readonly room?: RoomActs | null;
}

/** The criteria that a draft is filled by: those it has, or the newest of the assignment's rubric; null where there is none. */
export function criteriaFor(desk: MarkedBy, { rubric }: Pick<MarkDraft, 'rubric'>): Criteria | null {
  const id = rubric?.versionId ?? desk.rubric?.versionId;
  return desk.versions.find((one) => one.versionId === id)?.criteria ?? null;
}

/** The rubric of a hand-in while it is marked; each choice is stamped into what is being recorded. */
export function RubricPart({ desk, draft, onDraft, room = null }: Props) {
  const criteria = criteriaFor(desk, draft);
  if (!criteria) return null;
  const versionId = draft.rubric?.versionId ?? desk.rubric?.versionId ?? '';
  const choices = draft.rubric?.choices ?? [];
  const total = totalOf(criteria, choices);
  /** The draft with another filling, and with the points that follow from it; what is no number stays to be mended. */
  const filled = (rubric: NonNullable<MarkDraft['rubric']>, by: Criteria): Partial<MarkDraft> => {
    const outOf = desk.points ?? 0;
    const given = pointsIn(draft.points, outOf);
    if (outOf === 0 || given === 'wrong') return { rubric };
    const points = pointsAfter(given, total, totalOf(by, rubric.choices), outOf);
    return { rubric, points: points === null ? '' : String(points) };
  };
  const choose = (criterion: string, level: string | null) => {
    const rubric = { versionId, choices: [...withChoice(criteria, choices, criterion, level)] };
    onDraft(filled(rubric, criteria));
    room?.rubric(criterion, level);
  };
  const newest = desk.versions.find((one) => one.versionId === desk.rubric?.versionId);
  const isOlder = newest !== undefined && newest.versionId !== versionId;
  const markByNewest = () => {
    if (!newest) return;
    const rubric = { versionId: newest.versionId, choices: [...carriedOver(choices, newest.criteria)] };
    onDraft(filled(rubric, newest.criteria));
  };
  return (
    <Stack gap={6}>
      {isOlder && (
        <Group gap={6} role="note">
          <Text size="sm">This is marked by the rubric as it was before it was changed.</Text>
          <Button size="xs" variant="default" onClick={markByNewest}>
            Mark it by the changed one
          </Button>
        </Group>
      )}
      <RubricFields criteria={criteria} choices={choices} onChoose={choose} />
      <Text size="sm" role="status">
        {totalSentence(total, desk.points)}
      </Text>
    </Stack>
  );
}
