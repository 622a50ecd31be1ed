import { present } from '@oakbell/core/present';
import type { Micros } from '@oakbell/core/clock';
import { picturesOf } from '@oakbell/core/pages';
import { sceneAt } from '@oakbell/core/scene';
import { useCallback, useEffect, useRef, useState, type ReactNode } from 'react';
import { Stage, usePictures, type StageFilms, type StageHandle } from '../stage/index.ts';
import { FilmPlayer, type LessonFilms } from './filmPlayer.ts';
import type { PlayableLesson } from './lesson.ts';
import type { SegmentPlayer } from './segmentPlayer.ts';

interface Props {
  readonly lesson: PlayableLesson;
  readonly player: SegmentPlayer;
  /** The camera and what pages show; none when left out. */
  readonly films?: LessonFilms;
  readonly pictureAddress: (digest: string) => string;
  readonly onClick?: () => void;
  /** Told the place that was pressed, in page units of the view, instead. */
  readonly onPress?: (place: { readonly x: number; readonly y: number }) => void;
  /** Lies over the page. */
  readonly children?: ReactNode;
}

/** The page that is up, drawn from the log with the sound as its clock. */
export function LessonStage({ lesson, player, films, pictureAddress, onClick, onPress, children }: Props) {
  const stage = useRef<StageHandle>(null);
  const [up, setUp] = useState(() => sceneAt(lesson.source, player.time)?.page ?? null);
  const wanted = lesson.source.pages.flatMap(picturesOf);
  const first = up ? picturesOf(up) : [];
  const pictures = usePictures([...new Set([...first, ...wanted])], pictureAddress);
  const playing = useRef<{ camera: FilmPlayer | null; page: FilmPlayer | null }>({ camera: null, page: null });
  const filmsNow = useCallback(
    (): StageFilms => ({ camera: playing.current.camera?.picture, page: playing.current.page?.picture }),
    [],
  );
  useEffect(() => {
    const show = (time: Micros) => {
      const scene = sceneAt(lesson.source, time);
      if (!scene) return;
      const { state, speed } = player.getView();
      const pace = { playing: state === 'playing', speed };
      playing.current.camera?.at(time, pace);
      playing.current.page?.at(time, pace);
      setUp(scene.page);
      stage.current?.show(scene);
    };
    const now = () => show(player.time);
    const film = (which: 'camera' | 'page') =>
      films && films[which].length > 0 ? new FilmPlayer(films[which], which === 'camera' || !films.sound, now) : null;
    const made = { camera: film('camera'), page: film('page') };
    playing.current = made;
    now();
    const leave = [player.onTick(show), player.subscribe(now)];
    return () => {
      for (const one of leave) one();
      made.camera?.close();
      made.page?.close();
    };
  }, [lesson, player, films]);
  const name = lesson.pages.find((one) => one.page.id === up?.id)?.name ?? 'Page';
  return (
    <Stage
      ref={stage}
      pictures={pictures}
      pageHeight={up?.height ?? 900}
      label={`${name} of the lesson`}
      films={filmsNow}
      {...(onPress || onClick
        ? { onPointerUp: (event) => (onPress ? onPress(present(stage.current).placeOf(event)) : onClick?.()) }
        : {})}
    >
      {children}
    </Stage>
  );
}
