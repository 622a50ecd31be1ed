import type { CaptureOrder, CaptureReport } from './captureProtocol.ts';
import type { LeftTake } from './takeStore.ts';

/** Takes up a take that was left in this browser and brings it to the server. @throws Error with plain words */
export function recoverTake(
  take: LeftTake,
  onReport: (report: CaptureReport) => void = () => undefined,
): Promise<void> {
  const worker = new Worker(new URL('./capture.worker.ts', import.meta.url), { type: 'module' });
  return new Promise<void>((resolve, reject) => {
    worker.onmessage = ({ data }: MessageEvent<CaptureReport>) => {
      onReport(data);
      if (data.kind === 'finished') resolve();
      if (data.kind === 'failed') reject(new Error(data.text));
    };
    worker.postMessage({ kind: 'recover', facts: take.facts } satisfies CaptureOrder);
  }).finally(() => worker.terminate());
}
