import { present } from '@oakbell/core/present';
import { Button, Group, Text } from '@mantine/core';
import { micros, subtractTime, timeText, type Micros, type TimeRange } from '@oakbell/core/clock';
import { cutWithInk, isCard, isTake, layOver } from '@oakbell/core/edits';
import { sceneAt } from '@oakbell/core/scene';
import { Suspense, useCallback, useEffect, useMemo, useState } from 'react';
import { Link } from 'react-router';
import { LessonStage, PlayControls, usePlayerTime, usePlayerView } from '../../kits/player/index.ts';
import { Timeline } from '../../kits/timeline/index.ts';
import { pictureOf, type Lesson, type TakeMaterial } from '../../shared/api/index.ts';
import { KeyHelp, later, PageTitle, ProblemNote, useKeys, Waiting } from '../../shared/ui/index.ts';
import { AddMenu } from './AddMenu.tsx';
import { CutTools } from './CutTools.tsx';
import { joinedPeaks, keptOf, trimEdits, untrimmed } from './ends.ts';
import { inkIn } from './inkIn.ts';
import { KEYS } from './keys.ts';
import { lanesOf } from './lanes.ts';
import { OverlayFrame } from './OverlayFrame.tsx';
import classes from './Polish.module.css';
import { SidePanel } from './SidePanel.tsx';
import { strokeAt, type PickedStroke } from './StrokePanel.tsx';
import { Undoing } from './Undoing.tsx';
import { doing, useChange } from './useChange.ts';
import { useUndo } from './useUndo.ts';
import { useCutting } from './useCutting.ts';
import { useFound } from './useFound.ts';
import { usePasting } from './usePasting.ts';
import { usePlaying } from './usePlaying.ts';
import { polishOf, segmentUnder } from './usePolish.ts';

// Recording comes along only for whoever speaks over something.
const SpeakOver = later(async () => (await import('./SpeakOver.tsx')).SpeakOver);

interface Props {
  readonly lesson: Lesson;
  readonly takes: readonly TakeMaterial[];
}

