import { Button, Group, Modal, Text } from '@mantine/core';
import { useDebouncedValue } from '@mantine/hooks';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { call, client, personHere } from '../../shared/api/index.ts';
import { SearchSelect } from '../../kits/search/index.ts';
import { ProblemNote } from '../../shared/ui/index.ts';
import type { Course, CourseActs } from './courses.ts';

/** What is typed is looked for once it rests for so long, in ms. */
const REST_MS = 200;

/** Who has a course: colleagues are added, and whoever wants to leaves it to the others. */
export function ShareCourse({
  course,
  acts,
  onClose,
}: {
  readonly course: Course;
  readonly acts: CourseActs;
  readonly onClose: () => void;
}) {
  const [typed, setTyped] = useState('');
  const [words] = useDebouncedValue(typed, REST_MS);
  const [chosen, setChosen] = useState<string | null>(null);
  const colleagues = useQuery({
    queryKey: ['colleagues', words],
    queryFn: () => call(client.GET('/api/colleagues', { params: { query: { words } } })),
    placeholderData: keepPreviousData,
  });
  const there = new Set(course.teachers.map(({ id }) => id));
  const me = personHere();
  const others = (colleagues.data ?? []).filter(({ id }) => !there.has(id));
  return (
    <Modal opened onClose={onClose} title={`Share “${course.name}”`}>
      <Text size="sm" mb="sm">
        Whoever has the course sees its lessons, assigns and copies them. Each lesson stays its maker’s, who says
        whether the others may change it.
      </Text>
      <ul className="ob-rows" aria-label="Who has it">
        {course.teachers.map(({ id, name }) => (
          <li key={id} className="ob-row">
            <Text className="ob-row-main">
              <bdi>{name}</bdi>
              {id === me ? ' (you)' : ''}
            </Text>
            {course.teachers.length > 1 && (
              <Button
                size="compact-sm"
                variant="subtle"
                aria-label={id === me ? 'Leave this course' : `Take ${name} out`}
                onClick={() => {
                  acts.unshare.mutate({ course: course.id, person: id });
                  if (id === me) onClose();
                }}
              >
                {id === me ? 'Leave it' : 'Take out'}
              </Button>
            )}
          </li>
        ))}
      </ul>
      <Group align="end" mt="md" wrap="nowrap">
        <SearchSelect
          data-autofocus
          style={{ flex: 1 }}
          label="Another teacher"
          clearable
          placeholder="Type a name"
          description={
            others.length > 0 || colleagues.data === undefined
              ? 'By name'
              : typed === ''
                ? 'Every other teacher of the school has it already.'
                : 'No teacher is called that.'
          }
          data={others.map(({ id, name }) => ({ value: id, label: name }))}
          value={chosen}
          onChange={setChosen}
          onSearchChange={setTyped}
        />
        <Button
          size="sm"
          disabled={chosen === null}
          loading={acts.share.isPending}
          onClick={() =>
            chosen && acts.share.mutate({ course: course.id, person: chosen }, { onSuccess: () => setChosen(null) })
          }
        >
          Add
        </Button>
      </Group>
      <ProblemNote failure={acts.share.error ?? acts.unshare.error} />
    </Modal>
  );
}
