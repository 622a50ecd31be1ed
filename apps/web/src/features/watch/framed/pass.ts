/** What a window of Oak Bell hands the frame that opened it. */
interface Handed {
  readonly kind: 'oakbell-frame-pass';
  readonly pass: string;
}
const isHanded = (data: unknown): data is Handed =>
  typeof data === 'object' && data !== null && (data as Partial<Handed>).kind === 'oakbell-frame-pass';

/** Hands a pass to the frame that opened this window: to a page of ours, and no other. False where there is none. */
export function handPass(pass: string): boolean {
  const frame = window.opener as Window | null;
  frame?.postMessage({ kind: 'oakbell-frame-pass', pass } satisfies Handed, location.origin);
  return frame !== null;
}

/** Hears of passes that windows of ours hand to this frame, until it is told to stop. */
export function onPass(take: (pass: string) => void): () => void {
  const hear = ({ origin, data }: MessageEvent<unknown>) => {
    if (origin === location.origin && isHanded(data)) take(data.pass);
  };
  window.addEventListener('message', hear);
  return () => window.removeEventListener('message', hear);
}
