import { Button, Text } from '@mantine/core';
import { micros, timeText } from '@oakbell/core/clock';
import { emptying, sourceOf, type Edit, type Segment } from '@oakbell/core/edits';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { HeardLesson } from '../../kits/player/index.ts';
import { lessonKey, type Lesson, type TakeMaterial } from '../../shared/api/index.ts';
import { changeLesson } from '../../shared/changing/index.ts';
import { offerUndo, ProblemNote } from '../../shared/ui/index.ts';
import classes from './Answer.module.css';

interface Props {
  readonly lesson: Lesson;
  readonly takes: readonly TakeMaterial[];
}

interface Place {
  readonly segment: Segment;
  readonly index: number;
}
/** Where they were, or after all that is there now. */
const puttingBack = ({ edits }: Lesson, were: readonly Place[]): readonly Edit[] =>
  were.map(({ segment, index }, i) => ({ op: 'insert', index: Math.min(index, edits.segments.length + i), segment }));

/** What was recorded, to be watched as a whole; each recording can be taken out and put back. */
export function Recorded({ lesson, takes }: Props) {
  const queries = useQueryClient();
  const key = lessonKey(lesson.id);
  /** Told of the lesson as it is now: a classmate may have recorded meanwhile. */
  const change = async (edits: (now: Lesson) => readonly Edit[]) => {
    await queries.refetchQueries({ queryKey: key });
    const now = queries.getQueryData<Lesson>(key) ?? lesson;
    const all = edits(now);
    if (all.length > 0) await changeLesson(queries, now, { do: all });
    await queries.invalidateQueries({ queryKey: key });
  };
  const takeOut = useMutation({
    mutationFn: async (takeId: string) => {
      let were: readonly Place[] = [];
      await change((now) => {
        were = now.edits.segments
          .map((segment, index) => ({ segment, index }))
          .filter(({ segment }) => sourceOf(segment) === takeId);
        return emptying(now.edits, takeId);
      });
      return were;
    },
    onSuccess: (were) => offerUndo('The recording was taken out.', () => change((now) => puttingBack(now, were))),
  });
  const parts = [...new Set(lesson.edits.segments.map(sourceOf))].map((takeId) => ({
    takeId,
    length: lesson.edits.segments
      .filter((segment) => sourceOf(segment) === takeId)
      .reduce((sum, { start, end }) => sum + end - start, 0),
  }));
  return (
    <>
      <div className={classes.player}>
        <HeardLesson key={`${lesson.revision} ${takes.length}`} lesson={lesson} />
      </div>
      <ol className={`ob-rows ob-card ${classes.parts}`}>
        {parts.map(({ takeId, length }, i) => (
          <li key={takeId} className="ob-row">
            <Text className="ob-row-main">
              Recording {i + 1} · <span className="ob-time">{timeText(micros(length))}</span>
            </Text>
            <Button
              variant="subtle"
              size="sm"
              aria-label={`Take out recording ${i + 1}`}
              loading={takeOut.isPending && takeOut.variables === takeId}
              onClick={() => takeOut.mutate(takeId)}
            >
              Take out
            </Button>
          </li>
        ))}
      </ol>
      <ProblemNote failure={takeOut.error} />
    </>
  );
}
