import { FIRST_INSET, type Inset } from '@oakbell/core/log';
import { CAMERA_RATE } from '../capture/index.ts';
import { isPractice, openPracticeCamera, PRACTICE_CAMERA, type Device } from '../practice/index.ts';
import { browserShelf } from '../../../shared/api/index.ts';

/** Why there is no camera: none there, not allowed, or in use by another program. */
export type CameraFault = 'none' | 'refused' | 'busy';

export const CAMERA_WORDS: Readonly<Record<CameraFault, string>> = {
  none: 'No camera was found. Plug one in, then choose it here.',
  refused: 'This page may not use the camera. Allow it in the address bar of the browser, then try again.',
  busy: 'Another program is using the camera. Close that program, then try again. Voice and ink are recorded without it.',
};

type Opened =
  | { readonly ok: true; readonly stream: MediaStream; readonly device: string | null }
  | { readonly ok: false; readonly reason: CameraFault };

/** Opens a camera; the one wished for, or any when that one is not there. */
export async function openCamera(deviceId: string | null): Promise<Opened> {
  if (deviceId === PRACTICE_CAMERA.id) return { ok: true, stream: openPracticeCamera(), device: deviceId };
  const video: MediaTrackConstraints = {
    width: { ideal: 960 },
    height: { ideal: 540 },
    ...CAMERA_RATE,
    ...(deviceId ? { deviceId: { exact: deviceId } } : {}),
  };
  try {
    const stream = await navigator.mediaDevices.getUserMedia({ video });
    return { ok: true, stream, device: stream.getVideoTracks()[0]?.getSettings().deviceId ?? null };
  } catch (failure) {
    const { name } = failure as DOMException;
    if (deviceId && (name === 'OverconstrainedError' || name === 'NotFoundError')) return openCamera(null);
    if (name === 'NotAllowedError' || name === 'SecurityError') return { ok: false, reason: 'refused' };
    return { ok: false, reason: name === 'NotFoundError' ? 'none' : 'busy' };
  }
}

/** The cameras of this machine, and the practice camera; names are there once one was allowed. */
export async function cameras(): Promise<readonly Device[]> {
  const devices = (await navigator.mediaDevices?.enumerateDevices()) ?? [];
  const real = devices.filter((device) => device.kind === 'videoinput' && device.deviceId !== '');
  return [...real.map(({ deviceId, label }) => ({ id: deviceId, name: label || 'Camera' })), PRACTICE_CAMERA];
}

/** How a camera is shown and how late it is; kept on this machine. */
export interface CameraSettings {
  readonly device: string | null;
  readonly inset: Inset;
  readonly delayMs: number;
}
const FIRST: CameraSettings = { device: null, inset: FIRST_INSET, delayMs: 0 };
const KEY = 'oakbell.camera';

export function cameraSettings(): CameraSettings {
  const { device = null, inset, delayMs = 0 } = (browserShelf.readJson(KEY) ?? {}) as Partial<CameraSettings>;
  const isWhole = inset && [inset.x, inset.y, inset.width, inset.height].every(Number.isFinite);
  return isWhole && inset.crop?.length === 4 ? { device, inset, delayMs } : FIRST;
}
/** The practice camera is nobody's own: the next time it is a real one again. */
export const keepCameraSettings = (settings: CameraSettings): void => {
  const device = settings.device && isPractice(settings.device) ? null : settings.device;
  browserShelf.write(KEY, JSON.stringify({ ...settings, device }));
};
