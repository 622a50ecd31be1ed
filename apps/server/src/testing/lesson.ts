import { WHOLE_CLASS } from '@oakbell/core/assigning';
import { randomUUID } from 'node:crypto';
import { applyEdit, type Edit, type EditList } from '@oakbell/core/edits';
import { logText, type TakeEvent } from '@oakbell/core/log';
import type { agent } from 'supertest';
import { digestOf, framesIn, spokenFor } from './voiceParts.ts';

type Agent = ReturnType<typeof agent>;
interface Job {
  readonly state: string;
}

/** Looks until it is so; a minute at most. */
export async function until<T>(look: () => Promise<T | null | undefined | false>): Promise<T> {
  for (let i = 0; i < 2400; i += 1) {
    const found = await look();
    if (found) return found;
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  throw new Error('it did not become so within four minutes');
}

/** A worked solution with one board. */
export async function newLesson(teacher: Agent, title = 'Course to steer'): Promise<{ id: string; page: string }> {
  const { body } = await teacher.post('/api/lessons').send({ kind: 'worked', title }).expect(201);
  const lesson = body as { id: string; pages: { id: string }[] };
  return { id: lesson.id, page: lesson.pages[0]!.id };
}

export const putPart = (
  teacher: Agent,
  take: string,
  track: 'voice' | 'log',
  number: number,
  bytes: Buffer,
  digest = digestOf(bytes),
) =>
  teacher
    .put(`/api/takes/${take}/parts/${track}/${number}`)
    .query({ digest })
    .set('Content-Type', 'application/octet-stream')
    .send(bytes);

/** Records a take of some seconds with these events and finishes it. */
export async function record(
  teacher: Agent,
  lessonId: string,
  seconds: number,
  events: readonly TakeEvent[] = [],
  { frames }: { frames?: number } = {},
): Promise<string> {
  const take = randomUUID();
  await teacher.put(`/api/takes/${take}`).send({ lessonId, windowKey: 'test-window' }).expect(200);
  const parts = await spokenFor(seconds);
  for (const [i, part] of parts.entries()) await putPart(teacher, take, 'voice', i, part.bytes).expect(204);
  await putPart(teacher, take, 'log', 0, Buffer.from(logText(events))).expect(204);
  await teacher
    .post(`/api/takes/${take}/finish`)
    .send({ voiceParts: parts.length, logParts: 1, frames: frames ?? framesIn(seconds) })
    .expect(200);
  return take;
}

/** Does edits to a lesson, one after another, as its maker's browser does. */
export async function change(
  teacher: Agent,
  lessonId: string,
  ...edits: readonly (Edit | ((list: EditList) => Edit | null))[]
): Promise<void> {
  const { revision, edits: list } = (await teacher.get(`/api/lessons/${lessonId}`).expect(200)).body as {
    revision: number;
    edits: EditList;
  };
  let now = list;
  const done: Edit[] = [];
  for (const one of edits) {
    const edit = typeof one === 'function' ? one(now) : one;
    const applied = edit && applyEdit(now, edit);
    if (!edit || !applied?.ok) throw new Error('the edit does not apply');
    done.push(edit);
    now = applied.edits;
  }
  await teacher.post(`/api/lessons/${lessonId}/changes`).send({ revision, do: done }).expect(200);
}

export interface OpenVisit {
  readonly id: string;
  readonly resumeAt: number;
  readonly seen: readonly { readonly start: number; readonly end: number }[];
}
/** Opens an edition to watch it. */
export async function visit(learner: Agent, editionId: string): Promise<OpenVisit> {
  const id = randomUUID();
  const { body } = await learner.put(`/api/watching/visits/${id}`).send({ editionId }).expect(200);
  return { id, ...(body as Omit<OpenVisit, 'id'>) };
}

/** A report of one stretch, from 0 to `end` in microseconds. */
export const report = (learner: Agent, { id }: Pick<OpenVisit, 'id'>, end: number, { speed = 1, number = 0 } = {}) =>
  learner.post(`/api/watching/visits/${id}/reports`).send({ number, plays: [{ start: 0, end, speed }], position: end });

/** Publishes and waits for the edition. */
export async function publish(teacher: Agent, lessonId: string): Promise<{ id: string; length: number; lufs: number }> {
  await teacher.post(`/api/lessons/${lessonId}/editions`).expect(201);
  return until(async () => {
    const { body } = await teacher.get(`/api/lessons/${lessonId}/editions`);
    const [newest] = body as { id: string; length: number; lufs: number; state: string }[];
    if (newest?.state === 'failed') throw new Error('the edition failed');
    return newest?.state === 'ready' ? newest : null;
  });
}

/** What is asked for with these lessons: due in a day, with a hand-in and points. */
export const askedWith = (lessonIds: readonly string[], terms: object = {}) => ({
  ...WORK,
  ...{ lessonIds, dueAt: new Date(Date.now() + 86_400_000).toISOString(), ...terms },
});
const WORK = { instructions: 'Watch it.', points: 20, handIn: true, watchedPercent: 90, workOpens: 'at-once' };
/** What a template keeps of it. */
export const templateOf = (name: string, terms: object = {}) => ({
  ...WORK,
  answerLimitMs: null,
  makers: null,
  answersSeen: 'teacher',
  asking: true,
  offline: false,
  ...terms,
  name,
});
/** A rubric of two lines, worth 10. */
export const rubricOf = (name: string, more: object = {}) => ({
  name,
  courseId: null,
  criteria: [
    { id: 'plan', name: 'The plan', weight: 2, levels: levelsUpTo(3) },
    { id: 'ink', name: 'The drawing', weight: 1, levels: levelsUpTo(4) },
  ],
  ...more,
});
const levelsUpTo = (most: number) =>
  Array.from({ length: most + 1 }, (_, points) => ({ id: `l${points}`, name: `${points}`, points, description: '' }));
/** The same, given to all of a class. */
export const toClass = (lessonId: string, classId: string, terms: object = {}) => ({
  ...askedWith([lessonId]),
  to: [{ classId, whom: WHOLE_CLASS }],
  ...terms,
});

export async function assign(teacher: Agent, lessonId: string, classId: string, terms: object = {}): Promise<string> {
  const { body } = await teacher
    .post('/api/assignments')
    .send(toClass(lessonId, classId, terms))
    .expect(201);
  return (body as { id: string }[])[0]!.id;
}

/** Waits until the pages of a lesson are drawn; gives their number. */
export async function imported(teacher: Agent, lessonId: string): Promise<number> {
  return until(async () => {
    const { importing, pages } = (await teacher.get(`/api/lessons/${lessonId}`)).body as {
      importing: Job | null;
      pages: unknown[];
    };
    return importing?.state === 'done' ? pages.length : null;
  });
}
