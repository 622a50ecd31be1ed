import type { Micros } from '../clock/index.ts';
import type { Framing, Inset, Since } from '../log/index.ts';
import { PAGE_WIDTH, type Rect } from '../pages/index.ts';

/** How the camera picture is shown at a moment. */
export interface CameraLook {
  /** Where it lies, in page units of the view. */
  readonly rect: Rect;
  /** 0 when it is not seen. */
  readonly opacity: number;
  /** 0 for a rectangle, 1 for an ellipse. */
  readonly roundness: number;
  /** Shares of the camera picture, 0…1: left, top, right, bottom edge. */
  readonly crop: readonly [number, number, number, number];
  readonly mirrored: boolean;
}

/** A change of framing takes so long, in ms. */
export const FRAMING_MS = 320;

interface Moment {
  readonly framing: Since<Framing>;
  readonly inset: Since<Inset>;
  readonly time: Micros;
  /** Page units. */
  readonly viewHeight: number;
}

/** The look of the camera picture at a moment, eased while the framing or the inset has just changed. */
export function cameraLook({ framing, inset, time, viewHeight }: Moment): CameraLook {
  const place = (one: Inset) => lookOf('inset', one, viewHeight);
  const moved = mix(place(inset.before), place(inset.now), easedSince(inset.at, time));
  const look = (one: Framing) => (one === 'presenter' ? lookOf(one, inset.now, viewHeight) : dim(moved, one));
  return mix(look(framing.before), look(framing.now), easedSince(framing.at, time));
}

const dim = (look: CameraLook, framing: Framing): CameraLook => (framing === 'page' ? { ...look, opacity: 0 } : look);

function lookOf(framing: 'inset' | 'presenter', inset: Inset, viewHeight: number): CameraLook {
  const mirrored = inset.mirrored ?? false;
  if (framing === 'presenter') {
    const rect = { x: 0, y: 0, width: PAGE_WIDTH, height: viewHeight };
    return { rect, opacity: 1, roundness: 0, crop: [0, 0, 1, 1], mirrored };
  }
  const { x, y, width, height, round, crop } = inset;
  return { rect: { x, y, width, height }, opacity: 1, roundness: round ? 1 : 0, crop, mirrored };
}

/** 0 at the change, 1 from FRAMING_MS on, slow at both ends. Changes before the take are over. */
function easedSince(at: Micros, time: Micros): number {
  if (at < 0) return 1;
  const share = Math.max(0, Math.min(1, (time - at) / 1000 / FRAMING_MS));
  return share * share * (3 - 2 * share);
}

function mix(a: CameraLook, b: CameraLook, share: number): CameraLook {
  if (share >= 1) return b;
  const between = (from: number, to: number) => from + (to - from) * share;
  return {
    rect: {
      x: between(a.rect.x, b.rect.x),
      y: between(a.rect.y, b.rect.y),
      width: between(a.rect.width, b.rect.width),
      height: between(a.rect.height, b.rect.height),
    },
    opacity: between(a.opacity, b.opacity),
    roundness: between(a.roundness, b.roundness),
    crop: [
      between(a.crop[0], b.crop[0]),
      between(a.crop[1], b.crop[1]),
      between(a.crop[2], b.crop[2]),
      between(a.crop[3], b.crop[3]),
    ],
    mirrored: b.mirrored,
  };
}

/** No inset is narrower than this, in page units. */
export const LEAST_INSET = 120;

interface Size {
  readonly width: number;
  readonly height: number;
}

const croppedSize = (crop: Inset['crop'], camera: Size): Size => ({
  width: (crop[2] - crop[0]) * camera.width,
  height: (crop[3] - crop[1]) * camera.height,
});

/** How high an inset must be for nothing of its crop to be cut off; a round one is as high as it is wide. */
export function heightOfInset({ width, round, crop }: Inset, camera: Size): number {
  const shown = croppedSize(crop, camera);
  return Math.max(1, Math.round(round ? width : (width * shown.height) / shown.width));
}

/**
 * Where the whole camera picture lies, in page units from the corner of its place, for the crop to fill that place
 * as `paintCamera` fills it: what is too long or too wide is out of sight on both sides.
 */
export function cameraCut(place: Size, crop: Inset['crop'], camera: Size): Size & { left: number; top: number } {
  const shown = croppedSize(crop, camera);
  const scale = Math.max(place.width / shown.width, place.height / shown.height);
  return {
    width: camera.width * scale,
    height: camera.height * scale,
    left: -crop[0] * camera.width * scale - (shown.width * scale - place.width) / 2,
    top: -crop[1] * camera.height * scale - (shown.height * scale - place.height) / 2,
  };
}
