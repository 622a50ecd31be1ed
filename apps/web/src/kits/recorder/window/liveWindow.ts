/*
 * Another window or tab, cut to an area before anything of it is kept: what lies outside is dropped picture by
 * picture, so no recorder and no server ever has it. The cutting must go on while this tab is hidden (the teacher is
 * looking at the other one), when nothing is drawn and timers are slow; so pictures are cut as they come.
 */
import type { Area } from '../camera/index.ts';

export type WindowFault = 'refused' | 'unsupported';
export const WINDOW_WORDS: Readonly<Record<WindowFault, string>> = {
  refused: 'No window was chosen. The take is as it was; choose one whenever you like.',
  unsupported: 'This browser cannot show another window. Use a current version of a desktop browser.',
};
type Picked =
  { readonly ok: true; readonly stream: MediaStream } | { readonly ok: false; readonly reason: WindowFault };

/** Asks for a window or tab by the browser's own picker. */
export async function pickWindow(): Promise<Picked> {
  if (!navigator.mediaDevices?.getDisplayMedia || !canCut()) return { ok: false, reason: 'unsupported' };
  try {
    const video = { frameRate: { max: 15 }, width: { max: 1920 }, height: { max: 1200 } };
    return { ok: true, stream: await navigator.mediaDevices.getDisplayMedia({ video, audio: false }) };
  } catch {
    return { ok: false, reason: 'refused' };
  }
}

/** Reads a track picture by picture, and the other way round: not yet in the language's own descriptions. */
declare class MediaStreamTrackProcessor {
  constructor(init: { track: MediaStreamTrack });
  readonly readable: ReadableStream<VideoFrame>;
}
type Generator = MediaStreamTrack & { readonly writable: WritableStream<VideoFrame> };
declare const MediaStreamTrackGenerator: new (init: { kind: 'video' }) => Generator;

const canCut = (): boolean =>
  typeof MediaStreamTrackProcessor !== 'undefined' && typeof MediaStreamTrackGenerator !== 'undefined';

/** A window that does not change sends nothing; its last picture is then sent again, this often. */
const AGAIN_MS = 400;

/** The area of a shared window as a stream of its own. It ends when the sharing does; ending it ends the sharing. */
export function areaOf(shared: MediaStream, area: Area): MediaStream {
  const source = shared.getVideoTracks()[0]!;
  const generator = new MediaStreamTrackGenerator({ kind: 'video' });
  const writer = generator.writable.getWriter();
  const reader = new MediaStreamTrackProcessor({ track: source }).readable.getReader();
  let last: { readonly frame: VideoFrame; readonly at: number } | null = null;
  const again = setInterval(() => {
    if (!last || performance.now() - last.at < AGAIN_MS) return;
    const timestamp = last.frame.timestamp + Math.round((performance.now() - last.at) * 1000);
    void writer.write(new VideoFrame(last.frame, { timestamp })).catch(() => undefined);
  }, AGAIN_MS);
  const stop = generator.stop.bind(generator);
  const finish = () => {
    const wasLive = generator.readyState === 'live';
    clearInterval(again);
    last?.frame.close();
    last = null;
    source.stop();
    void writer.close().catch(() => undefined);
    stop();
    if (!wasLive) return;
    // A track that is stopped from here tells nobody; whoever shows it must know.
    generator.dispatchEvent(new Event('ended'));
  };
  const cut = async () => {
    for (;;) {
      const { done, value } = await reader.read();
      if (done || generator.readyState === 'ended') break;
      const frame = new VideoFrame(value, { visibleRect: pixelsOf(area, value) });
      value.close();
      last?.frame.close();
      last = { frame: frame.clone(), at: performance.now() };
      await writer.write(frame);
    }
  };
  void cut()
    .catch(() => undefined)
    .finally(finish);
  generator.stop = () => {
    stop();
    source.stop();
    void reader.cancel().catch(() => undefined);
  };
  return new MediaStream([generator]);
}

/** Whole even pixels: encoders of video know no others. */
function pixelsOf([left, top, right, foot]: Area, { visibleRect }: VideoFrame): DOMRectInit {
  const { x = 0, y = 0, width = 2, height = 2 } = visibleRect ?? {};
  const even = (value: number) => Math.floor(value / 2) * 2;
  return {
    x: x + even(left * width),
    y: y + even(top * height),
    width: Math.max(2, even((right - left) * width)),
    height: Math.max(2, even((foot - top) * height)),
  };
}
