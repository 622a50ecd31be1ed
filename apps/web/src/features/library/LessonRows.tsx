import { Badge, Button, Checkbox, Menu, Text } from '@mantine/core';
import { micros, timeText } from '@oakbell/core/clock';
import { IconDots } from '@tabler/icons-react';
import { memo } from 'react';
import { Link } from 'react-router';
import type { LibraryRow } from '../../shared/api/index.ts';
import { IconAction, whenText } from '../../shared/ui/index.ts';
import { placeOf, type Course, type CourseActs } from './courses.ts';
import { FoundPlaces } from './FoundPlaces.tsx';
import classes from './Library.module.css';

const KINDS = {
  slides: 'Slide lesson',
  worked: 'Worked solution',
  feedback: 'Spoken feedback',
  answer: 'Spoken answer',
  worksheet: 'Worksheet',
} as const;
const SAVED = { opening: 'Opening', template: 'Template' } as const;

/** What is opened for one lesson. */
export type Opened = 'move' | 'tag' | 'about';

export interface RowActs {
  readonly acts: CourseActs;
  readonly onOpen: (what: Opened, lesson: LibraryRow) => void;
  readonly onTag: (tag: string) => void;
  readonly onChoose: (lesson: LibraryRow, chosen: boolean) => void;
  readonly onCopy: (lesson: LibraryRow) => void;
}
interface Props extends RowActs {
  readonly lessons: readonly LibraryRow[];
  readonly courses: readonly Course[];
  readonly chosen: ReadonlySet<string>;
  readonly onMore: (() => void) | null;
}

/** Lessons in rows; more of them when asked for. */
export function LessonRows({ lessons, courses, chosen, onMore, ...acts }: Props) {
  return (
    <>
      <ul className="ob-rows ob-card" aria-label="Lessons">
        {lessons.map((lesson) => (
          <Row key={lesson.id} lesson={lesson} courses={courses} isChosen={chosen.has(lesson.id)} acts={acts} />
        ))}
      </ul>
      {onMore && (
        <Button variant="subtle" mt="xs" onClick={onMore}>
          Show more
        </Button>
      )}
    </>
  );
}

interface RowProps {
  readonly lesson: LibraryRow;
  readonly courses: readonly Course[];
  readonly isChosen: boolean;
  readonly acts: RowActs;
}

/** Drawn anew for a lesson only where something of it changed. */
const Row = memo(
  function Row({ lesson, courses, isChosen, acts }: RowProps) {
    const where = placeOf(courses, lesson.unitId);
    const step = lesson.may === 'use' ? 'assign' : lesson.recorded ? 'polish' : 'pages';
    const facts = [
      ...(where ? [where.course, where.unit] : []),
      KINDS[lesson.kind],
      `${lesson.pages} ${lesson.pages === 1 ? 'page' : 'pages'}`,
      ...(lesson.classes > 0 ? [`used in ${lesson.classes} ${lesson.classes === 1 ? 'class' : 'classes'}`] : []),
    ];
    return (
      <li className="ob-row">
        {lesson.may === 'own' ? (
          <Checkbox
            aria-label={`Choose ${lesson.title}`}
            checked={isChosen}
            onChange={({ currentTarget }) => acts.onChoose(lesson, currentTarget.checked)}
          />
        ) : (
          <span className={classes.noChoice} />
        )}
        <span className={classes.cover} data-kind={lesson.kind}>
          {lesson.coverAddress && <img src={lesson.coverAddress} alt="" loading="lazy" />}
        </span>
        <div className="ob-row-main">
          <Link className="ob-link" to={`/lessons/${lesson.id}/${step}`}>
            <bdi>{lesson.title}</bdi>
          </Link>
          <Text size="sm" c="dimmed">
            {lesson.owner && (
              <>
                by <bdi>{lesson.owner}</bdi> ·{' '}
              </>
            )}
            {facts.join(' · ')} · <span className={classes.whole}>changed {whenText(lesson.updatedAt)}</span>
          </Text>
          {lesson.tags.length > 0 && (
            <div className={classes.tags}>
              {lesson.tags.map((tag) => (
                <button
                  key={tag}
                  type="button"
                  className={classes.tag}
                  aria-label={`Only lessons with the tag ${tag}`}
                  onClick={() => acts.onTag(tag)}
                >
                  {tag}
                </button>
              ))}
            </div>
          )}
          <FoundPlaces lesson={lesson} />
        </div>
        {lesson.savedAs && (
          <Badge variant="light" color="oak" size="lg" tt="none">
            {SAVED[lesson.savedAs]}
          </Badge>
        )}
        <Text className="ob-time">{lesson.recorded ? timeText(micros(lesson.length)) : 'not recorded'}</Text>
        <RowMenu lesson={lesson} isShared={where !== null && isShared(courses, lesson.unitId)} acts={acts} />
      </li>
    );
  },
  (before, now) => before.lesson === now.lesson && before.courses === now.courses && before.isChosen === now.isChosen,
);

