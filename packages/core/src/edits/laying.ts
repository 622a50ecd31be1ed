/* What is laid over a lesson, as edits; and what of it there is at a moment. */
import type { Micros } from '../clock/index.ts';
import { lastAtOrBefore } from '../intervals/index.ts';
import type { Overlay, StrokeChange } from './dressing.ts';
import { dressingOf, type Edit, type EditList } from './editList.ts';
import { playingsOf, type Playing, type Programme } from './programme.ts';

/** Lays something over, or changes what is there under its id. */
export function layOver(edits: EditList, to: Overlay): Edit {
  const { overlays } = dressingOf(edits);
  const index = overlays.findIndex((one) => one.id === to.id);
  return { op: 'overlays', index: index < 0 ? overlays.length : index, from: overlays[index] ?? null, to };
}

/** Takes something away; null when it is not there. */
export function takeAway(edits: EditList, id: string): Edit | null {
  const { overlays } = dressingOf(edits);
  const index = overlays.findIndex((one) => one.id === id);
  return index < 0 ? null : { op: 'overlays', index, from: overlays[index]!, to: null };
}

/** Gives a stroke another colour everywhere, or removes it (no colour); null when it is so already. */
export function changeStroke(edits: EditList, takeId: string, stroke: string, colour?: string): Edit | null {
  const { strokes } = dressingOf(edits);
  const id = `${takeId} ${stroke}`.slice(0, 100);
  const index = strokes.findIndex((one) => one.id === id);
  const from = strokes[index] ?? null;
  if (from && from.colour === colour) return null;
  const to: StrokeChange = { id, takeId, stroke, ...(colour ? { colour } : {}) };
  return { op: 'strokes', index: index < 0 ? strokes.length : index, from, to };
}

/** Where in the programme something that is laid over is to be seen, each time. */
export const seenAt = (programme: Programme, overlay: Overlay): readonly Playing[] =>
  playingsOf(programme, { sourceId: overlay.takeId, start: overlay.start, end: overlay.end });

const byTake = new WeakMap<readonly Overlay[], ReadonlyMap<string, readonly Overlay[]>>();

/** What lies over a take, by when it begins; what begins at one moment in the order of the list. */
export function overlaysOfTake(overlays: readonly Overlay[], takeId: string): readonly Overlay[] {
  let found = byTake.get(overlays);
  if (!found) {
    const lists = new Map<string, Overlay[]>();
    for (const one of overlays) lists.set(one.takeId, [...(lists.get(one.takeId) ?? []), one]);
    for (const list of lists.values()) list.sort((a, b) => a.start - b.start);
    found = lists;
    byTake.set(overlays, found);
  }
  return found.get(takeId) ?? [];
}

/** What lies over a moment of a take, the latest last. */
export function overlaysAt(overlays: readonly Overlay[], takeId: string, time: Micros): readonly Overlay[] {
  const list = overlaysOfTake(overlays, takeId);
  const last = lastAtOrBefore(list, time, (one) => one.start);
  return list.slice(0, last + 1).filter((one) => time < one.end);
}
