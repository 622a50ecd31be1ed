import { present } from '@oakbell/core/present';
import { Alert, Button, Group, Loader, Modal, NumberInput, Progress, Select, Stack, Switch, Text } from '@mantine/core';
import { PLAIN_VOICE, type SoundCheck as Checked, type VoiceSwitches } from '@oakbell/core/audio';
import { IconCheck, IconEar } from '@tabler/icons-react';
import { useEffect, useRef, useState } from 'react';
import {
  type CheckOrder,
  type CheckReport,
  keepSwitches,
  MICROPHONE_WORDS,
  type MicrophoneFault,
  microphones,
  SoundSample,
  switchesOf,
} from '../sound/index.ts';
import classes from './Room.module.css';
import type { Device } from '../practice/index.ts';
import { VERDICT_WORDS } from '../capture/index.ts';
import { levelShare, GOOD_ZONE } from './LevelColumn.tsx';

interface Props {
  readonly device: string;
  readonly onDevice: (id: string) => Promise<unknown>;
  readonly onClose: () => void;
}
const SECONDS = 10;
type Heard = { readonly check: Checked; readonly raw: string; readonly treated: string };

/** Ten seconds of the teacher's own voice: heard, judged in words, and heard again with what is switched on. */
export function SoundCheck({ device, onDevice, onClose }: Props) {
  const [devices, setDevices] = useState<readonly Device[]>([]);
  const [sample, setSample] = useState<SoundSample | null>(null);
  const [fault, setFault] = useState<MicrophoneFault | null>(null);
  const [left, setLeft] = useState<number | null>(null);
  const [judging, setJudging] = useState(false);
  const [samples, setSamples] = useState<Float32Array<ArrayBuffer> | null>(null);
  const [heard, setHeard] = useState<Heard | null>(null);
  const [switches, setSwitches] = useState<VoiceSwitches>(() => switchesOf(device));
  const bar = useRef<HTMLDivElement>(null);

  useEffect(() => {
    let gone = false;
    let opened: SoundSample | null = null;
    const show = (peak: number) => bar.current?.style.setProperty('--level', String(levelShare(peak)));
    void SoundSample.open(device || null, show).then((made) => {
      if (typeof made === 'string') return gone || setFault(made);
      opened = made;
      if (gone) return made.close();
      setFault(null);
      setSample(made);
    });
    void microphones().then(setDevices);
    setSwitches(switchesOf(device));
    setHeard(null);
    setSamples(null);
    return () => {
      gone = true;
      setSample(null);
      opened?.close();
    };
  }, [device]);
  useEffect(() => {
    if (!samples) return;
    const worker = new Worker(new URL('../sound/soundCheck.worker.ts', import.meta.url), { type: 'module' });
    setJudging(true);
    worker.onmessage = ({ data }: MessageEvent<CheckReport>) => {
      setJudging(false);
      if (data.ok && data.id === 0)
        setHeard((before) => ({
          check: data.check,
          raw: before?.raw ?? URL.createObjectURL(data.treated),
          treated: URL.createObjectURL(data.treated),
        }));
      if (data.ok && data.id === 1)
        setHeard((before) => before && { ...before, treated: URL.createObjectURL(data.treated) });
    };
    const send = (id: number, how: VoiceSwitches) =>
      worker.postMessage({ id, samples, switches: how } satisfies CheckOrder);
    send(0, PLAIN_VOICE);
    send(1, switches);
    return () => worker.terminate();
  }, [samples, switches]);

  const record = async () => {
    setHeard(null);
    setSamples(await present(sample).listen(SECONDS, setLeft));
    setLeft(null);
  };
  const change = (part: Partial<VoiceSwitches>) => {
    const next = { ...switches, ...part };
    setSwitches(next);
    keepSwitches(device, next);
  };
  const zone = { left: `${GOOD_ZONE.from * 100}%`, width: `${(GOOD_ZONE.to - GOOD_ZONE.from) * 100}%` };
  return (
    <Modal opened onClose={onClose} title="Sound check" size="lg">
      <Stack>
        <Select
          label="Microphone"
          allowDeselect={false}
          value={device}
          data={devices.map(({ id, name }) => ({ value: id, label: name }))}
          onChange={(id) => id && void onDevice(id)}
        />
        {fault && <Text role="alert">{MICROPHONE_WORDS[fault]}</Text>}
        <div className={classes.meter} aria-hidden>
          <span className={classes.meterGood} style={zone} />
          <div ref={bar} className={classes.meterBar} />
        </div>
        <Text size="sm" c="dimmed">
          Speak as you will in the lesson. The loudest words should reach the marked zone.
        </Text>
        <Group>
          <Button
            onClick={() => void record()}
            disabled={!sample || left !== null}
            variant={heard ? 'default' : 'filled'}
          >
            {left !== null ? `Speak: ${left} more` : heard ? 'Record ten seconds again' : 'Record ten seconds'}
          </Button>
          {left !== null && (
            <Progress value={((SECONDS - left) / SECONDS) * 100} flex={1} aria-label="Ten seconds" color="ember" />
          )}
          {judging && <Loader size="sm" color="oak" aria-label="Listening to it" />}
        </Group>
        {heard && <Judged {...heard} />}
        <Stack gap="xs" role="group" aria-label="Switched on for this microphone">
          <Switch
            label="Noise reduction"
            description="Takes down a fan or a street."
            checked={switches.noise}
            onChange={(event) => change({ noise: event.currentTarget.checked })}
          />
          <Switch
            label="Levelling"
            description="Brings loud and quiet words nearer to each other."
            checked={switches.levelling}
            onChange={(event) => change({ levelling: event.currentTarget.checked })}
          />
          <NumberInput
            label="Gain, decibels"
            w={150}
            min={-20}
            max={30}
            step={3}
            value={switches.gain}
            onChange={(gain) => typeof gain === 'number' && gain >= -20 && gain <= 30 && change({ gain })}
          />
        </Stack>
        <Text size="sm" c="dimmed">
          Kept for this microphone. What you record stays as it came; the switches are used when the lesson is
          published.
        </Text>
      </Stack>
    </Modal>
  );
}

function Judged({ check, raw, treated }: Heard) {
  const { what, todo } = VERDICT_WORDS[check.verdict];
  const isGood = check.verdict === 'good';
  return (
    <>
      <Alert
        role="status"
        color={isGood ? 'leaf' : 'brass'}
        icon={isGood ? <IconCheck aria-hidden /> : <IconEar aria-hidden />}
        title={what}
      >
        <Text size="sm">{todo}</Text>
      </Alert>
      <Group grow>
        <div>
          <Text size="sm">As it came</Text>
          <audio controls src={raw} aria-label="As it came" className={classes.heardSample} />
        </div>
        <div>
          <Text size="sm">With what is switched on</Text>
          <audio controls src={treated} aria-label="With what is switched on" className={classes.heardSample} />
        </div>
      </Group>
    </>
  );
}
