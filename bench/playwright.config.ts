import { defineConfig } from '@playwright/test';
import { join } from 'node:path';
import { CHROMIUM, FLAGS } from '../e2e/support/browser.ts';
import { speechFile } from '../e2e/support/speech.ts';

/** Run by the bench command. One thing at a time: what is measured has the machine for itself. */
export default defineConfig({
  testDir: '.',
  testMatch: '*.bench.ts',
  outputDir: join(import.meta.dirname, '../.oakbell/results/bench'),
  workers: 1,
  timeout: 300_000,
  reporter: [['line']],
  use: {
    baseURL: process.env['OAKBELL_URL'] ?? 'http://127.0.0.1:4310',
    viewport: { width: 1280, height: 800 },
    launchOptions: { executablePath: CHROMIUM, args: [...FLAGS, `--use-file-for-fake-audio-capture=${speechFile()}`] },
  },
});
