import { Button, Text, VisuallyHidden } from '@mantine/core';
import { isWatched } from '@oakbell/core/assigning';
import { micros, timeText } from '@oakbell/core/clock';
import { IconCheck, IconPlayerTrackNext } from '@tabler/icons-react';
import { Link, useSearchParams } from 'react-router';
import type { Api } from '../../shared/api/index.ts';
import { LessonHere } from './LessonHere.tsx';
import { NextStep } from './NextStep.tsx';
import { standingWords } from './NotOpen.tsx';
import classes from './Watch.module.css';

type Item = Api['DeskWorkDto'];
type DeskLesson = Item['lessons'][number];

/** Whether a lesson was watched as far as is asked. */
const isDone = (lesson: DeskLesson, { watchedPercent }: Item): boolean => isWatched([lesson], watchedPercent);

/** The lessons of a piece of work, one after another; where there is but one, it alone. */
export function Lessons({ item, onTold }: { readonly item: Item; readonly onTold: () => void }) {
  const [search] = useSearchParams();
  const { lessons } = item;
  // Where none is asked for, the first that is still to be watched.
  const first = lessons.findIndex((one) => one.standing === 'open' && !isDone(one, item));
  const asked = Number(search.get('lesson') ?? 0) - 1;
  const at = lessons[asked] ? asked : Math.max(0, first);
  const lesson = lessons[at];
  if (!lesson) return null;
  const isFollowed = lessons.length > 1 || !item.workOpen;
  const askedOf = item.asking ? { assignmentId: item.assignmentId, lessonId: lesson.lessonId } : null;
  const ending = { watchedPercent: item.watchedPercent, next: <NextStep item={item} at={at} /> };
  const here = (
    <LessonHere key={lesson.lessonId} of={lesson} asked={askedOf} ending={ending} {...(isFollowed ? { onTold } : {})} />
  );
  if (lessons.length === 1) return here;
  const next = lessons[at + 1];
  return (
    <>
      <nav aria-label="Lessons, in order">
        <ol className={classes.lessons}>
          {lessons.map((one, i) => (
            <li key={one.lessonId}>
              <Link
                to={`?lesson=${i + 1}`}
                replace
                className={classes.lessonLink}
                aria-current={i === at ? 'step' : undefined}
              >
                <span>
                  {i + 1}. <bdi>{one.title}</bdi>
                </span>
                <Text size="sm" c="dimmed" component="span">
                  {isDone(one, item) && <IconCheck size={16} aria-hidden />} {progressWords(one, item)}
                </Text>
              </Link>
            </li>
          ))}
        </ol>
      </nav>
      <VisuallyHidden component="h2">{lesson.title}</VisuallyHidden>
      {here}
      {next && (
        <div className={classes.below}>
          <Button
            component={Link}
            to={`?lesson=${at + 2}`}
            replace
            variant={isDone(lesson, item) ? 'filled' : 'default'}
            classNames={{ root: classes.next ?? '', label: classes.nextLabel ?? '' }}
            rightSection={<IconPlayerTrackNext size={20} aria-hidden />}
          >
            Next: {next.title}
          </Button>
        </div>
      )}
    </>
  );
}

function progressWords(lesson: DeskLesson, item: Item): string {
  if (isDone(lesson, item)) return 'watched';
  if (lesson.standing !== 'open') return standingWords(lesson);
  if (lesson.length === 0) return 'not ready yet';
  const share = Math.round(lesson.share * 100);
  return share > 0 ? `${share} % watched` : `${timeText(micros(lesson.length))} min`;
}
