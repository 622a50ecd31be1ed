import { Button, Menu, Popover, Stack, Text, TextInput } from '@mantine/core';
import { IconDots, IconPlus, IconUsers } from '@tabler/icons-react';
import { cloneElement, useState, type ReactElement, type ReactNode } from 'react';
import { IconAction } from '../../shared/ui/index.ts';
import { personHere } from '../../shared/api/index.ts';
import type { Course, CourseActs } from './courses.ts';
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
        onClick={() => onPlace(key)}
      >
        <bdi>{name}</bdi>
        {count ? (
          <Text span size="sm" c="dimmed" ml={6}>
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
                    onRename={(name) => acts.renameCourse.mutate({ id: course.id, name })}
                    onRemove={course.teachers.length > 1 ? null : () => acts.removeCourse.mutate(course.id)}
                    onAdd={(name) => acts.addUnit.mutate({ course: course.id, name })}
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
                      onRename={(name) => acts.renameUnit.mutate({ id: unit.id, name })}
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
      <NameOf label="New course" onName={(name) => acts.addCourse.mutate(name)}>
        <Button variant="subtle" size="compact-sm" leftSection={<IconPlus size={16} aria-hidden />}>
          New course
        </Button>
      </NameOf>
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
  readonly onRename: (name: string) => void;
  /** Null where it cannot be removed. */
  readonly onRemove: (() => void) | null;
  readonly onAdd?: (name: string) => void;
  readonly onShare?: () => void;
}

function More({ name, onRename, onRemove, onAdd, onShare }: MoreProps) {
  const [asking, setAsking] = useState<'rename' | 'add' | null>(null);
  return (
    <Popover
      opened={asking !== null}
      onChange={() => setAsking(null)}
      withinPortal
      trapFocus
      withRoles={false}
      position="right"
    >
      <Popover.Target>
        <span>
          <Menu withinPortal>
            <Menu.Target>
              <IconAction label={`More for ${name}`}>
                <IconDots size={18} aria-hidden />
              </IconAction>
            </Menu.Target>
            <Menu.Dropdown>
              {onAdd && <Menu.Item onClick={() => setAsking('add')}>Add a unit</Menu.Item>}
              <Menu.Item onClick={() => setAsking('rename')}>Rename</Menu.Item>
              {onShare && <Menu.Item onClick={onShare}>Share with colleagues …</Menu.Item>}
              {onRemove && <Menu.Item onClick={onRemove}>Remove; its lessons stay</Menu.Item>}
            </Menu.Dropdown>
          </Menu>
        </span>
      </Popover.Target>
      <Popover.Dropdown>
        {asking && (
          <NameForm
            label={asking === 'add' ? 'New unit' : 'Name'}
            begin={asking === 'add' ? '' : name}
            onName={(next) => {
              setAsking(null);
              if (asking === 'add') onAdd?.(next);
              else onRename(next);
            }}
          />
        )}
      </Popover.Dropdown>
    </Popover>
  );
}

function NameOf({
  label,
  onName,
  children,
}: {
  readonly label: string;
  readonly onName: (name: string) => void;
  readonly children: ReactElement<{ onClick?: () => void }>;
}) {
  const [open, setOpen] = useState(false);
  return (
    <Popover opened={open} onChange={setOpen} withinPortal trapFocus position="right">
      <Popover.Target>{cloneElement(children, { onClick: () => setOpen(true) })}</Popover.Target>
      <Popover.Dropdown>
        <NameForm
          label={label}
          begin=""
          onName={(name) => {
            setOpen(false);
            onName(name);
          }}
        />
      </Popover.Dropdown>
    </Popover>
  );
}

function NameForm({
  label,
  begin,
  onName,
}: {
  readonly label: string;
  readonly begin: string;
  readonly onName: (name: string) => void;
}) {
  const [name, setName] = useState(begin);
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        if (name.trim() !== '') onName(name.trim());
      }}
    >
      <Stack gap="xs">
        <TextInput
          label={label}
          maxLength={120}
          data-autofocus
          value={name}
          onChange={(event) => setName(event.currentTarget.value)}
        />
        <Button type="submit" size="sm" disabled={name.trim() === ''}>
          {begin === '' ? 'Add' : 'Rename'}
        </Button>
        {begin === '' && (
          <Text size="sm" c="dimmed">
            It can be renamed later.
          </Text>
        )}
      </Stack>
    </form>
  );
}
