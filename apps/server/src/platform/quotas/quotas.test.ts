import { DataSource } from 'typeorm';
import { addSchool, startTestApp, type TestApp } from '../../testing/testApp.ts';
import { Quotas } from './index.ts';

let test: TestApp;
let ids: Readonly<Record<string, string>>;
beforeAll(async () => {
  test = await startTestApp();
  ids = await addSchool(test);
});
afterAll(() => test.close());

it('many begin at the same moment: each is counted, and none waits for the others in a ring', async () => {
  const quotas = test.app.get(Quotas, { strict: false });
  const people = ['ilse', 'bo', 'co', 'tam', 'wren'].map((name) => ids[name]!);
  const school = async () => {
    const [row] = (await test.app
      .get(DataSource)
      .query("SELECT bytes FROM storage_use WHERE personId = '00000000-0000-0000-0000-000000000000'")) as {
      bytes: string;
    }[];
    return Number(row?.bytes ?? 0);
  };
  await quotas.take(people[0]!, 0);
  const before = await school();
  for (let round = 0; round < 5; round += 1)
    await Promise.all(Array.from({ length: 40 }, (_, i) => quotas.take(people[i % people.length]!, 10)));
  expect((await school()) - before).toBe(5 * 40 * 10);
});
