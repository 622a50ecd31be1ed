import { Button, Text } from '@mantine/core';
import { useFullscreenElement } from '@mantine/hooks';
import { countsAsWatched } from '@oakbell/core/assigning';
import { micros, timeText, ZERO, type Micros, type TimeRange } from '@oakbell/core/clock';
import { coveredLength, leftOut, type RangeSet } from '@oakbell/core/intervals';
import { watchPath } from '@oakbell/core/opening';
import {
  IconBadgeCc,
  IconDots,
  IconLink,
  IconMaximize,
  IconMinimize,
  IconPlayerPlayFilled,
  IconVolume,
  IconVolumeOff,
} from '@tabler/icons-react';
import { Suspense, useEffect, useMemo, useRef, useState, type ReactNode } from 'react';
import {
  editionPlayer,
  LessonStage,
  PlayControls,
  SPEEDS,
  usePlayerTime,
  usePlayerView,
  type Edition,
  type SegmentPlayer,
} from '../../kits/player/index.ts';
import { Timeline } from '../../kits/timeline/index.ts';
import { pictureAt, useScreenCovered } from '../../shared/api/index.ts';
import { AskRow, usePins } from './asking/AskRow.tsx';
import type { AskedOf } from './asking/useQuestions.ts';
import { Captions, useCaptionsOn } from './Captions.tsx';
import { useDataUse } from './more/dataUse.ts';
import { copyText, IconAction, KeyHelp, type KeyLine, later, useKeys, Waiting } from '../../shared/ui/index.ts';
import { useSpeedKept } from './useSpeedKept.ts';
import { useReports } from './useReports.ts';
import type { Telling } from './watchReports.ts';
import classes from './Watch.module.css';

/** What is wanted now and then is loaded then. */
const MoreRow = later(async () => (await import('./more/MoreRow.tsx')).MoreRow);

const TEN_SECONDS = 10_000_000;

const KEYS: readonly KeyLine[] = [
  ['Space', 'Play or pause'],
  ['← and →', 'Ten seconds back and on'],
  ['Page up, Page down', 'Page before, next page'],
  ['+ and -', 'Faster, slower'],
  ['F', 'Full screen'],
  ['M', 'Sound off and on'],
];
const LINK_KEY: KeyLine = ['L', 'Copy a link from here'];
const CAPTION_KEY: KeyLine = ['T', 'Captions on and off'];
const ASK_KEY: KeyLine = ['Q', 'Ask about this moment'];

const STATE_WORDS = {
  paused: 'Paused',
  playing: 'Playing',
  waiting: 'Waiting for the network',
  ended: 'The end',
} as const;

/** What is offered once a lesson was played to its end. */
export interface Ending {
  /** Less than this share counts as not watched yet: what is left is offered first. In per cent. */
  readonly watchedPercent: number;
  readonly next: ReactNode;
}

/** An edition to be watched: the page, the sound, the time axis with what was seen, and the page strip. */
export function EditionView({
  edition,
  at = ZERO,
  counted = true,
  linked = true,
  asked = null,
  ending = null,
  onTold,
  below,
}: {
  readonly edition: Edition;
  /** Where it begins; where the learner stopped last time when that is the beginning. */
  readonly at?: Micros | undefined;
  /** Whether what is played counts as watched. */
  readonly counted?: boolean;
  /** Whether others can come to it by a link. */
  readonly linked?: boolean;
  /** What a learner may ask about it is asked of; nothing can be asked when null. */
  readonly asked?: AskedOf | null | undefined;
  /** What is offered at its end. */
  readonly ending?: Ending | null | undefined;
  /** Called once more of it was counted. */
  readonly onTold?: (() => void) | undefined;
  /** What stands below it and follows what is played. */
  readonly below?: ((player: SegmentPlayer) => ReactNode) | undefined;
}) {
  const [player] = useState(() => playerAt(edition, at));
  useEffect(() => () => player.pause(), [player]);
  const { seen, telling } = useReports(player, edition, { counted, onTold });
  const isCovered = useScreenCovered();
  useEffect(() => {
    if (isCovered) player.pause();
  }, [isCovered, player]);
  return (
    <>
      <Playing
        edition={edition}
        player={player}
        seen={seen}
        telling={telling}
        linked={linked}
        asked={asked}
        ending={ending}
      />
      {below?.(player)}
    </>
  );
}

