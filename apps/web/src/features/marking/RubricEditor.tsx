import { Button, Group, Modal, NativeSelect, NumberInput, Stack, Text, TextInput } from '@mantine/core';
import { IconArrowDown, IconArrowUp, IconTrash } from '@tabler/icons-react';
import {
  LONGEST_CRITERION,
  LONGEST_DESCRIPTION,
  LONGEST_LEVEL,
  LONGEST_RUBRIC_NAME,
  MOST_CRITERIA,
  MOST_LEVEL_POINTS,
  MOST_LEVELS,
  MOST_WEIGHT,
  totalOf,
  type Criterion,
  type Level,
} from '@oakbell/core/marking';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { call, client, once } from '../../shared/api/index.ts';
import { DialogFoot, IconAction, offerUndo, ProblemNote } from '../../shared/ui/index.ts';
import { RUBRICS_KEY, type Rubric } from './deskKey.ts';
import classes from './Marking.module.css';

interface Props {
  /** The one that is changed; a new one is made when null. */
  readonly rubric: Rubric | null;
  readonly onClose: () => void;
  readonly onSaved: (rubric: Rubric) => void;
}

const LEVEL_NAMES = ['Not yet', 'In part', 'Met', 'More than met'];
const newId = (): string => crypto.randomUUID();
const firstLevels = (): readonly Level[] =>
  LEVEL_NAMES.map((name, points) => ({ id: newId(), name, points, description: '' }));
const newLine = (like?: Criterion): Criterion => ({
  id: newId(),
  name: '',
  weight: 1,
  // Most lines of a rubric have levels of the same names.
  levels: like ? like.levels.map((level) => ({ ...level, id: newId(), description: '' })) : firstLevels(),
});

/** The same with one of them changed, moved or left out. */
const withOne = <T,>(all: readonly T[], at: number, next: T): readonly T[] =>
  all.map((one, i) => (i === at ? next : one));
const without = <T,>(all: readonly T[], at: number): readonly T[] => all.filter((_, i) => i !== at);
function moved<T>(all: readonly T[], at: number, by: number): readonly T[] {
  const one = all[at];
  return one === undefined ? all : without(all, at).toSpliced(at + by, 0, one);
}

/** Makes a rubric, or changes one: what was marked by it keeps it as it was. */
export function RubricEditor({ rubric, onClose, onSaved }: Props) {
  const queries = useQueryClient();
  const [name, setName] = useState(rubric?.name ?? '');
  const [courseId, setCourse] = useState(rubric?.courseId ?? null);
  const [lines, setLines] = useState<readonly Criterion[]>(() => rubric?.criteria ?? [newLine(), newLine()]);
  const courses = useQuery({ queryKey: ['courses'], queryFn: () => call(client.GET('/api/courses')) });
  const save = useMutation({
    mutationFn: () => {
      const criteria = lines.map((line) => ({ ...line, levels: [...line.levels] }));
      const body = { name: name.trim(), courseId, criteria };
      return once((header) =>
        rubric
          ? call(
              client.PUT('/api/rubrics/{id}', {
                params: { path: { id: rubric.id }, header },
                body: { ...body, number: rubric.number },
              }),
            )
          : call(client.POST('/api/rubrics', { params: { header }, body })),
      );
    },
    onSuccess: (saved) => {
      void queries.invalidateQueries({ queryKey: RUBRICS_KEY });
      void queries.invalidateQueries({ queryKey: ['marking'] });
      onSaved(saved);
    },
  });
  const archive = (archived: boolean) =>
    call(
      client.PUT('/api/rubrics/{id}/archived', { params: { path: { id: rubric?.id ?? '' } }, body: { archived } }),
    ).then(() => queries.invalidateQueries({ queryKey: RUBRICS_KEY }));
  const putAway = useMutation({
    mutationFn: archive,
    onSuccess: () => {
      offerUndo('The rubric is put away. What is marked by it goes on.', () => archive(false));
      onClose();
    },
  });
  const total = totalOf(lines, []);
  const shared = (courses.data ?? []).filter((one) => one.teachers.length > 1 || one.id === courseId);
  return (
    <Modal opened onClose={onClose} size="xl" title={rubric ? `Change “${rubric.name}”` : 'Make a rubric'}>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          save.mutate();
        }}
      >
        <Stack gap="sm">
          <Group align="end" grow preventGrowOverflow={false}>
            <TextInput
              label="Name"
              required
              data-autofocus
              maxLength={LONGEST_RUBRIC_NAME}
              value={name}
              onChange={(event) => setName(event.currentTarget.value)}
            />
            {shared.length > 0 && (
              <NativeSelect
                label="Who has it"
                value={courseId ?? ''}
                onChange={(event) => setCourse(event.currentTarget.value || null)}
                data={[
                  { value: '', label: 'Only you' },
                  ...shared.map((one) => ({ value: one.id, label: `All who teach ${one.name}` })),
                ]}
              />
            )}
          </Group>
          {lines.map((line, i) => (
            <LineFields
              key={line.id}
              line={line}
              number={i + 1}
              onChange={(next) => setLines(withOne(lines, i, next))}
              onMove={(by) => setLines(moved(lines, i, by))}
              onRemove={() => setLines(without(lines, i))}
              isFirst={i === 0}
              isLast={i === lines.length - 1}
              isOnly={lines.length === 1}
            />
          ))}
          <Group justify="space-between">
            <Button
              variant="default"
              disabled={lines.length >= MOST_CRITERIA}
              onClick={() => setLines([...lines, newLine(lines.at(-1))])}
            >
              Add a line
            </Button>
            <Text size="sm" role="status">
              {lines.length === 1 ? 'One line' : `${lines.length} lines`}, {total.most} at most. It is turned into the
              points of an assignment in proportion.
            </Text>
          </Group>
          {rubric && rubric.used > 0 && (
            <Text size="sm">
              {rubric.used === 1 ? 'An assignment is' : `${rubric.used} assignments are`} marked by it. What was marked
              already keeps the rubric as it was; what comes next is marked by the changed one.
            </Text>
          )}
          <ProblemNote failure={save.error ?? putAway.error} />
          {rubric && (
            <Button
              variant="subtle"
              color="oak"
              style={{ alignSelf: 'flex-start' }}
              loading={putAway.isPending}
              onClick={() => putAway.mutate(true)}
            >
              Put it away
            </Button>
          )}
          <DialogFoot onClose={onClose}>
            <Button type="submit" loading={save.isPending} disabled={name.trim() === ''}>
              {rubric ? 'Save the change' : 'Make it'}
            </Button>
          </DialogFoot>
        </Stack>
      </form>
    </Modal>
  );
}

