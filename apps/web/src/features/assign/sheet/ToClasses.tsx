import { ActionIcon, Button, Group, NativeSelect, Stack, Text, VisuallyHidden } from '@mantine/core';
import { MOST_CLASSES, whoHas, whomWords, type ClassMembers } from '@oakbell/core/assigning';
import { IconX } from '@tabler/icons-react';
import { useState, type ReactNode } from 'react';
import type { Api } from '../../../shared/api/index.ts';
import { NO_CLASS, type Chosen } from './terms.ts';
import { WhomDialog } from './WhomDialog.tsx';

interface Props {
  readonly to: readonly Chosen[];
  readonly onChange: (to: Chosen[]) => void;
  readonly classes: readonly Api['ClassDto'][];
  /** Who is in each class that was chosen, as far as that is known. */
  readonly members: ReadonlyMap<string, ClassMembers>;
  /** What is wrong with it, in words. */
  readonly fault: ReactNode;
  /** It is given to this class already, and stays with it. */
  readonly fixed: boolean;
}

/** Who is to have it: classes, and who of each. */
export function ToClasses({ to, onChange, classes, members, fault, fixed }: Props) {
  const [narrowed, setNarrowed] = useState<number | null>(null);
  const put = (at: number, chosen: Chosen) => onChange(to.map((one, i) => (i === at ? chosen : one)));
  const free = classes.filter(({ id }) => !to.some(({ classId }) => classId === id));
  const open = narrowed === null ? undefined : to[narrowed];
  const openMembers = open && members.get(open.classId);
  return (
    <Stack gap="xs">
      {to.map(({ classId, whom }, i) => {
        const of = members.get(classId);
        const name = classes.find(({ id }) => id === classId)?.name ?? '';
        return (
          <Group key={i} align="end" gap="xs">
            <NativeSelect
              disabled={fixed}
              label={i === 0 ? 'Who' : 'And'}
              error={i === 0 ? fault : undefined}
              value={classId}
              onChange={({ currentTarget }) => put(i, { ...NO_CLASS, classId: currentTarget.value })}
              data={[
                { value: '', label: 'Choose a class' },
                ...classes
                  .filter(({ id }) => id === classId || free.some((one) => one.id === id))
                  .map((one) => ({
                    value: one.id,
                    label: `${one.name} (${one.learners === 1 ? '1 learner' : `${one.learners} learners`})`,
                  })),
              ]}
            />
            {of && (
              <Button variant="subtle" onClick={() => setNarrowed(i)}>
                {haveText(whoHas(whom, of).length, of.learners.length, whomWords(whom, of))}
                <VisuallyHidden>: who of {name} has it</VisuallyHidden>
              </Button>
            )}
            {to.length > 1 && (
              <ActionIcon
                variant="subtle"
                size="lg"
                aria-label={`Not to ${name || 'this class'}`}
                onClick={() => onChange(to.filter((_, other) => other !== i))}
              >
                <IconX size={20} aria-hidden />
              </ActionIcon>
            )}
          </Group>
        );
      })}
      {!fixed && to.every(({ classId }) => classId !== '') && free.length > 0 && to.length < MOST_CLASSES && (
        <div>
          <Button variant="subtle" size="compact-sm" onClick={() => onChange([...to, NO_CLASS])}>
            Another class as well
          </Button>
        </div>
      )}
      {classes.length === 0 && (
        <Text size="sm" c="dimmed">
          You have no classes yet. Make one under Classes.
        </Text>
      )}
      {open && openMembers && narrowed !== null && (
        <WhomDialog
          name={classes.find(({ id }) => id === open.classId)?.name ?? ''}
          whom={open.whom}
          members={openMembers}
          onClose={() => setNarrowed(null)}
          onDone={(whom) => {
            put(narrowed, { ...open, whom });
            setNarrowed(null);
          }}
        />
      )}
    </Stack>
  );
}

/** Who has it, on the button that changes it. */
function haveText(have: number, all: number, words: string): string {
  if (words === '') return all === 1 ? 'Its one learner' : `All ${all} learners`;
  return `${words} (${have} of ${all})`;
}
