import { Button, Group, Text } from '@mantine/core';
import { micros, subtractTime, timeText, ZERO, type TimeRange } from '@oakbell/core/clock';
import { programmeOf, redo, revise, undo, type Edit, type EditList, type Revised } from '@oakbell/core/edits';
import { IconArrowBackUp, IconArrowForwardUp } from '@tabler/icons-react';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useEffect, useMemo, useState } from 'react';
import { Link, useParams } from 'react-router';
import {
  LessonStage,
  PlayControls,
  playableLesson,
  SegmentPlayer,
  takeFilms,
  usePlayerTime,
  usePlayerView,
} from '../../kits/player/index.ts';
import { Timeline } from '../../kits/timeline/index.ts';
import {
  corePage,
  lessonKey,
  pictureOf,
  saveEdits,
  useLesson,
  useTakes,
  type Lesson,
  type TakeMaterial,
} from '../../shared/api/index.ts';
import {
  clockText,
  Empty,
  IconAction,
  KeyHelp,
  type KeyLine,
  PageTitle,
  ProblemNote,
  useKeys,
  Waiting,
} from '../../shared/ui/index.ts';
import { editInWords } from './editWords.ts';
import { joinedPeaks, trimEdits, untrimmed } from './ends.ts';
import classes from './Polish.module.css';

const KEYS: readonly KeyLine[] = [
  ['Space or L', 'Play, and Space again to pause'],
  ['K', 'Stop'],
  ['J', 'Five seconds back'],
  [', and .', 'A tenth of a second back and on'],
  ['Ctrl+Z', 'Undo'],
  ['Ctrl+Shift+Z', 'Redo'],
  ['← and → on a handle', 'Move it by a tenth of a second; with Shift by a second'],
];

/** Hears the lesson as it stands and trims its ends. */
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
  const { player, played, films } = usePlaying(lesson, whole, takes);
  const time = usePlayerTime(player);
  const view = usePlayerView(player);
  const peaks = useMemo(() => joinedPeaks(whole, takes), [whole, takes]);

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
      change.mutate(edits.reduce<Revised | null>((now, edit) => now && revise(now.edits, now.history, edit), lesson));
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
    'Ctrl+z': () => change.mutate(undo(lesson.edits, lesson.history)),
    'Ctrl+Shift+z': () => change.mutate(redo(lesson.edits, lesson.history)),
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
            Drag the two green handles to trim the ends. Nothing is lost: what you trim can be drawn out again.
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
        />
        <PlayControls player={player} more={<KeyHelp hall lines={KEYS} />} />
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

function usePlaying(lesson: Lesson, whole: ReturnType<typeof untrimmed>, takes: readonly TakeMaterial[]) {
  const key = JSON.stringify(whole.segments);
  const played = useMemo(
    () =>
      playableLesson({
        edits: { version: 1, segments: whole.segments },
        pages: lesson.pages.map((page) => ({
          page: corePage(page),
          small: page.smallPicture && pictureOf(lesson.id)(page.smallPicture),
        })),
        takes,
      }),
    // The takes whole change only when one comes or goes, not with each trim.
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [key, takes, lesson.pages],
  );
  const player = useMemo(
    () =>
      new SegmentPlayer(programmeOf({ version: 1, segments: whole.segments }), (takeId) => [
        { src: `/api/takes/${takeId}/voice`, type: 'audio/ogg' },
      ]),
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [key],
  );
  const films = useMemo(() => takeFilms(played.source, lesson.id), [played, lesson.id]);
  useEffect(() => () => player.close(), [player]);
  return { player, played, films };
}

/** Saves a change as it is made. Null means that there was nothing to do. */
function useChange(lesson: Lesson) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: async (revised: Revised | null) => {
      if (revised) await saveEdits(queries, lesson, revised.edits, revised.history);
    },
    onError: () => queries.invalidateQueries({ queryKey: lessonKey(lesson.id) }),
  });
}

/** Undo and redo, with the last change in words. */
function Undoing({ lesson }: { readonly lesson: Lesson }) {
  const change = useChange(lesson);
  const { done, undone } = lesson.history;
  const last: Edit | undefined = done.at(-1);
  return (
    <div>
      <Group gap={4}>
        <IconAction
          hall
          label="Undo"
          keyText="Ctrl+Z"
          disabled={done.length === 0 || change.isPending}
          onClick={() => change.mutate(undo(lesson.edits, lesson.history))}
        >
          <IconArrowBackUp aria-hidden />
        </IconAction>
        <IconAction
          hall
          label="Redo"
          keyText="Ctrl+Shift+Z"
          disabled={undone.length === 0 || change.isPending}
          onClick={() => change.mutate(redo(lesson.edits, lesson.history))}
        >
          <IconArrowForwardUp aria-hidden />
        </IconAction>
        <Text size="sm" role="status">
          {last ? editInWords(last) : 'Nothing changed yet'} · Saved {clockText(new Date(lesson.updatedAt))}
        </Text>
      </Group>
    </div>
  );
}
