import { Button, Text } from '@mantine/core';
import { micros, subtractTime, timeText, ZERO, type Micros, type TimeRange } from '@oakbell/core/clock';
import { redo, revise, undo, type EditList, type Revised } from '@oakbell/core/edits';
import { useEffect, useMemo, useState } from 'react';
import { Link, useParams } from 'react-router';
import { LessonStage, PlayControls, usePlayerTime, usePlayerView } from '../../kits/player/index.ts';
import { Timeline } from '../../kits/timeline/index.ts';
import { pictureOf, useLesson, useTakes, type Lesson, type TakeMaterial } from '../../shared/api/index.ts';
import { Empty, KeyHelp, type KeyLine, PageTitle, ProblemNote, useKeys, Waiting } from '../../shared/ui/index.ts';
import { CutTools } from './CutTools.tsx';
import { joinedPeaks, trimEdits, untrimmed } from './ends.ts';
import classes from './Polish.module.css';
import { QuietList } from './QuietList.tsx';
import { Undoing } from './Undoing.tsx';
import { useChange } from './useChange.ts';
import { useCutting } from './useCutting.ts';
import { usePlaying } from './usePlaying.ts';
import { useQuiet } from './useQuiet.ts';

const KEYS: readonly KeyLine[] = [
  ['Space or L', 'Play, and Space again to pause'],
  ['K', 'Stop'],
  ['J', 'Five seconds back'],
  [', and .', 'A tenth of a second back and on'],
  ['I and O', 'Mark a stretch from here, up to here; or drag with Shift'],
  ['Delete', 'Cut what is marked'],
  ['S', 'Split here'],
  ['Ctrl+Z', 'Undo'],
  ['Ctrl+Shift+Z', 'Redo'],
  ['← and → on a handle', 'Move it by a tenth of a second; with Shift by a second'],
];

/** Hears the lesson as it stands, trims its ends, and cuts out what is too much. */
export function PolishStep() {
  const { lesson: id = '' } = useParams();
  const { data: lesson } = useLesson(id);
  const takes = useTakes(id, lesson?.revision ?? 0);
  if (!lesson || !takes.data) return <Waiting what="Opening the lesson" />;
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
        <Undoing lesson={lesson} />
      </div>
    );
  }
  return <Desk lesson={lesson} takes={takes.data} />;
}

