import type { Page } from '@playwright/test';

/** What was watched in this browser and is not told to the server yet, by its name in the browser's storage. */
export const untold = (page: Page): Promise<readonly string[]> =>
  page.evaluate(() => Object.keys(localStorage).filter((name) => name.includes('watched.')));
