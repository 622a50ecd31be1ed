import { defineConfig } from '@playwright/test';
import { join } from 'node:path';

/** Run by the faults command, which breaks things meanwhile. */
export default defineConfig({
  testDir: '.',
  testMatch: '*.faults.ts',
  outputDir: join(import.meta.dirname, '../.oakbell/results/faults'),
  workers: 1,
  timeout: 3_600_000,
  reporter: [['line']],
});
