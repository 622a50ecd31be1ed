import { Button, Group, Loader, Stack, Text, Title } from '@mantine/core';
import { micros, timeText } from '@oakbell/core/clock';
import { keptRanges, readLog } from '@oakbell/core/log';
import { useEffect, useMemo, useState } from 'react';
import { LessonStage, PlayControls, playableLesson, SegmentPlayer, takeFilms } from '../../player/index.ts';
import { useKeys } from '../../../shared/ui/index.ts';
import type { RoomProps } from './roomProps.ts';
import classes from './Room.module.css';
import { type RecorderState, type TakeRecorder, useRecorderView } from '../capture/index.ts';

interface Props extends RoomProps {
  readonly recorder: TakeRecorder;
  /** The lesson knows of the take: what comes next begins with its ink. */
  readonly taken: boolean;
  readonly onAgain: () => void;
  readonly onTakeOver: () => void;
}

/** Less is not missed by anyone. */
const TOLD_LOSS_MS = 40;

/** After Stop: hear the take at once; keep it, record again, or go on with another. */
export function Review(props: Props) {
  const { recorder, taken, onAgain, onTakeOver, onKeep, onRecordAgain, purpose = 'lesson' } = props;
  const isAnswer = purpose === 'answer';
  const isLearners = purpose !== 'lesson';
  const { state, lostMs } = useRecorderView(recorder);
  if (state.kind === 'failed') {
    return (
      <Stack className={classes.fault} align="flex-start">
        <Title order={2}>
          {state.code === 'lesson-being-recorded' ? 'This lesson is being recorded elsewhere' : 'Recording stopped'}
        </Title>
        <Text role="alert">{state.text}</Text>
        <Group>
          {state.code === 'lesson-being-recorded' && <Button onClick={onTakeOver}>Take over here</Button>}
          <Button variant="default" onClick={onAgain}>
            Back to the room
          </Button>
        </Group>
      </Stack>
    );
  }
  if (state.kind !== 'recorded') {
    return (
      <Group className={classes.fault} role="status">
        <Loader size="sm" color="brass.4" />
        <Text>Finishing the take …</Text>
      </Group>
    );
  }
  const next = taken && props.afterwards?.isNext ? props.afterwards.action : null;
  const again = () => void onRecordAgain(recorder.takeId).then(onAgain);
  return (
    <div className={classes.review}>
      <Heard {...props} state={state} />
      <Stack className={classes.verdict} align="stretch">
        <Title order={2}>Your take is {timeText(recorder.lengthOf(state.length))} long</Title>
        <Text role="status">
          {state.finished ? 'It is saved.' : 'It is being sent. It is safe in this browser; you can hear it already.'}
        </Text>
        {lostMs >= TOLD_LOSS_MS && (
          <Text className={classes.lost}>
            {(lostMs / 1000).toFixed(1)} s of your voice were lost, because this computer was too busy.{' '}
            {isLearners ? 'Listen to it before you hand it in.' : 'Polish shows where.'}
          </Text>
        )}
        {next}
        <Button onClick={onKeep} disabled={!taken} variant={next ? 'default' : 'filled'}>
          {isAnswer ? 'Hand it in' : 'Keep it'}
        </Button>
        {!isLearners && (
          <Button variant="default" onClick={onAgain} disabled={!taken}>
            Keep it and record more
          </Button>
        )}
        {!next && taken && props.afterwards?.action}
        <Button variant="subtle" color="var(--ob-hall-text)" onClick={again} disabled={!taken}>
          Record again
        </Button>
        <Text size="sm" className={classes.dim}>
          {isLearners
            ? 'Only what you hand in is heard by your teacher.'
            : 'A take that is recorded again stays in the history of the lesson and can be put back.'}
        </Text>
        {props.beside}
      </Stack>
    </div>
  );
}

function Heard({
  recorder,
  state,
  pages,
  lessonId,
  pictureAddress,
}: Props & { readonly state: Extract<RecorderState, { kind: 'recorded' }> }) {
  const { takeId, voice, films, length } = state;
  // The lesson is fetched anew when it takes the take up: what is being heard goes on.
  const [talkedOver] = useState(pages);
  const lesson = useMemo(
    () =>
      playableLesson({
        pages: talkedOver.map(({ page, small }) => ({ page, small })),
        edits: {
          version: 2,
          segments: keptOf(recorder, length).map((kept, i) => ({ id: `${takeId}-${i}`, takeId, ...kept })),
        },
        takes: [{ id: takeId, log: recorder.logSoFar(), earlier: [] }],
      }),
    [talkedOver, length, takeId, recorder],
  );
  const address = useMemo(() => (voice ? URL.createObjectURL(voice) : `/api/takes/${takeId}/voice`), [voice, takeId]);
  const player = useMemo(
    () => new SegmentPlayer(lesson.programme, () => [{ src: address, type: voice ? 'audio/wav' : 'audio/ogg' }]),
    [lesson, address, voice],
  );
  const files = useMemo(() => new Map([...films].map(([run, file]) => [run, URL.createObjectURL(file)])), [films]);
  const shown = useMemo(
    () => takeFilms(lesson.source, lessonId, (file) => (file.kind === 'run' ? (files.get(file.run) ?? null) : null)),
    [lesson, lessonId, files],
  );
  useEffect(() => () => player.close(), [player]);
  useKeys({ ' ': () => player.toggle() });
  return (
    <div className={classes.heard}>
      <LessonStage lesson={lesson} player={player} films={shown} pictureAddress={pictureAddress} />
      <PlayControls player={player} />
    </div>
  );
}

/** What of the take will be in the lesson: what was said again counts once. */
function keptOf(recorder: TakeRecorder, length: number) {
  const log = readLog(recorder.logSoFar());
  return keptRanges(log.ok ? log.events : [], micros(length));
}
