import { ZERO, type Micros } from '@oakbell/core/clock';
import { dressingOf, type EditList, type Programme } from '@oakbell/core/edits';
import { useEffect, useMemo, useRef, useState } from 'react';
import { playableLesson, SegmentPlayer, takeFilms } from '../../kits/player/index.ts';
import { keptOf } from './ends.ts';
import { corePage, pictureOf, type Lesson, type TakeMaterial } from '../../shared/api/index.ts';

/** A save takes so long at most, as a rule, in ms. */
const SAVED_MS = 1500;

/** While a close-up is being placed the whole page is to be seen. */
const withoutCloseUps = (edits: EditList) => dressingOf(edits).overlays.filter((one) => one.kind !== 'close-up');

/** A player of the lesson with its ends drawn out; it stays where it stood when the cuts change. */
export function usePlaying(lesson: Lesson, whole: Programme, takes: readonly TakeMaterial[], plain: boolean) {
  const key = JSON.stringify(whole.segments);
  const played = useMemo(
    () =>
      playableLesson({
        edits: {
          ...lesson.edits,
          segments: whole.segments,
          ...(plain ? { overlays: withoutCloseUps(lesson.edits) } : {}),
        },
        pages: [...lesson.pages, ...lesson.borrowed].map((page) => ({
          page: corePage(page),
          small: page.smallPicture && pictureOf(lesson.id)(page.smallPicture),
        })),
        takes,
        kept: keptOf(lesson.edits, whole),
      }),
    // The programme is another object with each trim, and the same one as long as its segments are.
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [key, takes, lesson, plain],
  );
  const [player] = useState(
    () => new SegmentPlayer(whole, (takeId) => [{ src: `/api/takes/${takeId}/voice`, type: 'audio/ogg' }]),
  );
  const films = useMemo(() => takeFilms(played.source, lesson.id), [played, lesson.id]);
  const stood = useRef<Micros>(ZERO);
  // What is told of the programme of before while a cut is being saved does not count.
  const heldUntil = useRef(0);
  useEffect(() => {
    const leave = player.onTick((time) => {
      if (performance.now() > heldUntil.current) stood.current = time;
    });
    return () => {
      leave();
      player.close();
    };
  }, [player]);
  useEffect(() => {
    player.become(whole, stood.current);
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [player, key]);
  /** Where the next programme begins: for a cut that takes away what was under the playhead. */
  const standAt = (time: Micros) => {
    stood.current = time;
    heldUntil.current = performance.now() + SAVED_MS;
  };
  return { player, played, films, standAt };
}
