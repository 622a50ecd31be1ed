import { Badge, Button, Group, Menu, Text, TextInput, Title } from '@mantine/core';
import { micros, timeText } from '@oakbell/core/clock';
import { IconDots, IconSearch } from '@tabler/icons-react';
import { memo, useDeferredValue, useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { Empty, IconAction, ManyRows, PageTitle, ProblemNote, Show, whenText } from '../../shared/ui/index.ts';
import { CourseList, type Place } from './CourseList.tsx';
import {
  placeOf,
  useCourseActs,
  useCourses,
  useLessons,
  type Course,
  type CourseActs,
  type LessonRow,
} from './courses.ts';
import classes from './Library.module.css';
import { MoveDialog } from './MoveDialog.tsx';
import { NamingPattern } from './NamingPattern.tsx';
import { NewLesson } from './NewLesson.tsx';

const KINDS = {
  slides: 'Slide lesson',
  worked: 'Worked solution',
  feedback: 'Spoken feedback',
  answer: 'Spoken answer',
} as const;

/** All lessons of a teacher: by course and unit, and by the words of their titles. */
export function LibraryPage() {
  const [search, setSearch] = useSearchParams();
  const [typed, setTyped] = useState(search.get('words') ?? '');
  // What is typed is seen at once; the rows follow.
  const words = useDeferredValue(typed);
  const place = search.get('place') ?? 'all';
  const setting = (name: string, value: string | null) =>
    setSearch(
      (before) => {
        if (value) before.set(name, value);
        else before.delete(name);
        return before;
      },
      { replace: true },
    );
  const setPlace = (next: Place) => setting('place', next === 'all' ? null : next);
  const lessons = useLessons();
  const courses = useCourses().data ?? [];
  const acts = useCourseActs();
  const making = search.has('new');
  return (
    <div className={classes.library}>
      <PageTitle>Lessons</PageTitle>
      <CourseList courses={courses} place={place} onPlace={setPlace} acts={acts} />
      <div className={classes.main}>
        <Group justify="space-between" mb="md">
          <Title order={1}>Lessons</Title>
          <Group gap="xs">
            <NamingPattern />
            {!making && <Button onClick={() => setting('new', 'yes')}>Make a lesson</Button>}
          </Group>
        </Group>
        <ProblemNote failure={acts.failure} />
        {making && (
          <NewLesson
            onCancel={() => setting('new', null)}
            unitId={courses.some((one) => one.units.some((unit) => unit.id === place)) ? place : null}
          />
        )}
        <TextInput
          aria-label="Search lessons"
          placeholder="Search by title"
          leftSection={<IconSearch size={18} aria-hidden />}
          value={typed}
          onChange={(event) => {
            setTyped(event.currentTarget.value);
            setting('words', event.currentTarget.value);
          }}
          mb="md"
        />
        <Show of={lessons} what="Fetching your lessons">
          {(all) => (
            <Rows
              lessons={found(placed(all, courses, place), words)}
              any={all.length > 0}
              courses={courses}
              acts={acts}
            />
          )}
        </Show>
      </div>
    </div>
  );
}

/** The lessons of a place. */
function placed(lessons: readonly LessonRow[], courses: readonly Course[], place: Place): readonly LessonRow[] {
  if (place === 'all') return lessons;
  if (place === 'none') return lessons.filter((lesson) => placeOf(courses, lesson.unitId) === null);
  const units = courses.find((course) => course.id === place)?.units.map((unit) => unit.id) ?? [place];
  return lessons.filter((lesson) => lesson.unitId !== null && units.includes(lesson.unitId));
}

/** The lessons whose title has every one of the words. */
function found(lessons: readonly LessonRow[], words: string) {
  const wanted = words.toLowerCase().split(/\s+/).filter(Boolean);
  return lessons.filter(({ title }) => wanted.every((word) => title.toLowerCase().includes(word)));
}

interface RowsProps {
  readonly lessons: readonly LessonRow[];
  readonly any: boolean;
  readonly courses: readonly Course[];
  readonly acts: CourseActs;
}

function Rows({ lessons, any, courses, acts }: RowsProps) {
  const [moved, setMoved] = useState<LessonRow | null>(null);
  if (lessons.length === 0) {
    return any ? (
      <Empty title="There is no such lesson here">Try fewer words, or another course.</Empty>
    ) : (
      <Empty
        title="Your first lesson"
        action={
          <Button component={Link} to="/lessons?new">
            Make a lesson
          </Button>
        }
      >
        Drop in the slides you have, or take a squared board and a pen.
      </Empty>
    );
  }
  return (
    <>
      <ManyRows rows={lessons}>
        {(lesson) => <Row key={lesson.id} lesson={lesson} courses={courses} acts={acts} onMove={setMoved} />}
      </ManyRows>
      {moved && (
        <MoveDialog
          lesson={moved}
          courses={courses}
          onMove={(unitId) => acts.describe.mutate({ id: moved.id, unitId })}
          onClose={() => setMoved(null)}
        />
      )}
    </>
  );
}

const SAVED = { opening: 'Opening', template: 'Template' } as const;

interface RowProps {
  readonly lesson: LessonRow;
  readonly courses: readonly Course[];
  readonly acts: CourseActs;
  readonly onMove: (lesson: LessonRow) => void;
}

/** Drawn once for each lesson, whatever is searched for. */
const Row = memo(function Row({ lesson, courses, acts, onMove }: RowProps) {
  const where = placeOf(courses, lesson.unitId);
  return (
    <li className="ob-row">
      <span className={classes.cover} data-kind={lesson.kind}>
        {lesson.coverAddress && <img src={lesson.coverAddress} alt="" loading="lazy" />}
      </span>
      <div className="ob-row-main">
        <Link className="ob-link" to={`/lessons/${lesson.id}/${lesson.recorded ? 'polish' : 'pages'}`}>
          <bdi>{lesson.title}</bdi>
        </Link>
        <Text size="sm" c="dimmed">
          {where ? `${where.course} · ${where.unit} · ` : ''}
          {KINDS[lesson.kind]} · {lesson.pages} {lesson.pages === 1 ? 'page' : 'pages'} · changed{' '}
          {whenText(lesson.updatedAt)}
        </Text>
      </div>
      {lesson.savedAs && (
        <Badge variant="light" color="oak" size="lg" tt="none">
          {SAVED[lesson.savedAs]}
        </Badge>
      )}
      <Text className="ob-time">{lesson.recorded ? timeText(micros(lesson.length)) : 'not recorded'}</Text>
      <Menu withinPortal position="bottom-end">
        <Menu.Target>
          <IconAction label={`More for ${lesson.title}`}>
            <IconDots size={18} aria-hidden />
          </IconAction>
        </Menu.Target>
        <Menu.Dropdown>
          <Menu.Item onClick={() => onMove(lesson)}>Put it into a unit …</Menu.Item>
          {lesson.unitId && (
            <Menu.Item onClick={() => acts.describe.mutate({ id: lesson.id, unitId: null })}>No place</Menu.Item>
          )}
          <Menu.Divider />
          <Menu.Label>Begin other lessons from its pages</Menu.Label>
          {(['template', 'opening'] as const).map((kind) =>
            lesson.savedAs === kind ? (
              <Menu.Item key={kind} onClick={() => acts.describe.mutate({ id: lesson.id, savedAs: null })}>
                No longer {kind === 'opening' ? 'an opening' : 'a template'}
              </Menu.Item>
            ) : (
              <Menu.Item key={kind} onClick={() => acts.describe.mutate({ id: lesson.id, savedAs: kind })}>
                Save as {kind === 'opening' ? 'an opening' : 'a template'}
              </Menu.Item>
            ),
          )}
        </Menu.Dropdown>
      </Menu>
    </li>
  );
});
