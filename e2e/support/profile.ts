import { chromium, type BrowserContext, type Page } from '@playwright/test';
import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { CHROMIUM, FLAGS } from './browser.ts';

export interface Profile {
  /** A page of a browser with this profile. */
  open(): Promise<Page>;
  /** Ends the browser as a power cut would: no chance to save anything. */
  kill(): Promise<void>;
  close(): Promise<void>;
}

/** @param sound the file that the microphone plays */
export function openProfile(baseURL: string, sound: string): Promise<Profile> {
  const folder = mkdtempSync(join(tmpdir(), 'oakbell-profile-'));
  let context: BrowserContext | null = null;
  return Promise.resolve({
    async open() {
      context = await chromium.launchPersistentContext(folder, {
        executablePath: CHROMIUM,
        args: [...FLAGS, `--use-file-for-fake-audio-capture=${sound}`],
        baseURL,
        viewport: { width: 1280, height: 800 },
      });
      return context.pages()[0] ?? context.newPage();
    },
    async kill() {
      try {
        execFileSync('pkill', ['-9', '-f', `user-data-dir=${folder}`]);
      } catch {
        // pkill answers with an error when a process was gone before its turn.
      }
      await context?.close().catch(() => undefined);
    },
    async close() {
      await context?.close().catch(() => undefined);
      rmSync(folder, { recursive: true, force: true });
    },
  });
}
