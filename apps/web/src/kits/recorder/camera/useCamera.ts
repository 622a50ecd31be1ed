import type { Inset } from '@oakbell/core/log';
import { heightOfInset } from '@oakbell/core/scene';
import { useState, useSyncExternalStore } from 'react';
import type { FilmsView, TakeRecorder } from '../capture/index.ts';
import { cameraSettings, keepCameraSettings, openCamera, type CameraFault, type CameraSettings } from './camera.ts';

export const useFilms = (recorder: TakeRecorder): FilmsView =>
  useSyncExternalStore(recorder.films.subscribe, recorder.films.getView);

export interface CameraControl {
  readonly settings: CameraSettings;
  readonly films: FilmsView;
  readonly fault: CameraFault | null;
  readonly opening: boolean;
  readonly turnOn: (device?: string) => Promise<void>;
  readonly turnOff: () => void;
  /** Another place, size, shape or crop: kept on this machine, and an event of the take. */
  readonly setInset: (change: Partial<Inset>) => void;
  readonly setDelay: (ms: number) => Promise<void>;
}

/** The camera of the room with how it is shown. */
export function useCamera(recorder: TakeRecorder): CameraControl {
  const [settings, setSettings] = useState(cameraSettings);
  const [fault, setFault] = useState<CameraFault | null>(null);
  const [opening, setOpening] = useState(false);
  const films = useFilms(recorder);
  const keep = (change: Partial<CameraSettings>) => {
    const next = { ...settings, ...change };
    setSettings(next);
    keepCameraSettings(next);
    return next;
  };
  const turnOn = async (device = settings.device ?? undefined) => {
    setOpening(true);
    const opened = await openCamera(device ?? null);
    setOpening(false);
    if (!opened.ok) return setFault(opened.reason);
    setFault(null);
    keep({ device: opened.device });
    recorder.films.setInset(settings.inset);
    await recorder.films.setCamera(opened.stream, settings.delayMs);
  };
  const setInset = (change: Partial<Inset>) => {
    const size = films.camera?.getVideoTracks()[0]?.getSettings();
    const next = { ...settings.inset, ...change };
    const shape = { width: size?.width ?? 16, height: size?.height ?? 9 };
    const fitted = 'crop' in change || 'round' in change ? { ...next, height: heightOfInset(next, shape) } : next;
    keep({ inset: fitted });
    recorder.films.setInset(fitted);
  };
  const setDelay = async (delayMs: number) => {
    keep({ delayMs });
    if (films.camera) await recorder.films.setCamera(films.camera, delayMs);
  };
  return {
    settings,
    films,
    fault,
    opening,
    turnOn,
    turnOff: () => void recorder.films.setCamera(null, 0),
    setInset,
    setDelay,
  };
}
