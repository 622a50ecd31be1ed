import { randomUUID } from 'node:crypto';
import { createConnection } from 'mysql2/promise';
import { DataSource } from 'typeorm';
import { dataSourceOptions } from '../platform/database/dataSource.ts';
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
    const page = (kind: string, backdrop: string | null, cues: string) =>
      first.query(
        'INSERT INTO page (id, lessonId, position, kind, backdrop, height, picture, smallPicture, cues, source, removedAt) VALUES (?, ?, 0, ?, ?, 900, NULL, NULL, ?, NULL, NULL)',
        [randomUUID(), randomUUID(), kind, backdrop, cues],
      );
    await page('board', 'squared', 'Ask first.\nThen show a < b & c.');
    await page('slide', null, '');
    await first.query(
      "INSERT INTO lesson (id, ownerId, kind, title, submissionId, edits, history, revision, createdAt, updatedAt) VALUES (?, ?, 'slides', 'Tides', NULL, '{}', '{}', 0, NOW(3), NOW(3))",
      [randomUUID(), randomUUID()],
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
    await now.destroy();
  } finally {
    await admin.query(`DROP DATABASE ${name}`);
    await admin.end();
  }
}, 60_000);

/** The driver gives JSON as text or as what it holds. */
const asJson = (value: unknown): unknown => (typeof value === 'string' ? (JSON.parse(value) as unknown) : value);
