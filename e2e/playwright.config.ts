import { defineConfig } from '@playwright/test';
import { join } from 'node:path';
import { CHROMIUM, FLAGS, SHELL } from './support/browser.ts';
import { speechFile } from './support/speech.ts';

/** Tells tests that record through the real sound thread. */
const REAL_TIME = /@real-time/;

/** What hangs is ended; how fast a machine is decides nothing. */
const PATIENCE_MS = 600_000;

const ARGS = [...FLAGS, `--use-file-for-fake-audio-capture=${speechFile()}`];

/** Run by the test command, which starts an Oak Bell of its own with the demo world. */
export default defineConfig({
  testDir: '.',
  testMatch: '*.spec.ts',
  outputDir: join(import.meta.dirname, '../.oakbell/results/browser'),
  projects: [
    {
      name: 'beside each other',
      grepInvert: REAL_TIME,
      fullyParallel: true,
      use: { launchOptions: { executablePath: SHELL, args: ARGS } },
    },
    // What records through the real sound thread has the machine for itself; a machine that stalls all the same gives
    // that thread no time: these alone may be tried once more, and the closing lines say how many were.
    { name: 'in real time', grep: REAL_TIME, retries: 1 },
  ],
  timeout: PATIENCE_MS,
  expect: { timeout: 60_000 },
  forbidOnly: Boolean(process.env['CI']),
  reporter: [['list'], ['json']],
  use: {
    baseURL: process.env['OAKBELL_URL'] ?? 'http://127.0.0.1:4310',
    viewport: { width: 1280, height: 800 },
    screenshot: 'only-on-failure',
    actionTimeout: 60_000,
    launchOptions: { executablePath: CHROMIUM, args: ARGS },
  },
});
