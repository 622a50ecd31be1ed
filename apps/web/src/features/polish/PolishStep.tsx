import { Button } from '@mantine/core';
import { Link, useParams } from 'react-router';
import { useLesson, useTakes } from '../../shared/api/index.ts';
import { Empty, Fetching } from '../../shared/ui/index.ts';
import { Desk } from './Desk.tsx';
import classes from './Polish.module.css';
import { Undoing } from './Undoing.tsx';

/** Hears the lesson as it stands, cuts out what is too much, and lays over it what is missing. */
export function PolishStep() {
  const { lesson: id = '' } = useParams();
  const known = useLesson(id);
  const lesson = known.data;
  const takes = useTakes(id, lesson?.revision ?? 0);
  if (!lesson || !takes.data) return <Fetching of={[known, takes]} what="Opening the lesson" />;
  if (lesson.edits.segments.length === 0) {
    return (
      <div className="ob-page">
        <Empty
          title="There is no take to polish yet"
          action={
            <Button component={Link} to={`/lessons/${id}/record`}>
              Record
            </Button>
          }
        >
          Record the lesson first; then hear it here and trim its ends.
        </Empty>
        {lesson.history.undoable + lesson.history.redoable > 0 && (
          <div className={classes.wayBack}>
            <Undoing lesson={lesson} />
          </div>
        )}
      </div>
    );
  }
  return <Desk key={id} lesson={lesson} takes={takes.data} />;
}
