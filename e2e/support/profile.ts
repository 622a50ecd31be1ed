import { chromium, type BrowserContext, type Page } from '@playwright/test';
import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { CHROMIUM, FLAGS } from './browser.ts';

export interface Profile {
  /** A page of a browser with this profile. */
  open(): Promise<Page>;
  /**
   * All of the browser, or all but what listens to the microphone, stands still for so long, as on a machine that has
   * no time for it. Gives when it goes on, in ms.
   */
  standStill(ms: number, which?: 'all' | 'pages'): Promise<number>;
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
    async standStill(ms, which = 'all') {
      const all = processesOf(folder, which === 'pages' ? 'type=renderer' : '');
      for (const process of all) signal(process, 'SIGSTOP');
      await new Promise((resolve) => setTimeout(resolve, ms));
      for (const process of all) signal(process, 'SIGCONT');
      return Date.now();
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

/** The processes of a browser with this profile and all that they started, as far as their arguments hold a word. */
function processesOf(folder: string, word: string): readonly number[] {
  const lines = execFileSync('ps', ['-eo', 'pid=,ppid=,args='], { encoding: 'utf8', maxBuffer: 1 << 26 }).split('\n');
  const rows = lines.map((line) => line.trim().split(/ +/)).map(([pid, of, ...args]) => [+pid!, +of!, args.join(' ')]);
  const found = new Set<number>();
  for (let size = -1; size !== found.size;) {
    size = found.size;
    for (const [pid, of, args] of rows as [number, number, string][])
      if (args.includes(`user-data-dir=${folder}`) || found.has(of)) found.add(pid);
  }
  return (rows as [number, number, string][]).flatMap(([pid, , args]) =>
    found.has(pid) && args.includes(word) ? [pid] : [],
  );
}

function signal(process: number, name: NodeJS.Signals): void {
  try {
    globalThis.process.kill(process, name);
  } catch {
    // It has ended by itself.
  }
}
