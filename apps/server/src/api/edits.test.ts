import { micros } from '@oakbell/core/clock';
import type { Edit, EditList } from '@oakbell/core/edits';
import { DataSource } from 'typeorm';
import { EditsService } from '../modules/lessons/index.ts';
import { Acts } from '../platform/acts/index.ts';
import { newLesson, record } from '../testing/lesson.ts';
import { addSchool, startTestApp, type TestApp } from '../testing/testApp.ts';

let test: TestApp;
let ids: Readonly<Record<string, string>>;
beforeAll(async () => {
  test = await startTestApp();
  ids = await addSchool(test);
});
afterAll(() => test.close());

it('a list that was made in an act that came to nothing is forgotten, whoever makes that revision next', async () => {
  const teacher = await test.signedIn('ilse');
  const { id } = await newLesson(teacher);
  await record(teacher, id, 3);
  const lesson = async () => (await teacher.get(`/api/lessons/${id}`)).body as { revision: number; edits: EditList };
  const { revision, edits } = await lesson();
  const { id: segment, start, end } = edits.segments[0]!;
  const trimTo = (from: number, to: number): Edit => ({
    op: 'trim',
    segment,
    from: { start, end: micros(from) },
    to: { start, end: micros(to) },
  });
  const service = test.app.get(EditsService, { strict: false });
  const broken = test.app.get(Acts).do(async () => {
    await service.edit(id, ids['ilse']!, () => trimTo(end, 2e6));
    await service.edit(id, ids['ilse']!, () => trimTo(2e6, 1e6));
    throw new Error('broken on purpose');
  });
  await expect(broken).rejects.toThrow('broken on purpose');
  expect(await lesson()).toMatchObject({ revision, edits });
  // Another process makes the next revision: it is that one which counts here too.
  const database = test.app.get(DataSource);
  await database.query(
    'INSERT INTO lesson_change (lessonId, revision, edit, below, length, byId, at) VALUES (?, ?, ?, NULL, 500000, ?, NOW(3))',
    [id, revision + 1, JSON.stringify(trimTo(end, 5e5)), ids['ilse']],
  );
  await database.query('UPDATE lesson SET revision = ?, length = 500000 WHERE id = ?', [revision + 1, id]);
  expect((await lesson()).edits.segments[0]!.end).toBe(5e5);
});
