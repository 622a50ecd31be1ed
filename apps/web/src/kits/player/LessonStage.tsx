import { picturesOf } from '@oakbell/core/pages';
import { sceneAt } from '@oakbell/core/scene';
import type { Micros } from '@oakbell/core/clock';
import { useEffect, useRef, useState } from 'react';
import { Stage, usePictures, type StageHandle } from '../stage/index.ts';
import type { PlayableLesson } from './lesson.ts';
import type { SegmentPlayer } from './segmentPlayer.ts';

interface Props {
  readonly lesson: PlayableLesson;
  readonly player: SegmentPlayer;
  readonly pictureAddress: (digest: string) => string;
  readonly onClick?: () => void;
}

/** The page that is up, drawn from the log with the sound as its clock. */
export function LessonStage({ lesson, player, pictureAddress, onClick }: Props) {
  const stage = useRef<StageHandle>(null);
  const [up, setUp] = useState(() => sceneAt(lesson.source, player.time)?.page ?? null);
  const wanted = lesson.source.pages.flatMap(picturesOf);
  const first = up ? picturesOf(up) : [];
  const pictures = usePictures([...new Set([...first, ...wanted])], pictureAddress);
  useEffect(() => {
    const show = (time: Micros) => {
      const scene = sceneAt(lesson.source, time);
      if (!scene) return;
      setUp(scene.page);
      stage.current?.show(scene);
    };
    show(player.time);
    return player.onTick(show);
  }, [lesson, player]);
  const name = lesson.pages.find((one) => one.page.id === up?.id)?.name ?? 'Page';
  return (
    <Stage
      ref={stage}
      pictures={pictures}
      pageHeight={up?.height ?? 900}
      label={`${name} of the lesson`}
      {...(onClick ? { onPointerUp: onClick } : {})}
    />
  );
}