function Desk({ lesson, takes }: { readonly lesson: Lesson; readonly takes: readonly TakeMaterial[] }) {
  const change = useChange(lesson);
  // The timeline shows the takes whole, so that a trimmed end can be drawn out again.
  const whole = useMemo(() => untrimmed(lesson.edits, takes), [lesson.edits, takes]);
  const saved = useMemo(() => keptOf(lesson.edits, whole), [lesson.edits, whole]);
  const [dragged, setDragged] = useState<TimeRange | null>(null);
  const kept = dragged ?? saved;
  const { player, played, films, standAt } = usePlaying(lesson, whole, takes);
  const time = usePlayerTime(player);
  const view = usePlayerView(player);
  const peaks = useMemo(() => joinedPeaks(whole, takes), [whole, takes]);
  // On the timeline everything stands as much later as was trimmed from the start.
  const offset = saved.start;
  const cutting = useCutting({ lesson, peaks, offset, time, change, standAt });
  const found = useQuiet(lesson);
  const onAxis = (range: TimeRange): TimeRange => ({
    start: (range.start + offset) as Micros,
    end: (range.end + offset) as Micros,
  });
  const quiet = found.quiet.map(onAxis);
  const listen = ({ start, end }: TimeRange) => {
    player.seek(micros(Math.max(kept.start, start - 1e6)));
    cutting.mark({ start, end });
    void player.play();
  };

  useEffect(
    () => player.onTick((now) => now >= kept.end && player.getView().state === 'playing' && player.pause()),
    [player, kept.end],
  );
  useEffect(() => {
    if (player.time < kept.start) player.seek(kept.start);
  }, [player, kept.start]);
  const store = () => {
    if (!dragged) return;
    const edits = trimEdits(lesson.edits, whole, dragged);
    if (edits.length > 0)
      change.mutate((now) => edits.reduce<Revised | null>((so, edit) => so && revise(so.edits, so.history, edit), now));
    setDragged(null);
  };
  const play = () => {
    if (player.time >= kept.end || player.time < kept.start) player.seek(kept.start);
    player.toggle();
  };
  const frame = (by: number) => player.seek(micros(Math.max(kept.start, Math.min(kept.end, player.time + by))));
  useKeys({
    ' ': play,
    k: () => player.pause(),
    j: () => frame(-5e6),
    l: play,
    ',': () => frame(-1e5),
    '.': () => frame(1e5),
    i: cutting.acts.markStart,
    o: cutting.acts.markEnd,
    Delete: cutting.acts.cut,
    Backspace: cutting.acts.cut,
    s: cutting.acts.split,
    Escape: () => cutting.mark(null),
    'Ctrl+z': () => change.mutate((now) => undo(now.edits, now.history)),
    'Ctrl+Shift+z': () => change.mutate((now) => redo(now.edits, now.history)),
  });
  return (
    <div className={classes.hall}>
      <PageTitle>{`Polish · ${lesson.title}`}</PageTitle>
      <div className={classes.top}>
        <div className={classes.stage}>
          <LessonStage
            lesson={played}
            player={player}
            films={films}
            pictureAddress={pictureOf(lesson.id)}
            onClick={play}
          />
        </div>
        <aside className={classes.side} aria-label="The lesson">
          <Text fw={700} size="lg" className="ob-time">
            {timeText(subtractTime(kept.end, kept.start), { tenths: true })} long
          </Text>
          <Text className={classes.dim}>
            Drag the two green handles to trim the ends. Mark a stretch and cut it; a cut opens again where it was made.
          </Text>
          <Undoing lesson={lesson} />
          <ProblemNote failure={change.error} />
          {view.fault && <Text role="alert">{view.fault}</Text>}
          <Button component={Link} to={`/lessons/${lesson.id}/assign`}>
            Publish and assign
          </Button>
          <Button component={Link} to={`/lessons/${lesson.id}/record`} variant="default">
            Record another take
          </Button>
          <QuietList
            quiet={quiet}
            busy={change.isPending}
            onListen={listen}
            onShorten={(stretches) => cutting.shorten(stretches)}
            onLeave={(stretch) => found.leave(found.quiet[quiet.indexOf(stretch)]!)}
          />
        </aside>
      </div>
      <div className={classes.foot} onPointerUp={store} onKeyUp={store} onBlur={store}>
        <Timeline
          hall
          label="Time in the lesson"
          length={whole.length}
          peaks={peaks}
          turns={played.turns}
          ink={played.ink}
          position={time}
          onSeek={(to) => player.seek(to)}
          trim={{ kept, onChange: setDragged }}
          marked={cutting.marked}
          onMark={cutting.mark}
          seams={cutting.seams}
          quiet={quiet}
        />
        <PlayControls
          player={player}
          more={
            <>
              <CutTools
                {...cutting.acts}
                marked={cutting.marked}
                parts={lesson.edits.segments.length}
                busy={change.isPending}
              />
              <KeyHelp hall lines={KEYS} />
            </>
          }
        />
      </div>
    </div>
  );
}

/** The stretch of the untrimmed programme that the lesson keeps. */
function keptOf(edits: EditList, whole: ReturnType<typeof untrimmed>): TimeRange {
  const [first, last] = [edits.segments[0]!, edits.segments.at(-1)!];
  const lastStart = whole.starts.at(-1) ?? ZERO;
  return { start: first.start, end: micros(lastStart + last.end - whole.segments.at(-1)!.start) };
}
