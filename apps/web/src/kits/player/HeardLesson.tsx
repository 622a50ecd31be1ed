import { programmeOf } from '@oakbell/core/edits';
import { useEffect, useMemo, type ReactNode } from 'react';
import { corePage, pictureAt, pictureOf, useTakes, type Lesson, type TakeMaterial } from '../../shared/api/index.ts';
import { useKeys, Fetching } from '../../shared/ui/index.ts';
import classes from './Heard.module.css';
import { editionPlayer, useEdition, type Edition } from './edition.ts';
import { playableLesson, type PlayableLesson } from './lesson.ts';
import type { LessonFilms } from './filmPlayer.ts';
import { takeFilms } from './lessonFilms.ts';
import { LessonStage } from './LessonStage.tsx';
import { PlayControls } from './PlayControls.tsx';
import { SegmentPlayer } from './segmentPlayer.ts';

/** A lesson in the making, to be heard by its maker before anyone else does. */
export function HeardLesson({ lesson, beside }: { readonly lesson: Lesson; readonly beside?: Beside }) {
  const takes = useTakes(lesson.id, lesson.revision);
  return takes.data ? (
    <OfTakes lesson={lesson} takes={takes.data} {...(beside ? { beside } : {})} />
  ) : (
    <Fetching of={[takes]} what="Fetching what was said" />
  );
}

/** What stands beside it and follows what is heard. */
type Beside = (player: SegmentPlayer) => ReactNode;
interface OfTakesProps {
  readonly lesson: Lesson;
  readonly takes: readonly TakeMaterial[];
  readonly beside?: Beside;
}

function OfTakes({ lesson, takes, beside }: OfTakesProps) {
  const played = useMemo(
    () =>
      playableLesson({
        edits: lesson.edits,
        takes,
        pages: [...lesson.pages, ...lesson.borrowed].map((page) => ({ page: corePage(page), small: null })),
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
  return (
    <>
      <Heard lesson={played} player={player} films={films} pictureAddress={pictureOf(lesson.id)} />
      {beside?.(player)}
    </>
  );
}

/** An edition to be heard without anyone counting: a learner's own answer, or a teacher listening to one. */
export function HeardEdition({ id, keys = true }: { readonly id: string; readonly keys?: boolean }) {
  const edition = useEdition(id);
  return edition.data ? (
    <OfEdition edition={edition.data} keys={keys} />
  ) : (
    <Fetching of={[edition]} what="Fetching what was said" />
  );
}

function OfEdition({ edition, keys }: { readonly edition: Edition; readonly keys: boolean }) {
  const player = useMemo(() => editionPlayer(edition), [edition]);
  return <Heard lesson={edition.lesson} player={player} films={edition.films} pictureAddress={pictureAt} keys={keys} />;
}

interface HeardProps {
  readonly lesson: PlayableLesson;
  readonly player: SegmentPlayer;
  readonly films: LessonFilms;
  readonly pictureAddress: (digest: string) => string;
  /** Space plays: not where another player on the same screen has it. */
  readonly keys?: boolean;
}

function Heard({ lesson, player, films, pictureAddress, keys = true }: HeardProps) {
  useEffect(() => () => player.close(), [player]);
  useKeys(keys ? { ' ': () => player.toggle() } : {});
  return (
    <div className={classes.heard}>
      <LessonStage
        lesson={lesson}
        player={player}
        films={films}
        pictureAddress={pictureAddress}
        onClick={() => player.toggle()}
      />
      <PlayControls player={player} />
    </div>
  );
}
