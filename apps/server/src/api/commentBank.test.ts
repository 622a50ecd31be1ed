import { MOST_COMMENT_LINES } from '@oakbell/core/marking';
import { randomUUID } from 'node:crypto';
import { DataSource } from 'typeorm';
import { addSchool, startTestApp, type TestApp } from '../testing/testApp.ts';

interface Line {
  readonly id: string;
  readonly text: string;
  readonly uses: number;
}
let test: TestApp;
let ids: Readonly<Record<string, string>>;
beforeAll(async () => {
  test = await startTestApp();
  ids = await addSchool(test);
});
afterAll(() => test.close());

it('a teacher’s sentences are theirs alone, those used most first, and each is there once', async () => {
  const [ilse, bo] = [await test.signedIn('ilse'), await test.signedIn('bo')];
  const keep = async (text: string) => (await ilse.post('/api/comment-lines').send({ text }).expect(201)).body as Line;
  const first = await keep('Draw the stream first.');
  const second = await keep('A clear plan.');
  expect((await keep(' Draw the stream first. ')).id).toBe(first.id);
  await ilse.post(`/api/comment-lines/${second.id}/uses`).expect(204);
  const mine = async () => (await ilse.get('/api/comment-lines').expect(200)).body as Line[];
  expect((await mine()).map(({ text, uses }) => [text, uses])).toEqual([
    ['A clear plan.', 1],
    ['Draw the stream first.', 0],
  ]);
  expect((await bo.get('/api/comment-lines').expect(200)).body).toEqual([]);
  await bo.post(`/api/comment-lines/${first.id}/uses`).expect(404);
  await bo.delete(`/api/comment-lines/${first.id}`).expect(404);
  await ilse.delete(`/api/comment-lines/${first.id}`).expect(204);
  expect(await mine()).toHaveLength(1);
});

it('there are no more than can be looked through, and none that says nothing', async () => {
  const co = await test.signedIn('co');
  for (const text of ['', '  ', 'x'.repeat(501)]) await co.post('/api/comment-lines').send({ text }).expect(400);
  const rows = Array.from({ length: MOST_COMMENT_LINES }, (_, i) => [
    randomUUID(),
    ids['co'],
    `Line ${i}`,
    0,
    new Date(),
  ]);
  await test.app
    .get(DataSource)
    .query(
      `INSERT INTO comment_line (id, ownerId, text, uses, usedAt) VALUES ${rows.map(() => '(?, ?, ?, ?, ?)').join(', ')}`,
      rows.flat(),
    );
  const { body } = await co.post('/api/comment-lines').send({ text: 'One more.' }).expect(422);
  expect(body).toMatchObject({ code: 'too-many-lines' });
});
