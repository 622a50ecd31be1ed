import { NativeSelect } from '@mantine/core';
import { useEffect, useState } from 'react';
import { isPractice, type Device } from '../practice/index.ts';
import { microphones } from '../sound/index.ts';
import { rememberMicrophone, type TakeRecorder } from '../capture/index.ts';

interface Props {
  readonly recorder: TakeRecorder;
  readonly onDevice: (id: string) => void;
  /** Whether the practice voice is among them. */
  readonly practice: boolean;
}

/** Which microphone; it can be changed in mid-take. */
export function MicrophoneChoice({ recorder, onDevice, practice }: Props) {
  const [devices, setDevices] = useState<readonly Device[]>([]);
  const [chosen, setChosen] = useState(recorder.device.id);
  useEffect(() => {
    const look = () => void microphones().then(setDevices);
    look();
    navigator.mediaDevices.addEventListener('devicechange', look);
    return () => navigator.mediaDevices.removeEventListener('devicechange', look);
  }, []);
  const choose = async (id: string) => {
    if (await recorder.changeMicrophone(id)) return;
    setChosen(id);
    rememberMicrophone(id);
    onDevice(id);
  };
  return (
    <NativeSelect
      aria-label="Microphone"
      size="sm"
      maw={220}
      value={chosen}
      onChange={(event) => void choose(event.currentTarget.value)}
      data={devices.flatMap(({ id, name }) => (practice || !isPractice(id) ? { value: id, label: name } : []))}
    />
  );
}
