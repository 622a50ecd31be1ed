import {
  Alert,
  Button,
  Group,
  NativeSelect,
  NumberInput,
  Popover,
  SegmentedControl,
  Stack,
  Switch,
  Text,
} from '@mantine/core';
import { IconVideo, IconVideoOff } from '@tabler/icons-react';
import { useEffect, useRef, useState } from 'react';
import { AreaChoice, WHOLE } from './AreaChoice.tsx';
import { CAMERA_WORDS, cameras } from './camera.ts';
import classes from './Camera.module.css';
import { CLAP_SECONDS, clapTest, type ClapTest } from './clapTest.ts';
import { isPractice, PRACTICE_CAMERA, type Device } from '../practice/index.ts';
import { LiveVideo } from './LiveVideo.tsx';
import type { CameraControl } from './useCamera.ts';

interface Props {
  readonly control: CameraControl;
  /** The microphone in use, for the clap test. */
  readonly microphone: string;
  /** Nothing is being recorded: the clap test needs the microphone to itself. */
  readonly idle: boolean;
}

/** Which camera, how it is shown, and how late it is. */
export function CameraSetup({ control, microphone, idle }: Props) {
  const { films, fault, opening, turnOn, turnOff } = control;
  const isOn = films.camera !== null;
  return (
    <Popover position="bottom-start" withinPortal trapFocus width={380}>
      <Popover.Target>
        <Button
          variant="subtle"
          color="var(--ob-hall-text)"
          size="sm"
          leftSection={isOn ? <IconVideo size={20} aria-hidden /> : <IconVideoOff size={20} aria-hidden />}
        >
          {!isOn ? 'Camera' : isPractice(control.settings.device ?? '') ? 'Practice camera' : 'Camera on'}
        </Button>
      </Popover.Target>
      <Popover.Dropdown mah="80vh" style={{ overflow: 'auto' }}>
        <Stack gap="sm">
          <Switch
            label="Camera"
            description={
              isOn
                ? 'Recorded beside the voice. Learners see it only where the framing shows it.'
                : 'You can do without: voice, pages and ink make a lesson.'
            }
            checked={isOn}
            disabled={opening}
            onChange={(event) => (event.currentTarget.checked ? void turnOn() : turnOff())}
          />
          {fault && (
            <Alert role="alert">
              {CAMERA_WORDS[fault]}
              <Button
                display="block"
                size="sm"
                variant="default"
                mt="xs"
                onClick={() => void turnOn(PRACTICE_CAMERA.id)}
              >
                Use the practice camera
              </Button>
            </Alert>
          )}
          {isOn && <Shown control={control} microphone={microphone} idle={idle} />}
        </Stack>
      </Popover.Dropdown>
    </Popover>
  );
}

function Shown({ control, microphone, idle }: Props) {
  const { films, settings, turnOn, setInset, setDelay } = control;
  const { inset } = films;
  const [devices, setDevices] = useState<readonly Device[]>([]);
  const video = useRef<HTMLVideoElement>(null);
  useEffect(() => void cameras().then(setDevices), [films.camera]);
  const mirrored = inset.mirrored ?? false;
  return (
    <>
      {(devices.length > 1 || isPractice(settings.device ?? '')) && (
        <NativeSelect
          label="Which camera"
          size="sm"
          value={settings.device ?? ''}
          onChange={(event) => void turnOn(event.currentTarget.value)}
          data={devices.map(({ id, name }) => ({ value: id, label: name }))}
        />
      )}
      <AreaChoice area={inset.crop} onArea={(crop) => setInset({ crop })} mirrored={mirrored}>
        <LiveVideo stream={films.camera} onElement={video} className={classes.setupPreview} />
      </AreaChoice>
      <Group justify="space-between">
        <Switch
          label="Mirror"
          checked={mirrored}
          onChange={(event) => setInset({ mirrored: event.currentTarget.checked })}
        />
        <Button size="compact-sm" variant="default" onClick={() => setInset({ crop: WHOLE })}>
          Whole picture
        </Button>
      </Group>
      <SegmentedControl
        aria-label="Shape of the inset"
        value={inset.round ? 'round' : 'square'}
        onChange={(shape) => setInset({ round: shape === 'round' })}
        data={[
          { value: 'square', label: 'Rectangle' },
          { value: 'round', label: 'Round' },
        ]}
      />
      <Delay ms={settings.delayMs} onMs={setDelay} video={video} microphone={microphone} idle={idle} />
    </>
  );
}

interface DelayProps {
  readonly ms: number;
  readonly onMs: (ms: number) => Promise<void>;
  readonly video: { readonly current: HTMLVideoElement | null };
  readonly microphone: string;
  readonly idle: boolean;
}

/** How much later the picture is than the voice: set by hand, or measured by clapping. */
function Delay({ ms, onMs, video, microphone, idle }: DelayProps) {
  const [left, setLeft] = useState<number | null>(null);
  const [found, setFound] = useState<ClapTest | null>(null);
  const run = async () => {
    if (!video.current) return;
    setFound(null);
    const result = await clapTest(video.current, microphone, setLeft);
    setLeft(null);
    setFound(result);
    if (result.ok) await onMs(result.delayMs);
  };
  return (
    <Stack gap="xs">
      <Group align="end">
        <NumberInput
          label="Delay of the picture, ms"
          description="Where lips come after the voice."
          w={190}
          min={-500}
          max={1000}
          step={10}
          value={ms}
          onChange={(value) => typeof value === 'number' && value >= -500 && value <= 1000 && void onMs(value)}
        />
        <Button variant="default" onClick={() => void run()} disabled={!idle || left !== null}>
          {left === null ? 'Clap test' : `Clap: ${left}`}
        </Button>
      </Group>
      <Text size="sm" c="dimmed" role="status">
        {left !== null
          ? 'Clap your hands in front of the camera, about once a second.'
          : found
            ? clapWords(found)
            : `The test listens and looks for ${CLAP_SECONDS} seconds while you clap. It can be done before recording.`}
      </Text>
    </Stack>
  );
}

function clapWords(found: ClapTest): string {
  if (found.ok) {
    const { delayMs, claps } = found;
    if (Math.abs(delayMs) < 20) return `Picture and voice agree (${claps} claps).`;
    return `The picture comes ${Math.abs(delayMs)} ms ${delayMs > 0 ? 'after' : 'before'} the voice (${claps} claps). This is set now.`;
  }
  switch (found.reason) {
    case 'no-clap':
      return 'No two claps were heard. Clap louder, nearer to the microphone. The delay is as it was.';
    case 'not-seen':
      return 'Claps were heard, but not seen. Clap in front of the camera. The delay is as it was.';
    case 'no-microphone':
      return 'The microphone could not be used. The delay is as it was.';
  }
}
