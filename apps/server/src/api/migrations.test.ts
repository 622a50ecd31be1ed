import { randomUUID } from 'node:crypto';
import { createConnection } from 'mysql2/promise';
import { applyEdit, EMPTY_EDITS, type Edit, type EditList } from '@oakbell/core/edits';
import { DataSource } from 'typeorm';
import { dataSourceOptions } from '../platform/database/dataSource.ts';
import { bringUpToDate } from '../platform/database/upToDate.ts';
import { startTestApp } from '../testing/testApp.ts';
import { CardsAreNoTakes1764700000000 } from '../platform/database/migrations/1764700000000-cardsAreNoTakes.ts';
import { MIGRATIONS } from '../platform/database/migrations/index.ts';

type UpTo = (count: number) => Promise<DataSource>;

/** Works in a database of its own, which is brought up step by step. */
async function inSchool(work: (upTo: UpTo) => Promise<void>): Promise<void> {
  const url = new URL(process.env['OAKBELL_DATABASE_URL'] ?? '');
  const name = `test_${randomUUID().replaceAll('-', '')}`;
  const admin = await createConnection({ host: url.hostname, port: Number(url.port), user: url.username });
  await admin.query(`CREATE DATABASE ${name}`);
  url.pathname = `/${name}`;
  try {
    await work(async (count) => {
      const source = new DataSource({ ...dataSourceOptions(url.href, []), migrations: MIGRATIONS.slice(0, count) });
      await source.initialize();
      await bringUpToDate(source);
      return source;
    });
  } finally {
    await admin.query(`DROP DATABASE ${name}`);
    await admin.end();
  }
}

it('every word of a lesson counts after all steps, also on a server that has words which do not', () =>
  inSchool(async (upTo) => {
    const url = new URL(process.env['OAKBELL_DATABASE_URL'] ?? '');
    const admin = await createConnection({ host: url.hostname, port: Number(url.port), user: url.username });
    await admin.query('SET GLOBAL innodb_ft_enable_stopword = ON');
    try {
      const school = await upTo(MIGRATIONS.length);
      const [person, lesson] = [randomUUID(), randomUUID()];
      // What is not said of them makes no difference here.
      await school.query("INSERT IGNORE INTO person (id, name, role) VALUES (?, 'Ilse', 'teacher')", [person]);
      await school.query(
        "INSERT IGNORE INTO lesson (id, ownerId, kind, words) VALUES (?, ?, 'slides', 'From here to there')",
        [lesson, person],
      );
      const sql = "SELECT id FROM lesson WHERE MATCH(words) AGAINST ('+from +to' IN BOOLEAN MODE)";
      expect(await school.query(sql)).toEqual([{ id: lesson }]);
      await school.destroy();
    } finally {
      await admin.query('SET GLOBAL innodb_ft_enable_stopword = OFF');
      await admin.end();
    }
  }));

it(
  'a school of the first schema is brought up to date with its pages and cues as they were',
  () =>
    inSchool(async (upTo) => {
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
      expect(made).toEqual({ ...edits, version: 2 });
      const [{ undo, redo, ...counts }] = (await now.query(
        'SELECT revision, length, `undo`, redo, undoable, redoable FROM lesson',
      )) as [Record<string, number>];
      expect(counts).toEqual({ revision: 7, length: '2000', undoable: 2, redoable: 2 });
      expect(log.find((row) => row.revision === undo)).toMatchObject({ edit: trim, below: undo! - 1 });
      expect(log.find((row) => row.revision === redo)?.edit).toEqual({ ...insert('b', 1), op: 'remove' });

      const watched = (await now.query('SELECT sourceId, layers FROM watched')) as {
        sourceId: string;
        layers: unknown;
      }[];
      expect(watched.map((row) => ({ ...row, layers: asJson(row.layers) }))).toEqual([
        { sourceId: take, layers: [[{ start: 0, end: 1500 }], [{ start: 500, end: 1000 }]] },
      ]);
      expect(await now.query('SELECT report, number FROM play ORDER BY report')).toEqual([
        { report: 0, number: 0 },
        { report: 1, number: 0 },
      ]);
      expect(await now.query('SELECT number FROM edition')).toEqual([{ number: 1 }]);
      await now.destroy();
    }),
  60_000,
);