/** The stage, what can be done beside it, and the timeline across the whole width. */
export function Desk({ lesson, takes }: Props) {
  const change = useChange(lesson);
  const { undo, redo } = useUndo(lesson, change);
  // The timeline shows the takes whole, so that a trimmed end can be drawn out again.
  const whole = useMemo(() => untrimmed(lesson.edits, takes), [lesson.edits, takes]);
  const saved = useMemo(() => keptOf(lesson.edits, whole), [lesson.edits, whole]);
  const [dragged, setDragged] = useState<TimeRange | null>(null);
  const [selected, setSelected] = useState<string | null>(null);
  const [picking, setPicking] = useState<{ readonly picked: PickedStroke | null } | null>(null);
  const [speaking, setSpeaking] = useState<{ readonly range: TimeRange; readonly onTimeline: TimeRange } | null>(null);
  const [snaps, setSnaps] = useState(true);
  /** What is being listened to, shown on the timeline; it is not marked, so the list it came from stays. */
  const [heard, setHeard] = useState<TimeRange | null>(null);
  const [zoomPlace, setZoomPlace] = useState<HTMLElement | null>(null);
  const kept = dragged ?? saved;
  const overlay = lesson.edits.overlays?.find((one) => one.id === selected) ?? null;
  const { player, played, films, standAt } = usePlaying(lesson, whole, takes, overlay?.kind === 'close-up');
  const time = usePlayerTime(player);
  const view = usePlayerView(player);
  const peaks = useMemo(() => joinedPeaks(whole, takes), [whole, takes]);
  // On the timeline everything stands as much later as was trimmed from the start.
  const offset = saved.start;
  const cutting = useCutting({ lesson, peaks, offset, now: () => player.time, change, standAt, snaps });
  const found = useFound(lesson);
  const polish = polishOf({ lesson, change, time, marked: cutting.marked, offset });
  const paste = usePasting(polish);
  const { mutate } = change;
  const { mark } = cutting;
  const lanes = useMemo(
    () =>
      lanesOf({
        edits: lesson.edits,
        source: played.source,
        offset,
        selected,
        onSelect: setSelected,
        onMark: mark,
        onChange: (to) => mutate((now) => doing(layOver(now.edits, to))),
      }),
    [lesson.edits, played.source, offset, selected, mutate, mark],
  );
  const scene = sceneAt(played.source, time);
  const onAxis = ({ start, end }: TimeRange): TimeRange => ({
    start: micros(start + offset),
    end: micros(end + offset),
  });
  const shown = { quiet: found.quiet.map(onAxis), writing: found.writing.map(onAxis), lost: found.lost.map(onAxis) };
  const listen = ({ start, end }: TimeRange) => {
    player.seek(micros(Math.max(kept.start, start - 1e6)));
    setHeard({ start, end });
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
    if (edits.length > 0) change.mutate(() => ({ do: edits }));
    setDragged(null);
  };
  const play = () => {
    if (player.time >= kept.end || player.time < kept.start) player.seek(kept.start);
    player.toggle();
  };
  const scrub = useCallback((to: Micros) => player.scrub(to), [player]);
  const frame = (by: number) => player.scrub(micros(Math.max(kept.start, Math.min(kept.end, player.time + by))));
  const letGo = () => {
    cutting.mark(null);
    setHeard(null);
    setSelected(null);
    setPicking(null);
  };
  const speak = () =>
    polish.marked && cutting.marked && setSpeaking({ range: polish.marked, onTimeline: cutting.marked });
  const fast = () => cutting.marked && cutting.speedUp([cutting.marked], 4);
  const strokes = polish.marked ? inkIn(played.source, polish.programme, polish.marked) : [];
  const cutInk = () => cutting.cut((range) => cutWithInk(lesson.edits, range, strokes, () => crypto.randomUUID()));
  const keys = {
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
    f: () => void fast(),
    Escape: letGo,
    'Ctrl+c': () => (polish.marked ? paste.copy() : (false as const)),
    'Ctrl+v': paste.paste,
    'Ctrl+z': undo,
    'Ctrl+Shift+z': redo,
  };
  useKeys(speaking ? {} : keys);
  const pick = (place: { readonly x: number; readonly y: number }) => {
    const segment = segmentUnder(polish.programme, polish.time);
    if (scene && segment && isTake(segment))
      setPicking({ picked: strokeAt(scene, played.source, segment.takeId, place) });
  };
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
            {...(picking ? { onPress: pick } : {})}
          >
            {overlay && scene && !scene.card && <OverlayFrame polish={polish} overlay={overlay} scene={scene} />}
          </LessonStage>
        </div>
        <aside className={classes.side} aria-label="The lesson">
          <Group justify="space-between" wrap="nowrap">
            <Text fw={700} size="lg" className="ob-time">
              {timeText(subtractTime(kept.end, kept.start), { tenths: true })} long
            </Text>
            <Button size="compact-sm" component={Link} to={`/lessons/${lesson.id}/assign`}>
              Publish and assign
            </Button>
          </Group>
          <Undoing lesson={lesson} />
          <ProblemNote failure={change.error} />
          {view.fault && <Text role="alert">{view.fault}</Text>}
          {paste.told && <Text role="status">{paste.told}</Text>}
          {speaking ? (
            <Suspense fallback={<Waiting what="Opening the microphone" />}>
              <SpeakOver
                polish={polish}
                {...speaking}
                player={player}
                onDone={() => {
                  setSpeaking(null);
                  cutting.mark(null);
                }}
              />
            </Suspense>
          ) : (
            <SidePanel
              polish={polish}
              played={played}
              overlay={overlay}
              card={lesson.edits.segments.filter(isCard).find((one) => one.id === selected) ?? null}
              picking={picking}
              found={{ ...found, ...shown }}
              acts={{
                done: letGo,
                goTo: (to) => player.seek(micros(to + offset)),
                listen,
                cutOut: cutting.cutOut,
                shorten: cutting.shorten,
                speedUp: cutting.speedUp,
                leave: (stretch) => {
                  for (const list of ['quiet', 'writing', 'lost'] as const) {
                    const at = shown[list].indexOf(stretch);
                    if (at >= 0) found.leave(present(found[list][at]));
                  }
                },
                cut: cutting.acts.cut,
                cutWithInk: strokes.length > 0 ? cutInk : null,
                copy: paste.copy,
                speak,
                listenToMark: () => cutting.marked && listen(cutting.marked),
              }}
            />
          )}
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
          exactly={() => player.time}
          onSeek={scrub}
          trim={{ kept, onChange: setDragged }}
          marked={cutting.marked ?? heard}
          onMark={cutting.mark}
          seams={cutting.seams}
          quiet={shown.quiet}
          threshold={found.threshold}
          zoomPlace={zoomPlace}
          lanes={lanes}
        />
        <PlayControls
          player={player}
          more={
            <>
              <AddMenu
                polish={polish}
                scene={scene?.card ? null : scene}
                onSelect={setSelected}
                onSpeak={speak}
                onStroke={() => setPicking({ picked: null })}
              />
              <CutTools
                {...cutting.acts}
                marked={cutting.marked}
                parts={lesson.edits.segments.length}
                busy={change.isPending}
                snaps={snaps}
                onSnaps={setSnaps}
              />
              <span ref={setZoomPlace} />
              <KeyHelp hall lines={KEYS} />
            </>
          }
        />
      </div>
    </div>
  );
}
