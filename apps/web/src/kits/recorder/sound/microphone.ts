import { openPracticeVoice, PRACTICE_VOICE, type Device } from '../practice/index.ts';

/** Why there is no microphone: none there, not allowed, or in use by another program. */
export type MicrophoneFault = 'none' | 'refused' | 'busy' | 'unsupported';

export const MICROPHONE_WORDS: Readonly<Record<MicrophoneFault, string>> = {
  none: 'No microphone was found. Plug one in, then choose it here.',
  refused: 'This page may not use the microphone. Allow it in the address bar of the browser, then try again.',
  busy: 'Another program is using the microphone. Close that program, then try again.',
  unsupported: 'This browser cannot record. Use a current version of a desktop browser over a secure address.',
};

export type Opened =
  | { readonly ok: true; readonly stream: MediaStream; readonly device: Device }
  | { readonly ok: false; readonly reason: MicrophoneFault };

/**
 * Opens a microphone untouched: the browser's own echo, noise and gain processing changes a voice for good, while
 * level and noise can be seen to later.
 */
export async function openMicrophone(deviceId: string | null): Promise<Opened> {
  if (
    !navigator.mediaDevices?.getUserMedia ||
    (typeof MediaStreamTrackProcessor === 'undefined' && typeof AudioWorkletNode === 'undefined') ||
    typeof AudioEncoder === 'undefined'
  ) {
    return { ok: false, reason: 'unsupported' };
  }
  if (deviceId === PRACTICE_VOICE.id) {
    const stream = await openPracticeVoice().catch(() => null);
    return stream ? { ok: true, stream, device: PRACTICE_VOICE } : { ok: false, reason: 'none' };
  }
  const audio: MediaTrackConstraints = {
    echoCancellation: false,
    noiseSuppression: false,
    autoGainControl: false,
    ...(deviceId ? { deviceId: { exact: deviceId } } : {}),
  };
  try {
    const stream = await navigator.mediaDevices.getUserMedia({ audio });
    const [track] = stream.getAudioTracks();
    return { ok: true, stream, device: { id: track?.getSettings().deviceId ?? '', name: track?.label ?? '' } };
  } catch (failure) {
    const name = (failure as DOMException).name;
    // The remembered microphone may be at home: any other will do, and the teacher sees which.
    if (deviceId && (name === 'OverconstrainedError' || name === 'NotFoundError')) return openMicrophone(null);
    if (name === 'NotAllowedError' || name === 'SecurityError') return { ok: false, reason: 'refused' };
    return { ok: false, reason: name === 'NotFoundError' ? 'none' : 'busy' };
  }
}

/** The microphones of this machine, and the practice voice; names are there once one was allowed. */
export async function microphones(): Promise<readonly Device[]> {
  const devices = (await navigator.mediaDevices?.enumerateDevices()) ?? [];
  const real = devices.filter((device) => device.kind === 'audioinput' && device.deviceId !== '');
  return [...real.map(({ deviceId, label }) => ({ id: deviceId, name: label || 'Microphone' })), PRACTICE_VOICE];
}
