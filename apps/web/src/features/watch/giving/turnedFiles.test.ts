import { isAway } from '../../../shared/api/index.ts';
import { turnedFiles } from './turnedFiles.ts';

const PHOTO = { id: 'a', file: new File(['x'], 'sheet.png', { type: 'image/png' }), turns: 1 };
/** A worker that ends as a test says. */
const workerThat = (ends: (worker: Worker) => void) => {
  class Fake {
    onerror: ((event: Event) => void) | null = null;
    onmessage: ((event: MessageEvent) => void) | null = null;
    postMessage(): void {
      queueMicrotask(() => ends(this as unknown as Worker));
    }
    terminate(): void {}
  }
  Object.assign(globalThis, { Worker: Fake, ErrorEvent: class extends Event {} });
};
const failure = () => turnedFiles([PHOTO]).catch((problem: unknown) => problem);

it('a picture that cannot be read is told of; a program that could not be fetched is tried again', async () => {
  workerThat((worker) => worker.onmessage?.({ data: { blob: null } } as MessageEvent));
  const broken = await failure();
  expect(broken).toMatchObject({ code: 'picture-broken' });
  expect(isAway(broken)).toBe(false);
  workerThat((worker) => worker.onerror?.(new Event('error') as ErrorEvent));
  expect(isAway(await failure())).toBe(true);
  workerThat((worker) =>
    worker.onmessage?.({ data: { blob: new Blob(['y'], { type: 'image/png' }) } } as MessageEvent),
  );
  expect(await turnedFiles([PHOTO])).toMatchObject([{ name: 'sheet.png', type: 'image/png' }]);
});
