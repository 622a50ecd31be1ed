import { Button, Text } from '@mantine/core';
import { micros, timeText } from '@oakbell/core/clock';
import type { RangeSet } from '@oakbell/core/intervals';
import { IconPlayerPlayFilled } from '@tabler/icons-react';
import { useEffect, useState } from 'react';
import {
  editionPicture,
  editionPlayer,
  LessonStage,
  PlayControls,
  SPEEDS,
  usePlayerTime,
  usePlayerView,
  type Edition,
} from '../../kits/player/index.ts';
import { Timeline } from '../../kits/timeline/index.ts';
import { KeyHelp, useKeys, type KeyLine } from '../../shared/ui/index.ts';
import { useReports } from './useReports.ts';
import classes from './Watch.module.css';

const TEN_SECONDS = 10_000_000;

const KEYS: readonly KeyLine[] = [
  ['Space', 'Play or pause'],
  ['← and →', 'Ten seconds back and on'],
  ['Page up, Page down', 'Page before, next page'],
  ['+ and -', 'Faster, slower'],
];

/** An edition to be watched: the page, the sound, the time axis with what was seen, and the page strip. */
export function EditionView({ edition }: { readonly edition: Edition }) {
  const [player] = useState(() => editionPlayer(edition));
  useEffect(() => () => player.pause(), [player]);
  const seen = useReports(player, edition.id);
  return <Playing edition={edition} player={player} seen={seen} />;
}

function Playing({
  edition,
  player,
  seen,
}: {
  readonly edition: Edition;
  readonly player: ReturnType<typeof editionPlayer>;
  readonly seen: RangeSet;
}) {
  const { lesson, peaks } = edition;
  const view = usePlayerView(player);
  const time = usePlayerTime(player);
  const upAt = lesson.turns.findLastIndex((turn) => turn.at <= time);
  const turn = (by: number) => lesson.turns[upAt + by] && player.seek(lesson.turns[upAt + by]!.at);
  const faster = (by: number) => {
    const at = SPEEDS.findIndex((speed) => speed === view.speed);
    player.setSpeed(SPEEDS[Math.max(0, Math.min(SPEEDS.length - 1, at + by))] ?? 1);
  };
  const jump = (by: number) => player.seek(micros(player.time + by));
  useKeys({
    ' ': () => player.toggle(),
    ArrowLeft: () => jump(-TEN_SECONDS),
    ArrowRight: () => jump(TEN_SECONDS),
    PageDown: () => turn(1),
    PageUp: () => turn(-1),
    '+': () => faster(1),
    '-': () => faster(-1),
  });
  const [begun, setBegun] = useState(false);
  if (view.state === 'playing' && !begun) setBegun(true);
  // In the middle of watching a pause is for looking at the page: nothing may lie over it then.
  const idle = (view.state === 'paused' && !begun) || view.state === 'ended';
  return (
    <section className={classes.hall} aria-label="The lesson">
      <div className={classes.stage} style={{ aspectRatio: `1600 / ${shapeOf(edition)}` }}>
        <LessonStage
          lesson={lesson}
          player={player}
          films={edition.films}
          pictureAddress={editionPicture}
          onClick={() => player.toggle()}
        />
        {idle && (
          <Button
            className={classes.begin}
            size="lg"
            leftSection={<IconPlayerPlayFilled aria-hidden />}
            onClick={() => void player.play()}
          >
            {view.state === 'ended' ? 'Watch again' : time > 0 ? `Go on from ${timeText(time)}` : 'Watch'}
          </Button>
        )}
        {view.state === 'waiting' && (
          <Text className={classes.waiting} role="status">
            Waiting for the network …
          </Text>
        )}
      </div>
      {view.fault && (
        <Text role="alert" p="xs">
          {view.fault}
        </Text>
      )}
      <Timeline
        hall
        label="Time in the lesson"
        length={lesson.programme.length}
        peaks={peaks}
        turns={lesson.turns}
        ink={lesson.ink}
        seen={seen}
        position={time}
        onSeek={(to) => player.seek(to)}
      />
      <PlayControls player={player} more={<KeyHelp hall lines={KEYS} />} />
      {lesson.hasChapters && (
        <nav aria-label="Chapters" className={classes.chapters}>
          {lesson.chapters.map((chapter, i) => (
            <button
              key={chapter.at}
              type="button"
              className={classes.chapter}
              aria-current={i === lesson.chapters.findLastIndex((one) => one.at <= time) ? 'step' : undefined}
              onClick={() => player.seek(chapter.at)}
            >
              <span className="ob-time">{timeText(chapter.at)}</span> {chapter.title}
            </button>
          ))}
        </nav>
      )}
      <nav aria-label="Pages" className={classes.strip}>
        {lesson.turns.map((one, i) => (
          <button
            key={i}
            type="button"
            className={classes.stripPage}
            aria-current={i === upAt ? 'step' : undefined}
            onClick={() => player.seek(one.at)}
          >
            <span className={classes.stripPicture}>{one.small && <img src={one.small} alt="" loading="lazy" />}</span>
            {one.name} · <span className="ob-time">{timeText(one.at)}</span>
          </button>
        ))}
      </nav>
    </section>
  );
}

/** The tallest page decides the shape, up to upright paper. */
const shapeOf = ({ lesson }: Edition): number =>
  Math.min(1200, Math.max(900, ...lesson.pages.map(({ page }) => page.height)));
