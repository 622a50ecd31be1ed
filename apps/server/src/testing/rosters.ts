import { strToU8, zipSync } from 'fflate';
import type supertest from 'supertest';
import { until } from './lesson.ts';

type Agent = ReturnType<typeof supertest.agent>;

export interface OneRosterSchool {
  readonly learners: number;
  readonly teachers: number;
  readonly classes: number;
  /** Who has left since: the first so many learners are not in the file. */
  readonly gone?: number;
}

/**
 * A OneRoster 1.1 of made-up people as a zip: each learner in four classes, each class with a teacher.
 * @returns the zip, and how many rows it makes in the school
 */
export function oneRosterZip({ learners, teachers, classes, gone = 0 }: OneRosterSchool): Buffer {
  const learnerIds = Array.from({ length: learners - gone }, (_, i) => i + gone);
  const row = (...cells: readonly (string | number)[]) => cells.join(',');
  const files: Record<string, readonly string[]> = {
    'manifest.csv': ['propertyName,value', 'manifest.version,1.0', 'oneroster.version,1.1'],
    'orgs.csv': ['sourcedId,name,type', 's1,Skerry Quay,school'],
    'academicSessions.csv': ['sourcedId,title,type,startDate,endDate', 't1,Autumn,term,2026-09-01,2099-01-31'],
    'courses.csv': ['sourcedId,title', 'co1,Navigation'],
    'classes.csv': [
      'sourcedId,title,courseSourcedId,termSourcedIds',
      ...Array.from({ length: classes }, (_, i) => row(`c${i}`, `Class ${i}`, 'co1', 't1')),
    ],
    'users.csv': [
      'sourcedId,enabledUser,role,username,givenName,familyName,email',
      ...Array.from({ length: teachers }, (_, i) =>
        row(`t${i}`, 'true', 'teacher', `teacher${i}`, 'Orla', `Quay${i}`, `t${i}@school.example`),
      ),
      ...learnerIds.map((i) => row(`l${i}`, 'true', 'student', '', 'Sam', `Reef${i}`, `l${i}@school.example`)),
    ],
    'enrollments.csv': [
      'sourcedId,classSourcedId,schoolSourcedId,userSourcedId,role',
      ...Array.from({ length: classes }, (_, i) => row(`et${i}`, `c${i}`, 's1', `t${i % teachers}`, 'teacher')),
      ...learnerIds.flatMap((i) =>
        [0, 1, 2, 3].map((k) => row(`e${i}-${k}`, `c${(i + k) % classes}`, 's1', `l${i}`, 'student')),
      ),
    ],
  };
  const bytes = Object.entries(files).map(([name, lines]) => [name, strToU8(`${lines.join('\r\n')}\r\n`)]);
  return Buffer.from(zipSync(Object.fromEntries(bytes) as Record<string, Uint8Array>));
}

export interface RosterAsked {
  readonly id: string;
  readonly state: string;
  readonly plan: { readonly digest: string } | null;
  readonly reading: object | null;
}
/** A roster once no job works on it. */
export const rosterSettled = (keeper: Agent, id: string): Promise<RosterAsked> =>
  until(async () => {
    const now = (await keeper.get(`/api/rosters/${id}`).expect(200)).body as RosterAsked;
    return ['reading', 'applying', 'returning'].includes(now.state) ? null : now;
  });
/** A list with one new name in it, which waits until its columns are confirmed. */
export async function rosterOf(keeper: Agent, name = 'Noor Haddow'): Promise<RosterAsked> {
  const list = Buffer.from(`Name,Class\n${name},9c\n`);
  const { body } = await keeper.post('/api/rosters').attach('files', list, 'people.csv').expect(201);
  return rosterSettled(keeper, (body as { id: string }).id);
}
/** The same, planned. */
export async function plannedRoster(keeper: Agent, name?: string): Promise<RosterAsked> {
  const { id, reading } = await rosterOf(keeper, name);
  await keeper
    .put(`/api/rosters/${id}/reading`)
    .send(reading ?? {})
    .expect(204);
  return rosterSettled(keeper, id);
}
/** A plan with this digest, whoever is doubtful in it. */
export const decided = (digest: string | undefined) => ({ digest, twins: [], rest: 'new', emptied: true });
/** The same, applied. */
export async function appliedRoster(keeper: Agent, name?: string): Promise<RosterAsked> {
  const { id, plan } = await plannedRoster(keeper, name);
  await keeper.post(`/api/rosters/${id}/apply`).send(decided(plan?.digest)).expect(204);
  return rosterSettled(keeper, id);
}
