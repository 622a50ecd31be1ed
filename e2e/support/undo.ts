import type { Locator, Page } from '@playwright/test';

/** What takes back that which is said to be done: a page may have an Undo of its own, and offers come when they are loaded. */
export const undoOf = (page: Page, done: string): Locator =>
  page.getByRole('alert').filter({ hasText: done }).getByRole('button', { name: 'Undo' });