const isShared = (courses: readonly Course[], unitId: string | null): boolean =>
  courses.some((course) => course.teachers.length > 1 && course.units.some((unit) => unit.id === unitId));

function RowMenu({ lesson, isShared, acts }: { lesson: LibraryRow; isShared: boolean; acts: RowActs }) {
  const change = (what: Parameters<CourseActs['change']['mutate']>[0]['what'], said: string) =>
    acts.acts.change.mutate({ lessons: [lesson], what, said });
  const name = `“${lesson.title}”`;
  return (
    <Menu withinPortal position="bottom-end">
      <Menu.Target>
        <IconAction label={`More for ${lesson.title}`}>
          <IconDots size={18} aria-hidden />
        </IconAction>
      </Menu.Target>
      <Menu.Dropdown>
        <Menu.Item onClick={() => acts.onOpen('about', lesson)}>Where it is used …</Menu.Item>
        <Menu.Item onClick={() => acts.onCopy(lesson)}>Make a copy</Menu.Item>
        {lesson.may === 'own' && (
          <>
            <Menu.Divider />
            <Menu.Item onClick={() => acts.onOpen('move', lesson)}>Put it into a unit …</Menu.Item>
            {lesson.unitId && (
              <Menu.Item onClick={() => change({ unitId: null }, `${name} has no place now.`)}>No place</Menu.Item>
            )}
            <Menu.Item onClick={() => acts.onOpen('tag', lesson)}>Tags …</Menu.Item>
            {isShared &&
              (lesson.courseMay === 'change' ? (
                <Menu.Item onClick={() => change({ courseMay: 'use' }, `Only you change ${name} now.`)}>
                  Let only me change it
                </Menu.Item>
              ) : (
                <Menu.Item
                  onClick={() =>
                    change({ courseMay: 'change' }, `Your colleagues of the course can change ${name} now.`)
                  }
                >
                  Let colleagues change it
                </Menu.Item>
              ))}
            <Menu.Divider />
            <Menu.Label>Begin other lessons from its pages</Menu.Label>
            {(['template', 'opening'] as const).map((kind) => {
              const word = kind === 'opening' ? 'an opening' : 'a template';
              return lesson.savedAs === kind ? (
                <Menu.Item key={kind} onClick={() => change({ savedAs: null }, `${name} is no longer ${word}.`)}>
                  No longer {word}
                </Menu.Item>
              ) : (
                <Menu.Item key={kind} onClick={() => change({ savedAs: kind }, `${name} is saved as ${word}.`)}>
                  Save as {word}
                </Menu.Item>
              );
            })}
            <Menu.Divider />
            {lesson.archived ? (
              <Menu.Item onClick={() => change({ archived: false }, `${name} is back.`)}>Bring it back</Menu.Item>
            ) : (
              <Menu.Item
                onClick={() =>
                  change({ archived: true }, `${name} was put away. Classes that were given it still have it.`)
                }
              >
                Put it away
              </Menu.Item>
            )}
          </>
        )}
      </Menu.Dropdown>
    </Menu>
  );
}
