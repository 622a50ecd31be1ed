import { Alert, Button, Text } from '@mantine/core';
import { KeyHelp } from '../../../shared/ui/index.ts';
import { type CameraControl, CameraSetup, Framings } from '../camera/index.ts';
import { Companion, type useCompanion } from '../companion/index.ts';
import { PracticeHand, type usePracticeHand } from '../practice/index.ts';
import classes from './Room.module.css';
import { RoomClock } from './RoomClock.tsx';
import { ROOM_KEYS, STAMP_KEYS } from './roomKeys.ts';
import type { RoomProps } from './roomProps.ts';
import { RoomSetup } from './RoomSetup.tsx';
import {
  type TakeRecorder,
  useRecorderView,
  ALARM_WORDS,
  isOver,
  SENDING_WORDS,
  spareWords,
  stateWords,
} from '../capture/index.ts';

interface Props extends RoomProps {
  readonly recorder: TakeRecorder;
  readonly camera: CameraControl;
  readonly companions: ReturnType<typeof useCompanion>;
  readonly hand: ReturnType<typeof usePracticeHand>;
  readonly penOnly: boolean;
  readonly onPenOnly: (on: boolean) => void;
}

/** Whether it is recording, for how long, with what, and what is wrong. */
export function RoomHead({
  recorder,
  camera,
  companions,
  hand,
  penOnly,
  onPenOnly,
  purpose = 'lesson',
  ...props
}: Props) {
  const { state, sound, sending, alarms, shed, lostMs } = useRecorderView(recorder);
  const { films } = camera;
  // It stands where nothing moves for it: it comes and goes while someone writes.
  const spared = isOver(state) ? null : spareWords(shed, films.camera !== null);
  const devices = companions.view?.devices ?? [];
  const asking = devices.find((device) => device.standing === 'asking');
  const isLost = devices.some((device) => !device.here) || companions.view?.line === 'lost';
  const notBegun = state.kind === 'listening' || (state.kind === 'countdown' && state.joins === undefined);
  return (
    <>
      <div className={classes.head}>
        <span className={classes.state} data-state={state.kind} role="status">
          <span className={classes.lamp} aria-hidden />
          {stateWords(state)}
        </span>
        <RoomClock
          recorder={recorder}
          {...(props.targetMs ? { targetMs: props.targetMs } : {})}
          {...(props.limitMs ? { limitMs: props.limitMs } : {})}
        />
        <KeyHelp hall lines={[...(props.moreKeys ?? []), ...(props.before ? STAMP_KEYS : []), ...ROOM_KEYS]} />
        {!isOver(state) && sound === 'there' && (
          <RoomSetup
            recorder={recorder}
            penOnly={penOnly}
            onPenOnly={onPenOnly}
            small={purpose !== 'lesson'}
            devices={devices.filter((device) => device.here && device.standing === 'in').length}
            companion={<Companion {...companions} />}
            practice={<PracticeHand {...hand} />}
            camera={
              purpose !== 'answer' && (
                <CameraSetup control={camera} microphone={recorder.device.id} idle={state.kind === 'listening'} />
              )
            }
          />
        )}
        {!isOver(state) && films.camera && (
          <Framings now={films.framing} onFraming={(framing) => recorder.films.setFraming(framing)} />
        )}
        {isLost && (
          <span className={classes.companionLost} role="status">
            A pen companion lost its line. What it writes comes as soon as it is back.
          </span>
        )}
        {asking && (
          <div className={classes.asking} role="alert">
            <Text size="sm">
              Device {asking.name}, {asking.words}, asks to write. Is it yours?
            </Text>
            <Button size="compact-sm" onClick={() => companions.letIn(asking.name)}>
              Let in
            </Button>
            <Button size="compact-sm" variant="default" onClick={() => companions.cutOff(asking.name)}>
              Refuse
            </Button>
          </div>
        )}
        <span className={classes.sending}>
          {notBegun ? (props.note ?? '') : sending === 'fine' && spared ? spared : SENDING_WORDS[sending]}
        </span>
        <span className="ob-hidden" role="status">
          {spared}
        </span>
      </div>
      {alarms.map((alarm) => (
        <Alert key={alarm} role="alert" color="brass.5" variant="filled" className={classes.alarm} py="xs">
          {ALARM_WORDS[alarm]}
          {alarm === 'voice-lost' && ` ${(lostMs / 1000).toFixed(1)} s so far.`}
        </Alert>
      ))}
    </>
  );
}
