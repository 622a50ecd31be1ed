import { WHOLE_CLASS } from '@oakbell/core/assigning';
import { zipSync } from 'fflate';
import sharp from 'sharp';
import type supertest from 'supertest';
import { DataSource } from 'typeorm';
import { JobsService } from '../platform/jobs/index.ts';
import { FileClaims } from '../platform/storage/index.ts';
import { docxOf, odsOf, pdfOf, withPlace } from '../testing/files.ts';
import { askedWith, assign, newLesson, publish, record, until } from '../testing/lesson.ts';
import { rawBytes } from '../testing/watching.ts';
import { addSchool, startTestApp, type TestApp } from '../testing/testApp.ts';

/* Files that go with what is given. */
type Agent = ReturnType<typeof supertest.agent>;
interface File {
  readonly id: string;
  readonly name: string;
  readonly bytes: number;
}
let test: TestApp;
let ids: Readonly<Record<string, string>>;
let [ilse, co, tam, ola]: Agent[] = [];
let lesson: string;
beforeAll(async () => {
  test = await startTestApp();
  ids = await addSchool(test);
  [ilse, co] = [await test.signedIn('ilse'), await test.signedIn('co')];
  [tam, ola] = [await test.signedIn('tam'), await test.signedIn('ola')];
  lesson = (await newLesson(ilse)).id;
  await record(ilse, lesson, 1);
  await publish(ilse, lesson);
});
afterAll(() => test.close());

const query = (sql: string, of: readonly unknown[] = []): Promise<unknown> =>
  test.app.get(DataSource).query(sql, [...of]);
const bring = async (agent: Agent, ...files: readonly (readonly [Buffer, string])[]): Promise<readonly File[]> => {
  const sent = agent.post('/api/attachments');
  for (const [bytes, name] of files) void sent.attach('files', bytes, name);
  return (await sent.expect(201)).body as File[];
};
const give = (attachmentIds: readonly string[]) => assign(ilse!, lesson, ids['10a']!, { attachmentIds });
const change = (agent: Agent, assignment: string, attachmentIds: readonly string[]) =>
  agent.put(`/api/assignments/${assignment}`).send(askedWith([lesson], { whom: WHOLE_CLASS, attachmentIds }));
const onDesk = async (agent: Agent, assignment: string) =>
  ((await agent.get(`/api/desk/${assignment}`).expect(200)).body as { attachments: readonly File[] }).attachments;
