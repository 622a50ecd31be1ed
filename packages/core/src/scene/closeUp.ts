import type { Micros } from '../clock/index.ts';
import { overlaysOfTake, type CloseUp, type Overlay, type View } from '../edits/index.ts';
import { PAGE_WIDTH } from '../pages/index.ts';

/** The whole page. */
export const WHOLE: View = { x: 0, y: 0, width: PAGE_WIDTH };
/** A close-up that begins so soon after another passes over from it, in microseconds. */
const PASSES_OVER = 300_000;

/** The view at a moment of a take: the whole page where no close-up is. The latest of several at one place counts. */
export function viewAt(overlays: readonly Overlay[], takeId: string, time: Micros): View {
  const all = overlaysOfTake(overlays, takeId).filter((one): one is CloseUp => one.kind === 'close-up');
  const i = all.findLastIndex((one) => one.start <= time && time < one.end);
  const now = all[i];
  if (!now) return WHOLE;
  const before = all.findLast((one, k) => k !== i && one.start < now.start && one.end + PASSES_OVER >= now.start);
  const after = all.find((one, k) => k !== i && one.start > now.start && one.start <= now.end + PASSES_OVER);
  const entered = between(before?.view ?? WHOLE, now.view, eased(time - now.start, now.ease));
  return after && after.end > now.end ? entered : between(WHOLE, entered, eased(now.end - time, now.ease));
}

/** 0 at the beginning, 1 from `length` on, slow at both ends. */
function eased(passed: number, length: number): number {
  if (length <= 0) return 1;
  const share = Math.max(0, Math.min(1, passed / length));
  return share * share * (3 - 2 * share);
}

const between = (from: View, to: View, share: number): View => {
  const mixed = (a: number, b: number) => a + (b - a) * share;
  return share >= 1 ? to : { x: mixed(from.x, to.x), y: mixed(from.y, to.y), width: mixed(from.width, to.width) };
};
