import { randomUUID, createHash } from 'node:crypto';
import { logText } from '@oakbell/core/log';
import { slides } from '../e2e/support/papers.ts';
import { inParts, voicePartsOf } from '../e2e/support/uploadTake.ts';
import type { Steady } from './steady.ts';

const RATE = 48_000;

/** What was acknowledged and must be there in the end; the question gives what is wrong, or nothing. */
export interface Promised {
  readonly what: string;
  readonly isKept: () => Promise<string | null>;
}
interface Sound {
  readonly ogg: string;
  readonly seconds: number;
}
interface People {
  readonly teacher: Steady;
  readonly learner: Steady;
  readonly learnerName: string;
  readonly classId: string;
}
interface Lesson {
  readonly id: string;
  readonly revision: number;
  readonly pages: readonly { readonly id: string }[];
  readonly importing: { readonly id: string; readonly state: string } | null;
  readonly edits: {
    readonly segments: readonly {
      readonly id: string;
      readonly takeId: string;
      readonly start: number;
      readonly end: number;
    }[];
  };
}
interface Edition {
  readonly id: string;
  readonly state: string;
  readonly jobId: string;
}
type Ask = (sql: string, values: readonly unknown[]) => Promise<readonly Record<string, unknown>[]>;

/** A question to the database that counts something. */
async function countOf(ask: Ask, sql: string, values: readonly unknown[]): Promise<number> {
  return Number((await ask(sql, values))[0]!['n']);
}
const kept = (is: unknown, wanted: unknown): string | null =>
  is === wanted ? null : `${JSON.stringify(is)} in place of ${JSON.stringify(wanted)}`;

/** One lesson of a school's hour, from its first page to its feedback. What was acknowledged is told as it is. */
export async function schoolHour(
  { teacher, learner, learnerName, classId }: People,
  { title, sound, ask, promise }: { title: string; sound: Sound; ask: Ask; promise: (one: Promised) => void },
): Promise<void> {
  const made = await teacher.act<Lesson>('post', '/api/lessons', { data: { kind: 'worked', title, boards: 1 } });
  const { id } = made;
  promise({
    what: `${title}: the lesson is there once`,
    isKept: async () => kept(await countOf(ask, 'SELECT COUNT(*) AS n FROM lesson WHERE title = ?', [title]), 1),
  });
  const lesson = () => teacher.get<Lesson>(`/api/lessons/${id}`);

  await teacher.act('post', `/api/lessons/${id}/imports`, {
    multipart: { files: { name: 'two.pdf', mimeType: 'application/pdf', buffer: await slides(2) } },
  });
  await until(async () => tryAgain(teacher, (await lesson()).importing));
  promise({
    what: `${title}: the pages of the file are there once`,
    isKept: async () => kept((await lesson()).pages.length, 3),
  });

  const take = await recordTake(teacher, id, sound);
  promise({
    what: `${title}: the take is in the lesson once, with its voice`,
    isKept: async () =>
      kept((await lesson()).edits.segments.filter((one) => one.takeId === take).length, 1) ??
      kept((await teacher.sizeOf(`/api/takes/${take}/voice`)) > 1000, true),
  });

  const before = await lesson();
  const segment = before.edits.segments[0]!;
  const trim = {
    op: 'trim',
    segment: segment.id,
    from: { start: segment.start, end: segment.end },
    to: { start: segment.start, end: segment.end - 500_000 },
  };
  await teacher.act('post', `/api/lessons/${id}/changes`, { data: { revision: before.revision, do: [trim] } });
  promise({
    what: `${title}: the cut is made once`,
    isKept: async () => {
      const { revision, edits } = await lesson();
      return kept(revision, before.revision + 1) ?? kept(edits.segments[0]?.end, segment.end - 500_000);
    },
  });

  await teacher.act('post', `/api/lessons/${id}/editions`);
  const edition = await published(teacher, id);
  promise({
    what: `${title}: there is one edition, whole`,
    isKept: async () => {
      const all = await teacher.get<Edition[]>(`/api/lessons/${id}/editions`);
      const opened = await teacher.get<{ media: { base: string; files: string[] } }>(`/api/editions/${edition}`);
      const { base, files } = opened.media;
      const sizes = await Promise.all(files.map((file) => teacher.sizeOf(`${base}/${file}`)));
      return kept(all.length, 1) ?? kept(all[0]?.state, 'ready') ?? kept(sizes.includes(0), false);
    },
  });

  const dueAt = new Date(Date.now() + 86_400_000).toISOString();
  const { id: assignment } = await teacher.act<{ id: string }>('post', '/api/assignments', {
    data: { lessonId: id, classId, instructions: 'Watch it.', dueAt, points: 20, handIn: true },
  });
  promise({
    what: `${title}: it is given once`,
    isKept: async () => kept(await countOf(ask, 'SELECT COUNT(*) AS n FROM assignment WHERE lessonId = ?', [id]), 1),
  });
  await watch(learner, edition, { title, ask, promise });

  await learner.act('put', `/api/assignments/${assignment}/hand-in/files`, {
    multipart: { files: { name: 'plan.pdf', mimeType: 'application/pdf', buffer: await slides(2) } },
  });
  promise({
    what: `${title}: the hand-in is there once, with its pages`,
    isKept: async () => {
      const [row] = await ask(
        `SELECT COUNT(*) AS n, MAX(s.times) AS times, (SELECT COUNT(*) FROM page p JOIN lesson l ON l.id = p.lessonId
         JOIN submission x ON x.id = l.submissionId WHERE x.assignmentId = ?) AS pages FROM submission s WHERE s.assignmentId = ?`,
        [assignment, assignment],
      );
      return kept(Number(row!['n']), 1) ?? kept(Number(row!['times']), 1) ?? kept(Number(row!['pages']), 2);
    },
  });

  const { queue } = await teacher.get<{ queue: { name: string; submissionId: string; feedbackLessonId: string }[] }>(
    `/api/marking/${assignment}`,
  );
  const work = queue.find((one) => one.submissionId && (queue.length === 1 || one.name === learnerName))!;
  const spoken = await recordTake(teacher, work.feedbackLessonId, sound);
  const marks = { points: 14, comment: title, times: 1 };
  await teacher.act('put', `/api/marking/hand-ins/${work.submissionId}`, { data: { ...marks, revision: 0 } });
  await teacher.act('post', `/api/marking/hand-ins/${work.submissionId}/hand-back`, {
    data: { ...marks, revision: 1 },
  });
  await published(teacher, work.feedbackLessonId);
  promise({
    what: `${title}: it is handed back once, with what was spoken`,
    isKept: async () => {
      const [row] = await ask(
        `SELECT s.state AS state, m.points AS points, m.comment AS comment,
         (SELECT COUNT(*) FROM edition e WHERE e.lessonId = ? AND e.state = 'ready') AS editions
         FROM submission s JOIN mark m ON m.submissionId = s.id WHERE s.id = ?`,
        [work.feedbackLessonId, work.submissionId],
      );
      const { edits } = await teacher.get<Lesson>(`/api/lessons/${work.feedbackLessonId}`);
      return (
        kept(row?.['state'], 'handed-back') ??
        kept(Number(row?.['points']), 14) ??
        kept(row?.['comment'], title) ??
        kept(Number(row?.['editions']), 1) ??
        kept(edits.segments.filter((one) => one.takeId === spoken).length, 1)
      );
    },
  });
}

