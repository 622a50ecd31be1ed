import type { Page } from '@playwright/test';
import { execFileSync } from 'node:child_process';
import { join } from 'node:path';
import { speechFile } from '../e2e/support/speech.ts';

const ffmpeg = (...args: readonly string[]) => execFileSync('ffmpeg', ['-loglevel', 'error', '-y', ...args]);

/** Somebody who speaks for so many seconds: as it is, and as a browser records it. */
export function spokenFor(seconds: number, folder: string): { readonly wav: string; readonly ogg: string } {
  const [wav, ogg] = [join(folder, 'spoken.wav'), join(folder, 'spoken.ogg')];
  ffmpeg('-stream_loop', '-1', '-i', speechFile(), '-t', `${seconds}`, wav);
  ffmpeg('-i', wav, '-c:a', 'libopus', '-b:a', '64k', ogg);
  return { wav, ogg };
}

/** Seconds for the bare encoding of the same sound with the same settings: nothing could be faster. */
export function bareEncode(wav: string, folder: string): number {
  const begun = performance.now();
  const how = ['-c:a', 'libopus', '-b:a', '48k', '-vbr', 'constrained', '-application', 'audio'];
  ffmpeg('-i', wav, ...how, '-compression_level', '5', join(folder, 'bare.webm'));
  return (performance.now() - begun) / 1000;
}

/** Notes in a page when something first sounds there. */
export const noteFirstSound = (page: Page): Promise<unknown> =>
  page.addInitScript(() => {
    const heard = (event: Event) => {
      const element = event.target as HTMLMediaElement;
      if (element.currentTime > 0) Object.assign(window, { heardAt: performance.now() });
    };
    const real = document.createElement.bind(document);
    document.createElement = ((name: string, options?: ElementCreationOptions) => {
      const made = real(name, options);
      if (name === 'audio') made.addEventListener('timeupdate', heard);
      return made;
    }) as typeof document.createElement;
  });

/** Waits until something sounds in a page that notes it. */
export const firstSound = (page: Page): Promise<unknown> =>
  page.waitForFunction(() => (window as unknown as { heardAt?: number }).heardAt !== undefined);
