import { randomUUID } from 'node:crypto';
import { createConnection } from 'mysql2/promise';
import { applyEdit, EMPTY_EDITS, type Edit, type EditList } from '@oakbell/core/edits';
import { DataSource } from 'typeorm';
import { dataSourceOptions } from '../platform/database/dataSource.ts';
import { startTestApp } from '../testing/testApp.ts';
import { MIGRATIONS } from '../platform/database/migrations/index.ts';

it('a school of the first schema is brought up to date with its pages and cues as they were', async () => {
  const url = new URL(process.env['OAKBELL_DATABASE_URL'] ?? '');
  const name = `test_${randomUUID().replaceAll('-', '')}`;
  const admin = await createConnection({ host: url.hostname, port: Number(url.port), user: url.username });
  await admin.query(`CREATE DATABASE ${name}`);
  url.pathname = `/${name}`;
  const upTo = async (count: number) => {
    const source = new DataSource({ ...dataSourceOptions(url.href, []), migrations: MIGRATIONS.slice(0, count) });
    await source.initialize();
    await source.runMigrations();
    return source;
  };
  try {
    const first = await upTo(1);
    const [person, lesson, take, edition, visit] = Array.from({ length: 5 }, () => randomUUID());
    const page = (kind: string, backdrop: string | null, cues: string, of = lesson) =>
      first.query(
        'INSERT INTO page (id, lessonId, position, kind, backdrop, height, picture, smallPicture, cues, source, removedAt) VALUES (?, ?, 0, ?, ?, 900, NULL, NULL, ?, NULL, NULL)',
        [randomUUID(), of, kind, backdrop, cues],
      );
    await page('board', 'squared', 'Ask first.\nThen show a < b & c.');
    await page('slide', null, '');
    await page('slide', null, 'of no lesson', randomUUID());
    const segment = (id: string, end: number) => ({ id, takeId: take, start: 0, end });
    const insert = (id: string, index: number) => ({ op: 'insert', index, segment: segment(id, 3000) });
    const edits = { version: 1, segments: [segment('a', 2000)] };
    const trim = { op: 'trim', segment: 'a', from: { start: 0, end: 3000 }, to: { start: 0, end: 2000 } };
    const history = { done: [insert('a', 0), trim], undone: [insert('c', 2), insert('b', 1)] };
    await first.query(
      "INSERT INTO person (id, signInName, name, role, passwordHash, createdAt) VALUES (?, 'ilse', 'Ilse', 'teacher', '', NOW(3))",
      [person],
    );
    await first.query(
      "INSERT INTO lesson (id, ownerId, kind, title, submissionId, edits, history, revision, createdAt, updatedAt) VALUES (?, ?, 'slides', 'Tides', NULL, ?, ?, 7, NOW(3), NOW(3))",
      [lesson, person, JSON.stringify(edits), JSON.stringify(history)],
    );
    await first.query(
      "INSERT INTO edition (id, lessonId, number, state, edits, length, manifest, lufs, hasAac, jobId, createdAt) VALUES (?, ?, 3, 'ready', ?, 2000, NULL, NULL, 0, ?, NOW(3))",
      [edition, lesson, JSON.stringify(edits), randomUUID()],
    );
    await first.query(
      'INSERT INTO visit (id, editionId, lessonId, learnerId, startedAt, lastAt, claimedMs, atTakeId, atTime) VALUES (?, ?, ?, ?, NOW(3), NOW(3), 2000, NULL, 0)',
      [visit, edition, lesson, person],
    );
    for (const [start, end] of [
      [0, 1000],
      [500, 1500],
    ])
      await first.query(
        'INSERT INTO play (id, visitId, lessonId, learnerId, takeId, start, end, speed, at) VALUES (?, ?, ?, ?, ?, ?, ?, 1, NOW(3))',
        [randomUUID(), visit, lesson, person, take, start, end],
      );
    await first.destroy();

    const now = await upTo(MIGRATIONS.length);
    const pages: { kind: string; backdrop: unknown; things: unknown; cues: string }[] = await now.query(
      'SELECT kind, backdrop, things, cues FROM page ORDER BY kind',
    );
    const plain = pages.map((one) => ({ ...one, backdrop: asJson(one.backdrop), things: asJson(one.things) }));
    expect(plain).toEqual([
      {
        kind: 'board',
        backdrop: { kind: 'squared' },
        things: [],
        cues: '<p>Ask first.</p><p>Then show a &lt; b &amp; c.</p>',
      },
      { kind: 'slide', backdrop: null, things: [], cues: '' },
    ]);
    expect(await now.query('SELECT goal, targetMs, unitId, savedAs FROM lesson')).toEqual([
      { goal: '', targetMs: 300_000, unitId: null, savedAs: null },
    ]);

    // The list and its stacks are a log now, which can be walked back to the start and on to what had been taken back.
    const rows = (await now.query('SELECT revision, edit, below, length FROM lesson_change ORDER BY revision')) as {
      revision: number;
      edit: unknown;
      below: number | null;
      length: string;
    }[];
    const log = rows.map(({ edit, ...row }) => ({ ...row, edit: asJson(edit) as Edit }));
    const made = log.reduce<EditList>((list, { edit }) => {
      const applied = applyEdit(list, edit);
      if (!applied.ok) throw new Error(applied.reason);
      return applied.edits;
    }, EMPTY_EDITS);
    expect(made).toEqual(edits);
    const [{ undo, redo, ...counts }] = (await now.query(
      'SELECT revision, length, `undo`, redo, undoable, redoable FROM lesson',
    )) as [Record<string, number>];
    expect(counts).toEqual({ revision: 7, length: '2000', undoable: 2, redoable: 2 });
    expect(log.find((row) => row.revision === undo)).toMatchObject({ edit: trim, below: undo! - 1 });
    expect(log.find((row) => row.revision === redo)?.edit).toEqual({ ...insert('b', 1), op: 'remove' });

    const watched = (await now.query('SELECT takeId, layers FROM watched')) as { takeId: string; layers: unknown }[];
    expect(watched.map((row) => ({ ...row, layers: asJson(row.layers) }))).toEqual([
      { takeId: take, layers: [[{ start: 0, end: 1500 }], [{ start: 500, end: 1000 }]] },
    ]);
    expect(await now.query('SELECT report, number FROM play ORDER BY report')).toEqual([
      { report: 0, number: 0 },
      { report: 1, number: 0 },
    ]);
    expect(await now.query('SELECT number FROM edition')).toEqual([{ number: 1 }]);
    await now.destroy();
  } finally {
    await admin.query(`DROP DATABASE ${name}`);
    await admin.end();
  }
}, 60_000);

/** The driver gives JSON as text or as what it holds. */
const asJson = (value: unknown): unknown => (typeof value === 'string' ? (JSON.parse(value) as unknown) : value);

it('the schema of a new school is what the entities say, key for key', async () => {
  const world = await startTestApp();
  try {
    const source = world.app.get(DataSource);
    const { upQueries } = await source.driver.createSchemaBuilder().log();
    expect(upQueries.map(({ query }) => query)).toEqual([]);
  } finally {
    await world.close();
  }
}, 60_000);
