import { programmeOf } from '@oakbell/core/edits';
import { useEffect, useMemo } from 'react';
import { LessonStage, PlayControls, playableLesson, SegmentPlayer, takeFilms } from '../../kits/player/index.ts';
import { corePage, pictureOf, useTakes, type Lesson, type TakeMaterial } from '../../shared/api/index.ts';
import { useKeys, Waiting } from '../../shared/ui/index.ts';
import classes from './Marking.module.css';

/** What was spoken and written on a hand-in, to be heard before and after it goes back. */
export function SpokenFeedback({ lesson }: { readonly lesson: Lesson }) {
  const takes = useTakes(lesson.id, lesson.revision);
  return takes.data ? <Heard lesson={lesson} takes={takes.data} /> : <Waiting what="Fetching what you said" />;
}

function Heard({ lesson, takes }: { readonly lesson: Lesson; readonly takes: readonly TakeMaterial[] }) {
  const played = useMemo(
    () =>
      playableLesson({
        edits: lesson.edits,
        takes,
        pages: lesson.pages.map((page) => ({ page: corePage(page), small: null })),
      }),
    [lesson, takes],
  );
  const player = useMemo(
    () =>
      new SegmentPlayer(programmeOf(lesson.edits), (takeId) => [
        { src: `/api/takes/${takeId}/voice`, type: 'audio/ogg' },
      ]),
    [lesson.edits],
  );
  const films = useMemo(() => takeFilms(played.source, lesson.id), [played, lesson.id]);
  useEffect(() => () => player.close(), [player]);
  useKeys({ ' ': () => player.toggle() });
  return (
    <div className={classes.heard}>
      <LessonStage
        lesson={played}
        player={player}
        films={films}
        pictureAddress={pictureOf(lesson.id)}
        onClick={() => player.toggle()}
      />
      <PlayControls player={player} />
    </div>
  );
}
