import { Button, Group, Text } from '@mantine/core';
import { MOST_LESSONS } from '@oakbell/core/assigning';
import { IconArrowDown, IconArrowUp, IconX } from '@tabler/icons-react';
import { useId, useState } from 'react';
import { useLessonSearch } from '../../../shared/api/index.ts';
import { SearchSelect } from '../../../kits/search/index.ts';
import { IconAction } from '../../../shared/ui/index.ts';
import type { ChosenLesson } from './terms.ts';

interface Props {
  readonly lessons: readonly ChosenLesson[];
  readonly onChange: (lessons: ChosenLesson[]) => void;
}

/** The lessons that are watched, one after another. */
export function LessonsInOrder({ lessons, onChange }: Props) {
  const label = useId();
  const [adding, setAdding] = useState(false);
  const move = (at: number, by: number) => {
    const next = [...lessons];
    next.splice(at + by, 0, ...next.splice(at, 1));
    onChange(next);
  };
  return (
    <div>
      {lessons.length > 1 && (
        <>
          <Text fw={500} id={label}>
            Lessons, in order
          </Text>
          <ol className="ob-rows" aria-labelledby={label}>
            {lessons.map(({ id, title }, i) => (
              <li key={id} className="ob-row">
                <Text className="ob-row-main">
                  {i + 1}. <bdi>{title}</bdi>
                </Text>
                <Group gap={4} wrap="nowrap">
                  <IconAction label={`${title} earlier`} disabled={i === 0} onClick={() => move(i, -1)}>
                    <IconArrowUp />
                  </IconAction>
                  <IconAction label={`${title} later`} disabled={i === lessons.length - 1} onClick={() => move(i, 1)}>
                    <IconArrowDown />
                  </IconAction>
                  <IconAction
                    label={`Leave out ${title}`}
                    onClick={() => onChange(lessons.filter((one) => one.id !== id))}
                  >
                    <IconX />
                  </IconAction>
                </Group>
              </li>
            ))}
          </ol>
        </>
      )}
      {adding ? (
        <AddLesson
          there={lessons}
          onAdd={(lesson) => {
            setAdding(false);
            if (lesson) onChange([...lessons, lesson]);
          }}
        />
      ) : (
        lessons.length < MOST_LESSONS && (
          <Button variant="subtle" size="compact-sm" onClick={() => setAdding(true)}>
            Another lesson after it
          </Button>
        )
      )}
    </div>
  );
}

function AddLesson({
  there,
  onAdd,
}: {
  readonly there: readonly ChosenLesson[];
  readonly onAdd: (lesson: ChosenLesson | null) => void;
}) {
  const search = useLessonSearch({ savedAs: 'none', recorded: 'yes' });
  const rows = search.rows.filter(({ id }) => !there.some((one) => one.id === id));
  return (
    <Group align="end" wrap="nowrap">
      <SearchSelect
        style={{ flex: 1 }}
        autoFocus
        label="Another lesson"
        placeholder="Words of its title"
        description={rows.length === 0 ? 'No other recorded lesson has these words in it.' : 'By its words'}
        onSearchChange={search.onSearchChange}
        data={rows.map(({ id, title }) => ({ value: id, label: title }))}
        value={null}
        onChange={(id) => {
          const found = rows.find((one) => one.id === id);
          if (found) onAdd({ id: found.id, title: found.title });
        }}
      />
      <Button variant="default" onClick={() => onAdd(null)}>
        Leave it
      </Button>
    </Group>
  );
}
