import { NativeSelect } from '@mantine/core';
import { useEffect, useState } from 'react';
import { microphones } from '../sound/index.ts';
import { rememberMicrophone, type TakeRecorder } from '../capture/index.ts';

/** Which microphone; it can be changed in mid-take. */
export function MicrophoneChoice({ recorder }: { readonly recorder: TakeRecorder }) {
  const [devices, setDevices] = useState<readonly MediaDeviceInfo[]>([]);
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
  };
  return (
    <NativeSelect
      aria-label="Microphone"
      size="sm"
      maw={220}
      value={chosen}
      onChange={(event) => void choose(event.currentTarget.value)}
      data={devices.map((device) => ({ value: device.deviceId, label: device.label || 'Microphone' }))}
    />
  );
}