/** Records a take as a browser does: begins it, sends its parts, finishes it. */
async function recordTake(teacher: Steady, lessonId: string, { ogg, seconds }: Sound): Promise<string> {
  const take = randomUUID();
  await teacher.act('put', `/api/takes/${take}`, { data: { lessonId, windowKey: `window-${take.slice(0, 8)}` } });
  const put = (track: string, number: number, data: Buffer) => {
    const digest = createHash('sha256').update(data).digest('hex');
    const headers = { 'Content-Type': 'application/octet-stream' };
    return teacher.act('put', `/api/takes/${take}/parts/${track}/${number}?digest=${digest}`, { data, headers });
  };
  const parts = await voicePartsOf(ogg);
  const log = inParts(logText([]));
  for (const [i, part] of parts.entries()) await put('voice', i, part);
  for (const [i, part] of log.entries()) await put('log', i, Buffer.from(part));
  const whole = { voiceParts: parts.length, logParts: log.length, frames: seconds * RATE };
  await teacher.act('post', `/api/takes/${take}/finish`, { data: whole });
  return take;
}

async function watch(
  learner: Steady,
  edition: string,
  { title, ask, promise }: { title: string; ask: Ask; promise: (one: Promised) => void },
): Promise<void> {
  const visit = randomUUID();
  await learner.act('put', `/api/watching/visits/${visit}`, { data: { editionId: edition, agoMs: 600_000 } });
  const REPORTS = 8;
  for (let number = 0; number < REPORTS; number += 1) {
    const [start, end] = [number * 400_000, (number + 1) * 400_000];
    const plays = [{ start, end, speed: 1 }];
    await learner.act('post', `/api/watching/visits/${visit}/reports`, { data: { number, plays, position: end } });
  }
  promise({
    what: `${title}: every report is counted once`,
    isKept: async () => {
      const [row] = await ask('SELECT COUNT(*) AS n, SUM(`end` - `start`) AS played FROM play WHERE visitId = ?', [
        visit,
      ]);
      return kept(Number(row!['n']), REPORTS) ?? kept(Number(row!['played']), REPORTS * 400_000);
    },
  });
}

/** Waits for the edition of a lesson; where it failed, its maker presses Try again. */
async function published(teacher: Steady, lessonId: string): Promise<string> {
  return until(async () => {
    const [newest] = await teacher.get<Edition[]>(`/api/lessons/${lessonId}/editions`);
    if (newest?.state === 'failed') await teacher.act('post', `/api/jobs/${newest.jobId}/retry`).catch(() => null);
    return newest?.state === 'ready' ? newest.id : null;
  });
}

/** Whether a job is done; where it failed, its owner presses Try again. */
async function tryAgain(
  teacher: Steady,
  job: { readonly id: string; readonly state: string } | null,
): Promise<boolean> {
  if (job?.state === 'failed') await teacher.act('post', `/api/jobs/${job.id}/retry`).catch(() => null);
  return job?.state === 'done';
}

/** Looks until it is so. @throws Error when something does not come to its end within five minutes */
export async function until<T>(look: () => Promise<T | null | undefined | false>): Promise<T> {
  const patience = Date.now() + 300_000;
  while (Date.now() < patience) {
    const found = await look();
    if (found) return found;
    await new Promise((resolve) => setTimeout(resolve, 200));
  }
  throw new Error('something is stuck: it did not come to its end within five minutes');
}
