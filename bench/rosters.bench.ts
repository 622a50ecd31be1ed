import { expect, test, type Page } from '@playwright/test';
import { readFileSync, writeFileSync } from 'node:fs';
import { createConnection } from 'mysql2/promise';
import { oneRosterZip } from '../apps/server/src/testing/rosters.ts';
import { signIn } from '../e2e/support/people.ts';
import { bareInsertMs, rowsOf } from './bareInserts.ts';
import { measured } from './measure.ts';

const JOBS = Number((process.env['OAKBELL_PIDS'] ?? '').split(' ')[1]);

interface Roster {
  readonly id: string;
  readonly state: string;
  readonly failure: string | null;
  readonly plan: { readonly digest: string; readonly counts: Readonly<Record<string, number>> } | null;
}
async function settled(page: Page, id: string): Promise<Roster> {
  let now: Roster | null = null;
  const state = async () => {
    now = (await (await page.request.get(`/api/rosters/${id}`)).json()) as Roster;
    return ['reading', 'applying', 'returning'].includes(now.state);
  };
  await expect.poll(state, { intervals: [250], timeout: 120_000 }).toBe(false);
  return now!;
}
async function planned(page: Page, buffer: Buffer): Promise<Roster> {
  const files = { name: 'school.zip', mimeType: 'application/zip', buffer };
  const response = await page.request.post('/api/rosters', { multipart: { files } });
  const roster = await settled(page, ((await response.json()) as Roster).id);
  expect([roster.state, roster.failure]).toEqual(['planned', null]);
  return roster;
}
/** What the roster made. */
const MADE = [
  ['person', "SELECT * FROM person WHERE rosterKey LIKE 'oneroster:%'"],
  ['school_class', "SELECT * FROM school_class WHERE rosterKey LIKE 'oneroster:%'"],
  [
    'membership',
    "SELECT m.* FROM membership m JOIN person p ON p.id = m.personId WHERE p.rosterKey LIKE 'oneroster:%'",
  ],
] as const;
const memory = (what: string) =>
  Number(new RegExp(`${what}:\\s*(\\d+)`).exec(readFileSync(`/proc/${JOBS}/status`, 'utf8'))![1]) / 1024;

test('twenty thousand people are planned in little memory', async ({ page }) => {
  test.setTimeout(280_000);
  await signIn(page, 'keeper');
  const zip = oneRosterZip({ learners: 19_000, teachers: 1000, classes: 800 });
  const before = memory('VmRSS');
  writeFileSync(`/proc/${JOBS}/clear_refs`, '5');
  await planned(page, zip);
  measured('roster.memory_mb', memory('VmHWM') - before, 'MB', '≤ 200');
});

test('five thousand people are planned and taken in', async ({ page }) => {
  test.setTimeout(280_000);
  await signIn(page, 'keeper');
  const { id, plan } = await planned(page, oneRosterZip({ learners: 4700, teachers: 300, classes: 200 }));
  expect(plan!.counts['newLearners']).toBe(4700);
  const data = { digest: plan!.digest, twins: [], rest: null, emptied: false };
  await page.request.post(`/api/rosters/${id}/apply`, { data });
  expect((await settled(page, id)).state).toBe('applied');
  const connection = await createConnection(process.env['OAKBELL_DATABASE_URL']!);
  const jobs = await rowsOf(connection, 'SELECT kind, startedAt, endedAt FROM job WHERE subjectId = ?', [id]);
  expect(jobs.map((job) => job['kind']).sort()).toEqual(['apply-roster', 'read-roster']);
  const worked = jobs.reduce((sum, job) => sum + (Number(job['endedAt']) - Number(job['startedAt'])), 0);
  const bare = await bareInsertMs(connection, MADE, 200);
  await connection.end();
  measured('roster.speed', worked / bare, `× ${Math.round(bare)} ms`, '≤ 6');
});
