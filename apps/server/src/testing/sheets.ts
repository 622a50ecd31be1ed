import { micros } from '@oakbell/core/clock';
import { partText, type SheetEvent } from '@oakbell/core/worksheets';
import { randomUUID } from 'node:crypto';
import type { agent } from 'supertest';
import { until } from './lesson.ts';

type Agent = ReturnType<typeof agent>;
export interface Worksheet {
  readonly id: string;
  readonly pages: readonly { readonly id: string; readonly kind: string; readonly things: readonly object[] }[];
  readonly importing: { readonly state: string } | null;
}

/** A worksheet of so many squared boards. */
export async function boardSheet(teacher: Agent, count = 1): Promise<Worksheet> {
  const sent = teacher.post('/api/worksheets/of-boards').send({ backdrop: { kind: 'squared' }, count });
  return (await sent.expect(201)).body as Worksheet;
}

/** A worksheet of a file, once its pages are drawn. */
export async function fileSheet(teacher: Agent, bytes: Buffer, name: string): Promise<Worksheet> {
  const { body } = await teacher.post('/api/worksheets/of-files').attach('files', bytes, name).expect(201);
  return until(async () => {
    const now = (await teacher.get(`/api/worksheets/${(body as Worksheet).id}`).expect(200)).body as Worksheet;
    return now.importing?.state === 'done' ? now : null;
  });
}

/** A stroke of so many points on a page. */
export const strokeOn = (page: string, stroke: string, ms = 0, points = 12): SheetEvent => ({
  ...{ kind: 'stroke', at: micros(ms * 1000), stroke, page, pen: { colour: '#2c5f8a', width: 5 } },
  points: Array.from({ length: points }, (_, i) => [1000 + i * 40, 1200 + ((i * 37) % 90), 140, i * 16]).flat(),
});

/** Sends a part of a sheet. */
export const write = (
  learner: Agent,
  assignment: string,
  events: readonly SheetEvent[],
  { visit = randomUUID(), number = 0 }: { readonly visit?: string; readonly number?: number } = {},
) => learner.post(`/api/assignments/${assignment}/sheet/parts`).send({ visit, number, events: partText(events) });
