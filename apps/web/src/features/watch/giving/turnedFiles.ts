import { Problem, unreachable } from '../../../shared/api/index.ts';
import type { Chosen } from './chosen.ts';

/** The files as they were turned, in their order. @throws Problem where a picture cannot be read, or the line is away */
export async function turnedFiles(chosen: readonly Chosen[]): Promise<readonly File[]> {
  if (chosen.every(({ turns }) => turns === 0)) return chosen.map(({ file }) => file);
  const worker = new Worker(new URL('./turn.worker.ts', import.meta.url), { type: 'module' });
  try {
    const files: File[] = [];
    // One after the other: a phone has not the memory for twenty photos at once.
    for (const one of chosen) files.push(one.turns === 0 ? one.file : await turnedIn(worker, one));
    return files;
  } finally {
    worker.terminate();
  }
}

function turnedIn(worker: Worker, { file, turns }: Chosen): Promise<File> {
  return new Promise((resolve, reject) => {
    const fail = () =>
      reject(
        new Problem(0, 'picture-broken', `“${file.name}” cannot be turned. Hand it in as it is, or take it anew.`),
      );
    // A program that could not be fetched says no more than that: it is tried again once the line is back.
    worker.onerror = (event: Event) => (event instanceof ErrorEvent && event.message ? fail() : reject(unreachable()));
    worker.onmessage = ({ data: { blob } }: MessageEvent<{ blob: Blob | null }>) =>
      blob ? resolve(new File([blob], file.name, { type: blob.type })) : fail();
    worker.postMessage({ file, turns });
  });
}