interface LineProps {
  readonly line: Criterion;
  readonly number: number;
  readonly onChange: (line: Criterion) => void;
  readonly onMove: (by: 1 | -1) => void;
  readonly onRemove: () => void;
  readonly isFirst: boolean;
  readonly isLast: boolean;
  readonly isOnly: boolean;
}

function LineFields({ line, number, onChange, onMove, onRemove, isFirst, isLast, isOnly }: LineProps) {
  const { levels } = line;
  const change = (i: number, part: Partial<Level>) => {
    const level = levels[i];
    if (level) onChange({ ...line, levels: withOne(levels, i, { ...level, ...part }) });
  };
  const last = levels.at(-1);
  return (
    <Stack gap={8} className={classes.editorLine} role="group" aria-label={`Line ${number}`}>
      <Group align="end" wrap="nowrap" gap={8}>
        <TextInput
          label="What is looked at"
          required
          style={{ flex: 1 }}
          maxLength={LONGEST_CRITERION}
          value={line.name}
          onChange={(event) => onChange({ ...line, name: event.currentTarget.value })}
        />
        <NumberInput
          label="Counts times"
          w={110}
          min={0.01}
          max={MOST_WEIGHT}
          decimalScale={2}
          allowedDecimalSeparators={['.', ',']}
          value={line.weight}
          onChange={(weight) => typeof weight === 'number' && weight > 0 && onChange({ ...line, weight })}
        />
        <IconAction label={`Line ${number} further up`} disabled={isFirst} onClick={() => onMove(-1)}>
          <IconArrowUp aria-hidden />
        </IconAction>
        <IconAction label={`Line ${number} further down`} disabled={isLast} onClick={() => onMove(1)}>
          <IconArrowDown aria-hidden />
        </IconAction>
        <IconAction label={`Remove line ${number}`} disabled={isOnly} onClick={onRemove}>
          <IconTrash aria-hidden />
        </IconAction>
      </Group>
      {levels.map((level, i) => (
        <div key={level.id} className={classes.editorLevel}>
          <TextInput
            size="xs"
            label={`Level ${i + 1}`}
            required
            maxLength={LONGEST_LEVEL}
            value={level.name}
            onChange={(event) => change(i, { name: event.currentTarget.value })}
          />
          <NumberInput
            size="xs"
            label="Points"
            min={0}
            max={MOST_LEVEL_POINTS}
            decimalScale={2}
            allowedDecimalSeparators={['.', ',']}
            value={level.points}
            onChange={(points) => typeof points === 'number' && change(i, { points })}
          />
          <TextInput
            size="xs"
            label="What it looks like"
            maxLength={LONGEST_DESCRIPTION}
            value={level.description}
            onChange={(event) => change(i, { description: event.currentTarget.value })}
          />
          <IconAction
            label={`Remove level ${i + 1} of line ${number}`}
            disabled={levels.length <= 2}
            onClick={() => onChange({ ...line, levels: without(levels, i) })}
          >
            <IconTrash aria-hidden />
          </IconAction>
        </div>
      ))}
      <Button
        size="xs"
        variant="subtle"
        style={{ alignSelf: 'flex-start' }}
        disabled={levels.length >= MOST_LEVELS}
        onClick={() =>
          onChange({
            ...line,
            levels: [...levels, { id: newId(), name: '', points: (last?.points ?? 0) + 1, description: '' }],
          })
        }
      >
        Add a level
      </Button>
    </Stack>
  );
}