const pathTo = (assignment: string, id: string) => `/api/assignments/${assignment}/attachments/${id}`;
const read = async (agent: Agent, assignment: string, id: string) => {
  const { headers } = await agent.get(pathTo(assignment, id)).expect(307);
  const { body } = await agent.get(headers['location']!).buffer(true).parse(rawBytes).expect(200);
  return body as Buffer;
};
describe('files that go with what is given', () => {
  it('are read by whoever has it and whoever teaches it, as they were brought, in their order', async () => {
    const [pdf, docx] = [await pdfOf(2), docxOf('Tides')];
    const files = await bring(ilse!, [pdf, 'Chart 4.pdf'], [docx, 'Table.docx'], [odsOf(), 'Heights.ods']);
    expect(files.map(({ name, bytes }) => [name, bytes])).toEqual([
      ['Chart 4.pdf', pdf.length],
      ['Table.docx', docx.length],
      ['Heights.ods', odsOf().length],
    ]);
    const [a, b] = files;
    const assignment = await give([b!.id, a!.id]);
    expect((await onDesk(tam!, assignment)).map(({ name }) => name)).toEqual(['Table.docx', 'Chart 4.pdf']);
    for (const agent of [tam!, ilse!, co!]) expect(await read(agent, assignment, a!.id)).toEqual(pdf);
    for (const agent of [ola!, await test.signedIn('bo')]) await agent.get(pathTo(assignment, a!.id)).expect(404);
    const other = await give([]);
    await tam!.get(pathTo(other, a!.id)).expect(404);
  });

  it('tell nothing of where a picture was taken, and run no script', async () => {
    const drawing = Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"><script>alert(1)</script><rect/></svg>');
    const [photo, svg] = await bring(ilse!, [await withPlace('jpeg'), 'quay.jpg'], [drawing, 'a.svg']);
    const assignment = await give([photo!.id, svg!.id]);
    expect((await sharp(await read(tam!, assignment, photo!.id)).metadata()).exif).toBeUndefined();
    expect((await read(tam!, assignment, svg!.id)).toString()).not.toContain('script');
    const { headers } = await tam!.get(pathTo(assignment, svg!.id)).expect(307);
    expect((await tam!.get(headers['location']!).expect(200)).headers['content-type']).toBe('application/octet-stream');
  });

  it.each<[string, Buffer, string, string, RegExp]>([
    ['a program', Buffer.from('MZ and more'), 'setup.exe', 'wrong-kind-of-file', /a text or table \(DOCX/],
    ['a photo that few browsers show', heic(), 'quay.heic', 'wrong-kind-of-file', /save it as JPEG/],
    ['any other zip', Buffer.from(zipSync({ 'a.txt': Buffer.from('a') })), 'a.zip', 'not-slides', /neither/],
    ['a torn text', docxOf('x').subarray(0, 120), 'a.docx', 'document-broken', /damaged/],
    ['nothing', Buffer.alloc(0), 'a.pdf', 'file-empty', /no bytes/],
  ])('are not %s', async (_, bytes, name, code, words) => {
    const { body } = await ilse!.post('/api/attachments').attach('files', bytes, name);
    expect(body).toMatchObject({ code, detail: expect.stringMatching(words) as string });
  });

  it('are all kept or none, and count towards what somebody may keep', async () => {
    const used = async () =>
      Number(
        ((await query('SELECT bytes FROM storage_use WHERE personId = ?', [ids['ilse']])) as [{ bytes: string }])[0]
          .bytes,
      );
    const before = await used();
    const sent = ilse!.post('/api/attachments').attach('files', await pdfOf(1), 'a.pdf');
    await sent.attach('files', Buffer.from('MZ'), 'b.exe').expect(415);
    expect(await used()).toBe(before);
    const pdf = await pdfOf(1);
    const [file] = await bring(ilse!, [pdf, 'a.pdf']);
    expect(await used()).toBe(before + pdf.length);
    const [photo] = await bring(ilse!, [await withPlace('png'), 'quay.png']);
    expect(await used()).toBe(before + pdf.length + photo!.bytes);
    // What is given to nobody for a day is forgotten, and its bytes are there again.
    await query('UPDATE attachment SET createdAt = NOW() - INTERVAL 2 DAY WHERE id IN (?)', [[file!.id, photo!.id]]);
    await daily('forget-attachments');
    expect(await used()).toBe(before);
  });

  it('are the giver’s own; a colleague keeps what goes with it already, and brings their own', async () => {
    const [mine] = await bring(ilse!, [await pdfOf(1), 'mine.pdf']);
    const [theirs] = await bring(co!, [await pdfOf(1), 'theirs.pdf']);
    await assign(ilse!, lesson, ids['10a']!, { attachmentIds: [] });
    await ilse!
      .post('/api/assignments')
      .send({
        ...askedWith([lesson], { attachmentIds: [theirs!.id] }),
        to: [{ classId: ids['10a'], whom: WHOLE_CLASS }],
      })
      .expect(404);
    const assignment = await give([mine!.id]);
    await change(co!, assignment, [theirs!.id, mine!.id]).expect(200);
    expect((await onDesk(tam!, assignment)).map(({ name }) => name)).toEqual(['theirs.pdf', 'mine.pdf']);
    await change(
      ilse!,
      assignment,
      Array.from({ length: 11 }, () => mine!.id),
    ).expect(400);
  });

  it('are gone at once where they are taken away, for whoever has their address too', async () => {
    const [file] = await bring(ilse!, [await pdfOf(1), 'a.pdf']);
    const assignment = await give([file!.id]);
    const { headers } = await tam!.get(pathTo(assignment, file!.id)).expect(307);
    await tam!.get(headers['location']!).expect(200);
    await change(ilse!, assignment, []).expect(200);
    await tam!.get(pathTo(assignment, file!.id)).expect(404);
    await until(async () => (await tam!.get(headers['location']!)).status === 410);
  });

  it('are there again where what was taken back is given again, and with a copy of the course', async () => {
    const [file] = await bring(ilse!, [await pdfOf(1), 'a.pdf']);
    const first = await give([file!.id]);
    await ilse!.delete(`/api/assignments/${first}`).expect(204);
    const again = await give([file!.id]);
    expect(await onDesk(tam!, again)).toHaveLength(1);
    const { body } = await ilse!.post('/api/classes').send({ name: '11a', course: '' }).expect(201);
    const into = (body as { id: string }).id;
    await query("UPDATE assignment SET day = '2026-01-05' WHERE id = ?", [again]);
    const data = { from: ids['10a'], since: '2026-01-05', onto: '2031-01-06', ids: [again] };
    await ilse!.post(`/api/classes/${into}/copies`).send(data).expect(201);
    const rows = (await query('SELECT id FROM assignment WHERE classId = ?', [into])) as { id: string }[];
    await ilse!.get(pathTo(rows[0]!.id, file!.id)).expect(307);
  });

  it('lie in the storage as long as a row names them, and no longer', async () => {
    const [kept, left] = await bring(ilse!, [await pdfOf(1), 'kept.pdf'], [await pdfOf(1), 'left.pdf']);
    await give([kept!.id]);
    const keyOf = async (id: string) =>
      ((await query('SELECT fileKey FROM attachment WHERE id = ?', [id])) as [{ fileKey: string }])[0].fileKey;
    const [keptKey, leftKey] = [await keyOf(kept!.id), await keyOf(left!.id)];
    await query('UPDATE attachment SET createdAt = NOW() - INTERVAL 2 DAY');
    await daily('forget-attachments');
    expect(await test.app.get(FileClaims, { strict: false }).unnamed([keptKey, leftKey])).toEqual([leftKey]);
  });
});

async function daily(kind: string): Promise<void> {
  const jobs = test.app.get(JobsService, { strict: false });
  const { id } = await jobs.add({ kind, ownerId: null, subjectId: ids['ilse']!, input: {} });
  await until(async () => (await jobs.one(id)).state === 'done');
}

/** The first bytes of a HEIC photo. */
function heic(): Buffer {
  return Buffer.concat([
    Buffer.from([0, 0, 0, 24]),
    Buffer.from('ftypheic'),
    Buffer.alloc(16),
    Buffer.from('mif1heic'),
  ]);
}
