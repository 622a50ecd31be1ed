import { Button, Menu, Text } from '@mantine/core';
import { IconDots, IconPlus, IconUsers } from '@tabler/icons-react';
import { useState, type ReactNode } from 'react';
import { FieldsDialog } from '../../shared/dialogs/index.ts';
import { IconAction } from '../../shared/ui/index.ts';
import { personHere } from '../../shared/api/index.ts';
import { lessonsText, type Course, type CourseActs } from './courses.ts';
import classes from './Library.module.css';
import { ShareCourse } from './ShareCourse.tsx';

/** Which lessons are shown: all, those without a place, those put away, or those of a course or unit. */
export type Place = 'all' | 'none' | 'away' | string;

interface Props {
  readonly courses: readonly Course[];
  readonly place: Place;
  readonly onPlace: (place: Place) => void;
  readonly acts: CourseActs;
}

/** Courses and their units, made and named where they stand. */
export function CourseList({ courses, place, onPlace, acts }: Props) {
  const [making, setMaking] = useState(false);
  const [shared, setShared] = useState<string | null>(null);
  const sharing = courses.find((one) => one.id === shared);
  const line = (
    key: Place,
    name: string,
    { indent = false, count, more }: { indent?: boolean; count?: number; more?: ReactNode } = {},
  ) => (
    <li key={key} className={classes.placeLine}>
      <button
        type="button"
        className={classes.place}
        data-indent={indent}
        aria-current={place === key ? 'true' : undefined}
        aria-description={count ? lessonsText(count) : undefined}
        onClick={() => onPlace(key)}
      >
        <bdi>{name}</bdi>
        {count ? (
          <Text span size="sm" c="dimmed" ml={6} aria-hidden>
            {count}
          </Text>
        ) : null}
      </button>
      {more}
    </li>
  );
  return (
    <nav aria-label="Courses" className={classes.courses}>
      <ul>
        {line('all', 'All lessons')}
        {courses.map((course) => (
          <li key={course.id}>
            <ul>
              {line(course.id, course.name, {
                more: (
                  <More
                    name={course.name}
                    onRename={(name) => acts.renameCourse.mutateAsync({ id: course.id, name })}
                    onRemove={course.teachers.length > 1 ? null : () => acts.removeCourse.mutate(course.id)}
                    onAdd={(name) => acts.addUnit.mutateAsync({ course: course.id, name })}
                    onShare={() => setShared(course.id)}
                  />
                ),
              })}
              <SharedWith course={course} onShare={() => setShared(course.id)} />
              {course.units.map((unit) =>
                line(unit.id, unit.name, {
                  indent: true,
                  count: unit.lessons,
                  more: (
                    <More
                      name={unit.name}
                      onRename={(name) => acts.renameUnit.mutateAsync({ id: unit.id, name })}
                      onRemove={() => acts.removeUnit.mutate(unit.id)}
                    />
                  ),
                }),
              )}
            </ul>
          </li>
        ))}
        {courses.length > 0 && line('none', 'Without a place')}
        {line('away', 'Put away')}
      </ul>
      <Button
        variant="subtle"
        size="compact-sm"
        leftSection={<IconPlus size={16} aria-hidden />}
        onClick={() => setMaking(true)}
      >
        New course
      </Button>
      {making && (
        <NameDialog
          title="New course"
          onName={(name) => acts.addCourse.mutateAsync(name)}
          onClose={() => setMaking(false)}
        />
      )}
      {sharing && <ShareCourse course={sharing} acts={acts} onClose={() => setShared(null)} />}
    </nav>
  );
}

/** Who else has a course; nothing where it is one teacher's own. */
function SharedWith({ course, onShare }: { readonly course: Course; readonly onShare: () => void }) {
  const others = course.teachers.filter(({ id }) => id !== personHere());
  const [first] = others;
  if (!first) return null;
  return (
    <li>
      <button type="button" className={classes.shared} onClick={onShare}>
        <IconUsers size={16} aria-hidden />
        <span>Shared with {others.length === 1 ? <bdi>{first.name}</bdi> : `${others.length} colleagues`}</span>
      </button>
    </li>
  );
}

interface MoreProps {
  readonly name: string;
  readonly onRename: (name: string) => Promise<unknown>;
  /** Null where it cannot be removed. */
  readonly onRemove: (() => void) | null;
  readonly onAdd?: (name: string) => Promise<unknown>;
  readonly onShare?: () => void;
}

function More({ name, onRename, onRemove, onAdd, onShare }: MoreProps) {
  const [asking, setAsking] = useState<'rename' | 'add' | null>(null);
  return (
    <>
      <Menu withinPortal>
        <Menu.Target>
          <IconAction label={`More for ${name}`}>
            <IconDots size={18} aria-hidden />
          </IconAction>
        </Menu.Target>
        <Menu.Dropdown>
          {onAdd && <Menu.Item onClick={() => setAsking('add')}>Add a unit …</Menu.Item>}
          {onShare && <Menu.Item onClick={onShare}>Share with colleagues …</Menu.Item>}
          <Menu.Item onClick={() => setAsking('rename')}>Rename …</Menu.Item>
          {onRemove && <Menu.Item onClick={onRemove}>Remove; its lessons stay</Menu.Item>}
        </Menu.Dropdown>
      </Menu>
      {asking === 'rename' && (
        <NameDialog title={`Rename “${name}”`} now={name} onName={onRename} onClose={() => setAsking(null)} />
      )}
      {asking === 'add' && onAdd && (
        <NameDialog title={`New unit in “${name}”`} onName={onAdd} onClose={() => setAsking(null)} />
      )}
    </>
  );
}

interface NameProps {
  readonly title: string;
  /** What it is called now; left out for something new. */
  readonly now?: string;
  readonly onName: (name: string) => Promise<unknown>;
  readonly onClose: () => void;
}

function NameDialog({ title, now, onName, onClose }: NameProps) {
  return (
    <FieldsDialog
      title={title}
      action={now === undefined ? 'Add' : 'Rename'}
      fields={[{ name: 'name', label: 'Name', max: 120, ...(now === undefined ? {} : { now }) }]}
      onSave={({ name }) => onName(name)}
      onClose={onClose}
    />
  );
}
