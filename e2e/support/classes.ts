import { expect, type Browser, type BrowserContext, type Page } from '@playwright/test';
import { randomUUID } from 'node:crypto';
import { PHONE } from './firstSound.ts';

const OWN_PASSWORD = 'three gulls on a mast';

interface NewClass {
  readonly id: string;
  readonly name: string;
  /** Each on a phone of their own, signed in. */
  readonly learners: readonly BrowserContext[];
}

/** A class of its own, with so many learners who have signed in once: what is done with it meets nobody else. */
export async function newClass(page: Page, browser: Browser, count: number): Promise<NewClass> {
  const { request } = page;
  const name = `Plans ${randomUUID().slice(0, 4)}`;
  const made = await request.post('/api/classes', { data: { name, course: 'Plans' } });
  const { id } = (await made.json()) as { id: string };
  const names = Array.from({ length: count }, (_, i) => ({
    name: `Learner ${String(i + 1).padStart(2, '0')}`,
    signInName: `plan-${randomUUID().slice(0, 8)}`,
  }));
  const added = await request.post(`/api/classes/${id}/learners`, { data: { learners: names } });
  expect(added.status()).toBe(201);
  const people = ((await added.json()) as { added: { id: string; signInName: string }[] }).added;
  const learners: BrowserContext[] = [];
  for (const { id: person, signInName } of people) {
    const { password } = (await (await request.get(`/api/people/${person}/first-password`)).json()) as {
      password: string;
    };
    const context = await browser.newContext(PHONE);
    const signed = await context.request.post('/api/session', { data: { name: signInName, password } });
    expect(signed.status()).toBe(200);
    const own = await context.request.put('/api/password', { data: { current: password, next: OWN_PASSWORD } });
    expect(own.ok()).toBe(true);
    learners.push(context);
  }
  return { id, name, learners };
}
