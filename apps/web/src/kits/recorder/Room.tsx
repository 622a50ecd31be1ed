import { Alert, Button, Group, NativeSelect, Text } from '@mantine/core';
import { timeText } from '@oakbell/core/clock';
import { useEffect, useState } from 'react';
import { KeyHelp, PageTitle, useKeys, type KeyLine } from '../../shared/ui/index.ts';
import { usePictures } from '../stage/index.ts';
import { InkStage } from './InkStage.tsx';
import { LevelColumn } from './LevelColumn.tsx';
import { MicrophoneChoice } from './MicrophoneChoice.tsx';
import { MICROPHONE_WORDS } from './microphone.ts';
import { PageStrip } from './PageStrip.tsx';
import { PENS, type Tool } from './pens.ts';
import { PenTray } from './PenTray.tsx';
import { Review } from './Review.tsx';
import type { RoomProps } from './roomProps.ts';
import classes from './Room.module.css';
import { SignInAgain } from './SignInAgain.tsx';
import type { TakeRecorder } from './takeRecorder.ts';
import { useRecorder, useRecorderView } from './useRecorder.ts';
import { ALARM_WORDS, controlWord, SENDING_WORDS, stateWords } from './words.ts';

const KEYS: readonly KeyLine[] = [
  ['R', 'Record, pause, go on'],
  ['Enter', 'Stop'],
  ['→ or Page down', 'Next page'],
  ['← or Page up', 'Page before'],
  ['B', 'Add a board'],
  ...PENS.map((pen): KeyLine => [pen.key, pen.name]),
  ['P', 'Pointer'],
  ['X', 'Eraser'],
  ['Ctrl+Z', 'Undo'],
  ['Ctrl+Shift+Z', 'Redo'],
];

/** The recording room: from an open microphone to a take that was heard and kept. */
export function Room(props: RoomProps) {
  const [round, setRound] = useState(0);
  const [takeOver, setTakeOver] = useState(false);
  const first = props.pages[0]!.page.id;
  const { held, retry } = useRecorder({
    lessonId: props.lessonId,
    firstPage: first,
    earlierInk: props.earlierInk,
    takeOver,
    round,
  });
  const again = () => setRound((before) => before + 1);
  if (!held) {
    return (
      <div className={classes.room} role="status">
        <Text m="auto">Waiting for the microphone. If the browser asks, allow it.</Text>
      </div>
    );
  }
  if ('fault' in held) {
    return (
      <div className={classes.room}>
        <div className={classes.fault} role="alert">
          <Text fw={600}>{MICROPHONE_WORDS[held.fault]}</Text>
          <Button mt="md" onClick={retry}>
            Try again
          </Button>
        </div>
        {props.beside}
      </div>
    );
  }
  return (
    <OpenRoom
      {...props}
      key={held.recorder.takeId}
      recorder={held.recorder}
      onAgain={again}
      onTakeOver={() => {
        setTakeOver(true);
        again();
      }}
    />
  );
}

interface OpenRoomProps extends RoomProps {
  readonly recorder: TakeRecorder;
  readonly onAgain: () => void;
  readonly onTakeOver: () => void;
}

