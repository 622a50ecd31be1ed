import { unzipSync } from 'fflate';
import { createHash, createPublicKey, verify } from 'node:crypto';
import { PDFArray, PDFDict, PDFDocument, PDFName, PDFString } from 'pdf-lib';
import supertest from 'supertest';
import { pictureOf } from '../testing/files.ts';
import { assign, newLesson, publish, record, rubricOf, until } from '../testing/lesson.ts';
import { addSchool, startTestApp, type TestApp } from '../testing/testApp.ts';
import { rawBytes } from '../testing/watching.ts';

type Agent = Awaited<ReturnType<TestApp['signedIn']>>;
let test: TestApp;
let lesson: string;
let ids: Readonly<Record<string, string>>;
let [ilse, tam]: Agent[] = [];
beforeAll(async () => {
  test = await startTestApp();
  ids = await addSchool(test);
  [ilse, tam] = [await test.signedIn('ilse'), await test.signedIn('tam')];
  lesson = (await newLesson(ilse)).id;
  await record(ilse, lesson, 1);
  await publish(ilse, lesson);
});
afterAll(() => test.close());

interface Row {
  readonly submissionId: string;
  readonly feedbackLessonId: string;
  readonly firstPicture: string | null;
}
/** Work that tam handed in twice: typed, and then as a picture. */
async function handedIn() {
  const assignment = await assign(ilse!, lesson, ids['10a']!);
  await tam!.put(`/api/assignments/${assignment}/hand-in/text`).send({ text: 'My plan' }).expect(200);
  await tam!
    .put(`/api/assignments/${assignment}/hand-in/files`)
    .attach('files', await pictureOf(400, 300), 'plan.png')
    .expect(200);
  const row = await until(async () => {
    const { body } = await ilse!.get(`/api/marking/${assignment}`);
    const [found] = (body as { queue: Row[] }).queue;
    return found?.firstPicture ? found : null;
  });
  return { assignment, hand: `/api/marking/hand-ins/${row.submissionId}`, ...row };
}
async function rubricFor(assignment: string) {
  const { body } = await ilse!.post('/api/rubrics').send(rubricOf('Plans')).expect(201);
  const { id, versionId } = body as { id: string; versionId: string };
  await ilse!.put(`/api/assignments/${assignment}/rubric`).send({ rubricId: id }).expect(204);
  return { versionId, choices: [{ criterion: 'plan', level: 'l3' }] };
}
const GIVEN = { points: 16, comment: 'Well drawn.', reason: 'As agreed', times: 2, revision: 0 };

describe('evidence of a hand-in', () => {
  const taken = async (hand: string) => {
    const { body } = await ilse!.get(`${hand}/evidence`).buffer(true).parse(rawBytes).expect(200);
    const files = unzipSync(body as Buffer);
    return { files, text: (path: string) => Buffer.from(files[path]!).toString() };
  };

  it('holds everything that was handed in, given and said, with the hash of each file', async () => {
    const { assignment, hand } = await handedIn();
    const rubric = await rubricFor(assignment);
    await ilse!
      .post(`${hand}/hand-back`)
      .send({ ...GIVEN, rubric })
      .expect(204);
    await tam!.post(`/api/assignments/${assignment}/feedback/words?again=yes`).send({ text: 'Why?' }).expect(201);
    const { files, text } = await taken(hand);
    const facts = JSON.parse(text('evidence.json')) as object;
    expect(facts).toMatchObject({
      evidence: 'oakbell.evidence',
      madeBy: { name: 'ilse' },
      handIn: {
        makers: [{ name: 'tam' }],
        handedIn: [
          { number: 1, kind: 'text', text: 'My plan', by: { name: 'tam' } },
          { number: 2, kind: 'file', files: [{ name: 'plan.png' }], pages: ['handed-in/2/page-1.webp'] },
        ],
      },
      marks: { points: 16, by: { name: 'ilse' }, rubric: { choices: rubric.choices } },
      said: [{ text: 'Why?', again: true, byTeacher: false }],
    });
    const sums = text('SHA256SUMS').trim().split('\n');
    expect(sums.map((line) => line.slice(66)).sort()).toEqual(
      Object.keys(files)
        .filter((path) => !['SHA256SUMS', 'SHA256SUMS.sig', 'key.pem'].includes(path))
        .sort(),
    );
    for (const line of sums)
      expect(createHash('sha256').update(files[line.slice(66)]!).digest('hex')).toBe(line.slice(0, 64));
  });

  it('is signed with the school’s key: whatever is changed in it is found', async () => {
    const { hand } = await handedIn();
    const { files, text } = await taken(hand);
    const { text: pem } = await supertest(test.http).get('/api/evidence/key').buffer(true).expect(200);
    expect(text('key.pem')).toBe(pem);
    const isSigned = (sums: string) => verify(null, Buffer.from(sums), createPublicKey(pem), files['SHA256SUMS.sig']!);
    expect(isSigned(text('SHA256SUMS'))).toBe(true);
    expect(isSigned(text('SHA256SUMS').replace(/^./, (letter) => (letter === '0' ? '1' : '0')))).toBe(false);
  });
});

describe('marks on paper', () => {
  const paperAt = async (by: Agent, path: string) => {
    const { body, headers } = await by.get(path).buffer(true).parse(rawBytes).expect(200);
    return { pdf: await PDFDocument.load(body as Buffer), name: headers['content-disposition'] as string };
  };

  it('are a PDF with a link to where they are seen and heard, named by the pattern of whoever marked', async () => {
    const { assignment, hand } = await handedIn();
    await ilse!.put('/api/preferences').send({ naming: '{class} {title} {learner}' }).expect(200);
    const rubric = await rubricFor(assignment);
    await tam!.get(`/api/assignments/${assignment}/feedback/paper`).expect(404);
    await ilse!.get(`${hand}/paper`).expect(409);
    const comment = 'What comes before the tide turns has to be in the plan. '.repeat(70).trim();
    await ilse!
      .post(`${hand}/hand-back`)
      .send({ ...GIVEN, comment, rubric })
      .expect(204);
    const own = await paperAt(tam!, `/api/assignments/${assignment}/feedback/paper`);
    expect(own.name).toContain('10a');
    expect(own.name).toContain('tam.pdf');
    expect(own.pdf.getPageCount()).toBe(2);
    const links = own.pdf.getPage(0).node.lookup(PDFName.of('Annots'), PDFArray);
    const action = links.lookup(0, PDFDict).lookup(PDFName.of('A'), PDFDict);
    expect(action.lookup(PDFName.of('URI'), PDFString).asString()).toMatch(
      new RegExp(String.raw`^http://[^/]+/feedback/${assignment}$`),
    );
    expect((await paperAt(ilse!, `${hand}/paper`)).pdf.getPageCount()).toBe(2);
  });
});