it(
  'cards that were told as takes are cards, wherever they are kept, and could be told as before again',
  () =>
    inSchool(async (upTo) => {
      const before = MIGRATIONS.indexOf(CardsAreNoTakes1764700000000);
      const old = await upTo(before);
      const [person, lesson, edition, job, visit, card, take] = Array.from({ length: 7 }, () => randomUUID());
      const words = { title: 'Tides', line: '', ground: 'oak' };
      const segments = [
        { id: 'k', takeId: card, start: 0, end: 2e6, card: words },
        { id: 'a', takeId: take, start: 0, end: 1e6 },
      ];
      const first = { version: 1, segments, chapters: [{ takeId: card, at: 0, title: 'Start' }] };
      const act = { kind: 'card', at: 0, length: 2e6 };
      const change = { op: 'together', act, edits: [{ op: 'insert', index: 0, segment: segments[0] }] };
      await old.query(
        "INSERT INTO person (id, signInName, name, role, passwordHash, createdAt) VALUES (?, 'ilse', 'Ilse', 'teacher', '', NOW(3))",
        [person],
      );
      await old.query(
        "INSERT INTO lesson (id, ownerId, kind, title, sources, revision, length, undoable, redoable, createdAt, updatedAt) VALUES (?, ?, 'slides', 'Tides', '[]', 1, 3000000, 1, 0, NOW(3), NOW(3))",
        [lesson, person],
      );
      await old.query('INSERT INTO lesson_edits (lessonId, revision, edits) VALUES (?, 1, ?)', [
        lesson,
        JSON.stringify(first),
      ]);
      for (let revision = 1; revision <= 450; revision += 1)
        await old.query(
          'INSERT INTO lesson_change (lessonId, revision, edit, below, length, byId, at) VALUES (?, ?, ?, NULL, 1, ?, NOW(3))',
          [lesson, revision, JSON.stringify(change), person],
        );
      await old.query(
        "INSERT INTO edition (id, lessonId, number, state, edits, length, hasAac, files, jobId, createdAt) VALUES (?, ?, 1, 'making', ?, 3000000, 0, '[]', ?, NOW(3))",
        [edition, lesson, JSON.stringify(first), job],
      );
      await old.query(
        "INSERT INTO job (id, kind, lane, ownerId, subjectId, input, state, progress, createdAt, attempt, starts) VALUES (?, 'excerpt', 'look', ?, ?, ?, 'waiting', 0, NOW(3), 1, 0)",
        [job, person, lesson, JSON.stringify({ segments })],
      );
      await old.query(
        "INSERT INTO visit (id, editionId, lessonId, learnerId, startedAt, lastAt, claimedMs, counted, atTakeId, atTime) VALUES (?, ?, ?, ?, NOW(3), NOW(3), 2000, '[]', ?, 5)",
        [visit, edition, lesson, person, card],
      );
      const kept = async (source: DataSource) => {
        const one = async (sql: string) => asJson(((await source.query(sql)) as { told: unknown }[])[0]!.told);
        return {
          edits: await one('SELECT edits AS told FROM lesson_edits'),
          edition: await one('SELECT edits AS told FROM edition'),
          input: await one('SELECT input AS told FROM job'),
          change: await one('SELECT edit AS told FROM lesson_change ORDER BY revision DESC LIMIT 1'),
          changes: await one('SELECT COUNT(DISTINCT edit) AS told FROM lesson_change'),
        };
      };
      const was = await kept(old);
      await old.destroy();

      const now = await upTo(before + 1);
      const today = { ...segments[0], card: { id: card, ...words } };
      delete (today as { takeId?: string }).takeId;
      const list = {
        version: 2,
        segments: [today, segments[1]],
        chapters: [{ sourceId: card, at: 0, title: 'Start' }],
      };
      expect(await kept(now)).toEqual({
        edits: list,
        edition: list,
        input: { segments: list.segments },
        change: { ...change, edits: [{ op: 'insert', index: 0, segment: today }] },
        changes: was.changes,
      });
      expect(await now.query('SELECT atSourceId, atTime FROM visit')).toEqual([{ atSourceId: card, atTime: '5' }]);
      await now.undoLastMigration();
      expect(await kept(now)).toEqual(was);
      await now.destroy();
    }),
  60_000,
);

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
});