function OpenRoom({ recorder, onAgain, onTakeOver, ...props }: OpenRoomProps) {
  const { pages, onFinished } = props;
  const view = useRecorderView(recorder);
  const { state } = view;
  const [tool, setTool] = useState<Tool>({ kind: 'pen', pen: PENS[0]! });
  const [count, setCount] = useState(() => Number(localStorage.getItem('oakbell.countdown') ?? 3));
  const pictures = usePictures(
    pages.flatMap(({ page }) => (page.kind === 'board' ? [] : [page.picture])),
    props.pictureAddress,
  );
  const at = Math.max(
    0,
    pages.findIndex(({ page }) => page.id === view.page),
  );
  const up = pages[at]!;
  const turn = (by: number) => pages[at + by] && recorder.turnTo(pages[at + by]!.page.id);

  const press = () => {
    if (state.kind === 'listening') void recorder.start(count);
    else if (state.kind === 'countdown') recorder.cancelCountdown();
    else if (state.kind === 'recording') void recorder.pause();
    else if (state.kind === 'paused') void recorder.goOn();
  };
  const ink = (how: 'undo' | 'redo') => {
    const page = recorder.ink[how](recorder.now);
    if (page && page !== view.page) recorder.turnTo(page);
    recorder.inkChanged();
  };
  const addBoard = () => {
    void props.onAddBoard?.(up.page.id).then((id) => recorder.turnTo(id));
  };
  const reviewing = state.kind === 'recorded' || state.kind === 'stopping' || state.kind === 'failed';
  useKeys(
    reviewing
      ? {}
      : {
          r: press,
          Enter: () => void recorder.stop(),
          ArrowRight: () => turn(1),
          PageDown: () => turn(1),
          ArrowLeft: () => turn(-1),
          PageUp: () => turn(-1),
          b: addBoard,
          p: () => setTool({ kind: 'pointer' }),
          x: () => setTool({ kind: 'eraser' }),
          'Ctrl+z': () => ink('undo'),
          'Ctrl+Shift+z': () => ink('redo'),
          ...Object.fromEntries(PENS.map((pen) => [pen.key, () => setTool({ kind: 'pen', pen })])),
        },
  );
  useLeaveWarning(
    state.kind === 'recording' || state.kind === 'paused' || (state.kind === 'recorded' && !state.finished),
  );
  const finished = state.kind === 'recorded' && state.finished;
  useEffect(() => {
    if (finished) onFinished(recorder.takeId);
    // Once per take: what happens afterwards is the caller's affair.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [finished, recorder]);

  const word = controlWord(state);
  return (
    <div className={classes.room} data-state={state.kind}>
      <PageTitle>{`${stateWords(state)} · ${props.title}`}</PageTitle>
      <div className={classes.head}>
        <span className={classes.state} data-state={state.kind} role="status">
          <span className={classes.lamp} aria-hidden />
          {stateWords(state)}
        </span>
        <Clock recorder={recorder} />
        <KeyHelp hall lines={KEYS} />
        <span className={classes.sending}>
          {state.kind === 'listening' || state.kind === 'countdown' ? (props.note ?? '') : SENDING_WORDS[view.sending]}
        </span>
      </div>
      {view.alarms.map((alarm) => (
        <Alert key={alarm} role="alert" color="brass.5" variant="filled" className={classes.alarm} py="xs">
          <Text c="var(--ob-text)">{ALARM_WORDS[alarm]}</Text>
        </Alert>
      ))}
      {view.sending === 'signed-out' && <SignInAgain />}
      {reviewing ? (
        <Review {...props} recorder={recorder} onAgain={onAgain} onTakeOver={onTakeOver} />
      ) : (
        <>
          <div className={classes.middle}>
            <LevelColumn recorder={recorder} />
            <div className={classes.stageColumn}>
              <InkStage
                recorder={recorder}
                page={up.page}
                pictures={pictures}
                tool={tool}
                label={`${up.name}, to write on`}
              />
              {state.kind === 'countdown' && <div className={classes.count}>{state.left}</div>}
            </div>
            <aside className={classes.aside} aria-label="Cues and pages: never recorded">
              {props.beside}
              <PageStrip
                pages={pages}
                at={at}
                onTurn={(page) => recorder.turnTo(page)}
                {...(props.onAddBoard ? { onAddBoard: addBoard } : {})}
              />
            </aside>
          </div>
          <div className={classes.foot}>
            <PenTray recorder={recorder} tool={tool} onTool={setTool} />
            <Group gap="md" wrap="nowrap" className={classes.run}>
              <button
                type="button"
                className={classes.control}
                data-state={state.kind}
                onClick={press}
                aria-keyshortcuts="r"
              >
                {word}
              </button>
              {(state.kind === 'recording' || state.kind === 'paused') && (
                <Button variant="default" size="md" onClick={() => void recorder.stop()} aria-keyshortcuts="Enter">
                  Stop
                </Button>
              )}
            </Group>
            <Group gap="xs" wrap="nowrap" className={classes.setup}>
              <MicrophoneChoice recorder={recorder} />
              {state.kind === 'listening' && (
                <NativeSelect
                  aria-label="Countdown"
                  size="sm"
                  value={String(count)}
                  onChange={(event) => {
                    setCount(Number(event.currentTarget.value));
                    localStorage.setItem('oakbell.countdown', event.currentTarget.value);
                  }}
                  data={[
                    { value: '0', label: 'No countdown' },
                    { value: '3', label: 'Count from 3' },
                    { value: '5', label: 'Count from 5' },
                  ]}
                />
              )}
            </Group>
          </div>
        </>
      )}
    </div>
  );
}

/** Take time, several times a second. */
function Clock({ recorder }: { readonly recorder: TakeRecorder }) {
  const [text, setText] = useState('0:00.0');
  useEffect(() => {
    const timer = setInterval(() => setText(timeText(recorder.now, { tenths: true })), 100);
    return () => clearInterval(timer);
  }, [recorder]);
  return (
    <span className={`ob-time ${classes.clock}`} role="timer" aria-label="Length of the take">
      {text}
    </span>
  );
}

function useLeaveWarning(on: boolean): void {
  useEffect(() => {
    if (!on) return;
    const warn = (event: BeforeUnloadEvent) => event.preventDefault();
    window.addEventListener('beforeunload', warn);
    return () => window.removeEventListener('beforeunload', warn);
  }, [on]);
}
