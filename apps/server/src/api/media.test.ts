import { DataSource } from 'typeorm';
import supertest from 'supertest';
import { editionKey } from '@oakbell/core/media';
import { JobRunner } from '../platform/jobs/index.ts';
import { ClassesService } from '../modules/classes/index.ts';
import { addSchool, startTestApp, type TestApp } from '../testing/testApp.ts';
import { assign, newLesson, publish, record } from '../testing/lesson.ts';
import { fileOf, openEdition } from '../testing/watching.ts';

let test: TestApp;
let ids: Readonly<Record<string, string>>;
let edition: string;
beforeAll(async () => {
  test = await startTestApp();
  ids = await addSchool(test);
  const ilse = await test.signedIn('ilse');
  const lesson = await newLesson(ilse);
  await record(ilse, lesson.id, 3);
  edition = (await publish(ilse, lesson.id)).id;
  await assign(ilse, lesson.id, ids['10a']!);
});
afterAll(() => test.close());

/** How many queries the database is asked while something is done. */
async function queriesWhile(work: () => Promise<unknown>): Promise<number> {
  const { driver } = test.app.get(DataSource);
  const pool = (
    driver as unknown as {
      pool: { on: (name: string, listener: () => void) => void; off: (name: string, listener: () => void) => void };
    }
  ).pool;
  let asked = 0;
  const count = () => void (asked += 1);
  pool.on('acquire', count);
  await work();
  pool.off('acquire', count);
  return asked;
}

/** The same claims with another end, as somebody would write them who cannot sign. */
function longer(claims: string): string {
  const parts = Buffer.from(claims, 'base64url').toString().split('|');
  return Buffer.from([...parts.slice(0, -1), '9999999999999'].join('|')).toString('base64url');
}

describe('a signed address', () => {
  it('asks nothing of the database, for a whole file and for a range of it', async () => {
    const tam = await test.signedIn('tam');
    const voice = await fileOf(tam, edition, 'voice.webm');
    // The job process looks for its own work now and then: not while it is counted here.
    await test.app.get(JobRunner).onApplicationShutdown();
    const asked = await queriesWhile(async () => {
      await tam.get(voice).expect(200);
      for (let i = 0; i < 20; i += 1)
        await tam
          .get(voice)
          .set('Range', `bytes=${i * 10}-${i * 10 + 9}`)
          .expect(206);
    });
    expect(asked).toBe(0);
    // The count itself is true: a route that does ask is counted.
    expect(await queriesWhile(() => tam.get(`/api/editions/${edition}`).expect(200))).toBeGreaterThan(0);
  });
  it('is of use in the browser that it was given to, and in no other', async () => {
    const tam = await test.signedIn('tam');
    const voice = await fileOf(tam, edition, 'voice.webm');
    await (await test.signedIn('wren')).get(voice).expect(404);
    await (await test.signedIn('tam')).get(voice).expect(404);
    await supertest(test.http).get(voice).expect(404);
    await tam.get(voice).expect(200);
  });
  it('cannot be made for another file, for longer, or for somebody else', async () => {
    const tam = await test.signedIn('tam');
    const addresses = await openEdition(tam, edition);
    const voice = addresses.get(editionKey(edition, 'voice.webm'))!;
    const manifest = addresses.get(editionKey(edition, 'manifest.json.gz'))!;
    const [, , , claims, signature] = voice.split('/');
    const others = [
      voice.replace('voice.webm', 'manifest.json.gz'),
      voice.replace(`editions/${edition}`, `editions/${ids['ilse']}`),
      manifest.replace(/media\/[^/]+\/[^/]+/, `media/${claims}/${signature}`),
      voice.replace(claims!, longer(claims!)),
      `/api/media/${claims}/${signature}/..%2F..%2F..%2Fetc%2Fpasswd`,
      `/api/media/${claims}/${signature}/`,
      '/api/media/x/y/z',
    ];
    for (const other of others) expect([other, (await tam.get(other)).status]).toEqual([other, 404]);
  });
  it('ends with the session', async () => {
    const tam = await test.signedIn('tam');
    const voice = await fileOf(tam, edition, 'voice.webm');
    const cookie = (
      tam as unknown as { jar: { getCookie: (name: string, access: object) => { value: string } } }
    ).jar.getCookie('oakbell_session', { domain: '127.0.0.1', path: '/', secure: false, script: false }).value;
    const { headers } = await tam.delete('/api/session').expect(204);
    expect(headers['clear-site-data']).toBe('"cache"');
    await supertest(test.http).get(voice).set('Cookie', `oakbell_session=${cookie}`).expect(410);
  });
  it('ends when a learner leaves the class, and not for the others', async () => {
    const [tam, wren] = [await test.signedIn('tam'), await test.signedIn('wren')];
    const [his, hers] = [await fileOf(tam, edition, 'voice.webm'), await fileOf(wren, edition, 'voice.webm')];
    await test.app.get(ClassesService, { strict: false }).leave(ids['10a']!, ids['wren']!);
    await wren.get(hers).expect(410);
    await wren.get(`/api/editions/${edition}`).expect(404);
    await tam.get(his).expect(200);
  });
  it('is the same for a while, so that a browser keeps what it has', async () => {
    const tam = await test.signedIn('tam');
    expect(await fileOf(tam, edition, 'voice.webm')).toBe(await fileOf(tam, edition, 'voice.webm'));
  });
});
