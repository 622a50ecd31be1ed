import { Button, Text } from '@mantine/core';
import { useEffect, useState } from 'react';
import type { LibraryRow } from '../../shared/api/index.ts';
import { lessonsText, type Course, type CourseActs, type LibraryChange } from './courses.ts';
import classes from './Library.module.css';
import { MoveDialog } from './MoveDialog.tsx';
import { TagDialog } from './TagDialog.tsx';

interface Props {
  readonly lessons: readonly LibraryRow[];
  readonly courses: readonly Course[];
  readonly acts: CourseActs;
  readonly onDone: () => void;
}

/** What is done to all chosen lessons at once. */
export function ChosenBar({ lessons, courses, acts, onDone }: Props) {
  const [open, setOpen] = useState<'move' | 'tag' | null>(null);
  const what = lessonsText(lessons.length);
  const away = lessons.every((one) => one.archived);
  const change = (change: LibraryChange, said: string) =>
    acts.change.mutate({ lessons, what: change, said }, { onSuccess: onDone });
  useEffect(() => {
    const leave = ({ key, defaultPrevented }: KeyboardEvent) => {
      if (key === 'Escape' && !defaultPrevented && open === null) onDone();
    };
    addEventListener('keydown', leave);
    return () => removeEventListener('keydown', leave);
  }, [open, onDone]);
  return (
    <div className={classes.chosenBar} role="group" aria-label="Chosen lessons">
      <Text fw={700} role="status" mr="auto">
        {what} chosen
      </Text>
      <Button size="sm" variant="default" onClick={() => setOpen('move')}>
        Put into a unit …
      </Button>
      <Button size="sm" variant="default" onClick={() => setOpen('tag')}>
        Tags …
      </Button>
      <Button
        size="sm"
        variant="default"
        loading={acts.change.isPending}
        onClick={() =>
          away
            ? change({ archived: false }, `${capital(what)} brought back.`)
            : change({ archived: true }, `${capital(what)} put away. Classes that were given them still have them.`)
        }
      >
        {away ? 'Bring back' : 'Put away'}
      </Button>
      <Button size="sm" variant="subtle" onClick={onDone}>
        Choose none
      </Button>
      {open === 'move' && (
        <MoveDialog
          what={what}
          unitId={null}
          courses={courses}
          onMove={(unitId, name) => change({ unitId }, `${capital(what)} put into ${name}.`)}
          onClose={() => setOpen(null)}
        />
      )}
      {open === 'tag' && (
        <TagDialog
          what={what}
          lessons={lessons}
          onTag={(tags) => change(tags, `The tags of ${what} were changed.`)}
          onClose={() => setOpen(null)}
        />
      )}
    </div>
  );
}

const capital = (words: string): string => words.charAt(0).toUpperCase() + words.slice(1);