function playerAt(edition: Edition, at: Micros): ReturnType<typeof editionPlayer> {
  const player = editionPlayer(edition);
  if (at > 0 && at < edition.lesson.programme.length) player.seek(at);
  return player;
}

interface PlayingProps {
  readonly edition: Edition;
  readonly player: ReturnType<typeof editionPlayer>;
  readonly seen: RangeSet;
  readonly telling: Telling;
  readonly linked: boolean;
  readonly asked: AskedOf | null;
  readonly ending: Ending | null;
}

function Playing({ edition, player, seen, telling, linked, asked, ending }: PlayingProps) {
  const { lesson, peaks, captions } = edition;
  const [isCaptioned, toggleCaptions] = useCaptionsOn();
  const hasCaptions = captions.length > 0;
  const view = usePlayerView(player);
  const time = usePlayerTime(player);
  const play = useRef<HTMLButtonElement>(null);
  const { ref: hall, toggle: toggleFull, fullscreen } = useFullscreenElement<HTMLElement>();
  useSpeedKept(player);
  const upAt = lesson.turns.findLastIndex((turn) => turn.at <= time);
  const turn = (by: number) => lesson.turns[upAt + by] && player.seek(lesson.turns[upAt + by]!.at);
  const faster = (by: number) => {
    const at = SPEEDS.findIndex((speed) => speed === view.speed);
    player.setSpeed(SPEEDS[Math.max(0, Math.min(SPEEDS.length - 1, at + by))] ?? 1);
  };
  const jump = (by: number) => player.seek(micros(player.time + by));
  // How loud it is belongs to the device; whether it is heard at all, to whoever watches.
  const [hushed, setHushed] = useState(false);
  const hush = () => {
    player.silence(!hushed);
    setHushed(!hushed);
  };
  const link = () =>
    void copyText(
      `${location.origin}${watchPath(edition.lessonId, player.time)}`,
      `The link from ${timeText(time)} is copied.`,
    );
  useKeys({
    ...(linked ? { l: link } : {}),
    ...(hasCaptions ? { t: toggleCaptions } : {}),
    ' ': () => player.toggle(),
    ArrowLeft: () => jump(-TEN_SECONDS),
    ArrowRight: () => jump(TEN_SECONDS),
    PageDown: () => turn(1),
    PageUp: () => turn(-1),
    '+': () => faster(1),
    '-': () => faster(-1),
    f: () => void toggleFull(),
    m: () => hush(),
  });
  const begin = () => {
    void player.play();
    // The button that was pressed goes away: what it began is stopped with the next one.
    play.current?.focus();
  };
  // While a finger or the pointer is on the axis nothing plays, and nothing between here and there counts as watched.
  const wasPlaying = useRef(false);
  const drag = (on: boolean) => {
    if (on) {
      wasPlaying.current = view.state === 'playing' || view.state === 'waiting';
      player.pause();
    } else if (wasPlaying.current) void player.play();
  };
  const [begun, setBegun] = useState(false);
  if (view.state === 'playing' && !begun) setBegun(true);
  const pins = usePins(asked, begun);
  const [use, setUse] = useDataUse();
  const [isMore, setMore] = useState(false);
  const turns = useMemo(
    () => (use === 'sound' ? lesson.turns.map((one) => ({ ...one, small: null })) : lesson.turns),
    [lesson.turns, use],
  );
  const rest = ending && restOf(seen, lesson.programme.length, ending.watchedPercent);
  const watchRest = () => {
    if (rest) player.seek(rest.start);
    begin();
  };
  // In the middle of watching a pause is for looking at the page: nothing may lie over it then.
  const idle = (view.state === 'paused' && !begun) || view.state === 'ended';
  return (
    <section
      ref={hall}
      className={classes.hall}
      aria-label="The lesson"
      data-full={fullscreen || undefined}
      data-asked={asked !== null || undefined}
    >
      <div className={classes.stage} style={{ aspectRatio: `1600 / ${shapeOf(edition)}` }}>
        {use === 'sound' ? (
          <Text className={classes.heardOnly}>{`${lesson.turns[upAt]?.name ?? ''} · only the voice is fetched`}</Text>
        ) : (
          <LessonStage
            lesson={lesson}
            player={player}
            {...(use === 'all' ? { films: edition.films } : {})}
            pictureAddress={pictureAt}
            onClick={() => player.toggle()}
          />
        )}
        {idle && (
          <div className={classes.begin}>
            {view.state === 'ended' && ending && (rest ? <WatchRest rest={rest} onWatch={watchRest} /> : ending.next)}
            <Button
              size="lg"
              variant={view.state === 'ended' && ending ? 'default' : 'filled'}
              leftSection={<IconPlayerPlayFilled aria-hidden />}
              onClick={begin}
            >
              {view.state === 'ended' ? 'Watch again' : time > 0 ? `Go on from ${timeText(time)}` : 'Watch'}
            </Button>
          </div>
        )}
        {view.state === 'waiting' && (
          <Text className={classes.waiting} aria-hidden>
            Waiting for the network …
          </Text>
        )}
      </div>
      {hasCaptions && isCaptioned && <Captions cues={captions} time={time} />}
      <p className="ob-hidden" role="status">
        {`${STATE_WORDS[view.state]}. ${lesson.turns[upAt]?.name ?? ''}`}
      </p>
      {view.fault && (
        <Text role="alert" p="xs">
          {view.fault}
        </Text>
      )}
      {telling !== 'told' && (
        <Text role={telling === 'waiting' ? 'status' : 'alert'} size="sm" px="xs">
          {telling === 'waiting'
            ? 'The school server cannot be reached. What you watch is kept here and counted later.'
            : `Some of what you watch is not counted. ${telling.refused}`}
        </Text>
      )}
      <Timeline
        hall
        label="Time in the lesson"
        length={lesson.programme.length}
        peaks={peaks}
        turns={turns}
        ink={lesson.ink}
        seen={seen}
        pins={pins}
        position={time}
        exactly={() => player.time}
        onSeek={(to) => player.seek(to)}
        onDrag={drag}
      />
      <div className={classes.controls}>
        <PlayControls
          player={player}
          playRef={play}
          more={
            <>
              <KeyHelp
                hall
                lines={[
                  ...KEYS,
                  ...(linked ? [LINK_KEY] : []),
                  ...(hasCaptions ? [CAPTION_KEY] : []),
                  ...(asked ? [ASK_KEY] : []),
                ]}
              />
              <IconAction hall label={hushed ? 'Sound on' : 'Sound off'} keyText="M" onClick={hush}>
                {hushed ? <IconVolumeOff /> : <IconVolume />}
              </IconAction>
              {hasCaptions && (
                <IconAction hall label="Captions" keyText="T" pressed={isCaptioned} onClick={toggleCaptions}>
                  <IconBadgeCc />
                </IconAction>
              )}
              {linked && (
                <IconAction hall label="Copy a link from here" keyText="L" onClick={link}>
                  <IconLink />
                </IconAction>
              )}
              <IconAction
                hall
                label={isMore ? 'Less' : 'Less data, print, all in words'}
                onClick={() => setMore((open) => !open)}
              >
                <IconDots />
              </IconAction>
              {document.fullscreenEnabled && (
                <IconAction
                  hall
                  label={fullscreen ? 'Leave full screen' : 'Full screen'}
                  keyText="F"
                  onClick={() => void toggleFull()}
                >
                  {fullscreen ? <IconMinimize /> : <IconMaximize />}
                </IconAction>
              )}
            </>
          }
        />
      </div>
      {isMore && (
        <Suspense fallback={<Waiting what="Opening" />}>
          <MoreRow edition={edition} player={player} use={use} onUse={setUse} />
        </Suspense>
      )}
      {asked && <AskRow edition={edition} player={player} of={asked} />}
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
        {turns.map((one, i) => (
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

/** The first stretch that was not seen, where less was than counts as watched. Gaps of less than a second are none. */
function restOf(seen: RangeSet, length: Micros, watchedPercent: number): TimeRange | null {
  const left = leftOut(seen, length, 1e6);
  return countsAsWatched(1 - coveredLength(left) / length, watchedPercent) ? null : (left[0] ?? null);
}

const WatchRest = ({ rest, onWatch }: { readonly rest: TimeRange; readonly onWatch: () => void }) => (
  <Button size="lg" onClick={onWatch}>
    {`Watch the rest, from ${timeText(rest.start)}`}
  </Button>
);

/** The tallest page decides the shape, up to upright paper. */
const shapeOf = ({ lesson }: Edition): number =>
  Math.min(1200, Math.max(900, ...lesson.pages.map(({ page }) => page.height)));
