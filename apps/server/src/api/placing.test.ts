import sharp from 'sharp';
import { odpOf, pdfOf } from '../testing/files.ts';
import { imported, newLesson, publish, record, until } from '../testing/lesson.ts';
import { manifestOf, pictureIn } from '../testing/watching.ts';
import { addSchool, startTestApp, type TestApp } from '../testing/testApp.ts';

let test: TestApp;
let teacher: Awaited<ReturnType<TestApp['signedIn']>>;
beforeAll(async () => {
  test = await startTestApp();
  await addSchool(test);
  teacher = await test.signedIn('ilse');
});
afterAll(() => test.close());

interface Page {
  readonly id: string;
  readonly picture: string | null;
  readonly smallPicture: string | null;
  readonly height: number;
  readonly cues: string;
  readonly things: readonly object[];
  readonly backdrop: { readonly kind: string } | null;
}
const pagesOf = async (id: string) =>
  ((await teacher.get(`/api/lessons/${id}`).expect(200)).body as { pages: Page[] }).pages;
interface Upload {
  readonly id: string;
  readonly state: string;
  readonly pages: number;
  readonly hasNotes: boolean;
  readonly failure: string;
}
const upload = async (id: string, name: string, bytes: Buffer) =>
  ((await teacher.post(`/api/lessons/${id}/uploads`).attach('files', bytes, name).expect(201)).body as Upload[])[0]!;
const png = (width: number, height: number, colour: string) =>
  sharp({ create: { width, height, channels: 3, background: colour } })
    .png()
    .toBuffer();
const box = { id: 'b', kind: 'box', x: 1, y: 2, width: 30, height: 40, colour: '#26221b', stroke: 3 };

describe('pages picked from a file', () => {
  it('are only those that were picked, in the order of the file, and can be looked at before', async () => {
    const { id } = await newLesson(teacher);
    const file = await upload(id, 'tides.pdf', await pdfOf(4));
    expect(file).toMatchObject({ state: 'ready', pages: 4, hasNotes: false });
    const preview = await teacher.get(`/api/lessons/${id}/uploads/${file.id}/pages/3`).redirects(1).expect(200);
    expect((await sharp(preview.body as Buffer).metadata()).width).toBe(480);
    await teacher.get(`/api/lessons/${id}/uploads/${file.id}/pages/5`).expect(404);
    await teacher
      .post(`/api/lessons/${id}/picked-pages`)
      .send({ picked: [{ upload: file.id, pages: [2, 4] }] })
      .expect(201);
    expect(await imported(teacher, id)).toBe(3);
    // The same page can be picked once more.
    await teacher
      .post(`/api/lessons/${id}/picked-pages`)
      .send({ picked: [{ upload: file.id, pages: [2] }] })
      .expect(201);
    await until(async () => (await pagesOf(id)).length === 4);
    await teacher
      .post(`/api/lessons/${id}/picked-pages`)
      .send({ picked: [{ upload: file.id, pages: [] }] })
      .expect(422);
    await teacher
      .post(`/api/lessons/${id}/picked-pages`)
      .send({ picked: [{ upload: file.id, pages: [9] }] })
      .expect(404);
  });
  it('of slides are drawn by the job process, and their notes become cues', async () => {
    const { id } = await newLesson(teacher);
    const file = await upload(
      id,
      'tides.odp',
      odpOf([{ title: 'Tides', notes: 'Ask &lt;them&gt; first' }, { title: 'Neaps' }]),
    );
    expect(file).toMatchObject({ state: 'converting', pages: 2, hasNotes: true });
    await teacher.get(`/api/lessons/${id}/uploads/${file.id}/pages/1`).expect(409);
    const ready = await until(async () => {
      const now = (await teacher.get(`/api/lessons/${id}/uploads/${file.id}`)).body as Upload;
      if (now.state === 'failed') throw new Error(now.failure);
      return now.state === 'ready' ? now : null;
    });
    expect(ready.pages).toBe(2);
    await teacher
      .post(`/api/lessons/${id}/picked-pages`)
      .send({ picked: [{ upload: file.id, pages: [1, 2] }] })
      .expect(201);
    expect(await imported(teacher, id)).toBe(3);
    expect((await pagesOf(id)).map((page) => page.cues)).toEqual(['', '<p>Ask &lt;them&gt; first</p>', '']);
  });
  it('of a torn slide file fail with a clear word, and the lesson is as it was', async () => {
    const { id } = await newLesson(teacher);
    const answer = await teacher
      .post(`/api/lessons/${id}/uploads`)
      .attach('files', odpOf([{ title: 'a' }]).subarray(0, 300), 'torn.odp')
      .expect(422);
    expect((answer.body as { code: string }).code).toBe('slides-broken');
    const old = Buffer.concat([Buffer.from('d0cf11e0a1b11ae1', 'hex'), Buffer.from('EncryptedPackage', 'utf16le')]);
    expect(
      (await teacher.post(`/api/lessons/${id}/uploads`).attach('files', old, 'locked.pptx').expect(422)).body,
    ).toMatchObject({ code: 'slides-encrypted' });
    expect(await pagesOf(id)).toHaveLength(1);
  });
  it('of a drawing are drawn large, whatever its own size', async () => {
    const { id } = await newLesson(teacher);
    const svg = Buffer.from(
      '<svg xmlns="http://www.w3.org/2000/svg" width="160" height="90"><script>x</script><circle cx="80" cy="45" r="40"/></svg>',
    );
    const file = await upload(id, 'circle.svg', svg);
    await teacher
      .post(`/api/lessons/${id}/picked-pages`)
      .send({ picked: [{ upload: file.id, pages: [1] }] })
      .expect(201);
    await imported(teacher, id);
    const page = (await pagesOf(id))[1]!;
    expect(page.height).toBe(900);
    const picture = await teacher.get(`/api/lessons/${id}/pictures/${page.picture}`).redirects(1).expect(200);
    expect((await sharp(picture.body as Buffer).metadata()).width).toBe(1920);
  });
});

describe('things on a page', () => {
  it('are kept as they were placed, and refused where they cannot be', async () => {
    const { id, page } = await newLesson(teacher);
    const put = (things: object[]) => teacher.put(`/api/lessons/${id}/pages/${page}/things`).send({ things });
    await put([box]).expect(200);
    expect((await pagesOf(id))[0]!.things).toEqual([box]);
    expect((await put([{ ...box, stroke: -1 }]).expect(422)).body).toMatchObject({ code: 'bad-things' });
    expect((await put([{ ...box, kind: 'picture', picture: 'f'.repeat(64) }]).expect(422)).body).toMatchObject({
      code: 'picture-missing',
    });
    expect((await pagesOf(id))[0]!.things).toEqual([box]);
  });
  it('can be a piece cut out of a PDF, sharper than the page’s own picture', async () => {
    const { id, page } = await newLesson(teacher);
    const file = await upload(id, 'sheet.pdf', await pdfOf(1));
    const cut = { upload: file.id, number: 1, x: 0.1, y: 0.1, width: 0.25, height: 0.2 };
    const piece = (await teacher.post(`/api/lessons/${id}/cut-outs`).send(cut).expect(201)).body as {
      digest: string;
      width: number;
    };
    expect(piece.width).toBeGreaterThan(1400);
    await teacher
      .put(`/api/lessons/${id}/pages/${page}/things`)
      .send({ things: [{ ...box, kind: 'picture', picture: piece.digest }] })
      .expect(200);
    await teacher.get(`/api/lessons/${id}/pictures/${piece.digest}`).redirects(1).expect(200);
    await teacher
      .post(`/api/lessons/${id}/cut-outs`)
      .send({ ...cut, x: 1, width: 0.1 })
      .expect(422);
    const bo = await test.signedIn('bo');
    await bo.get(`/api/lessons/${id}/pictures/${piece.digest}`).expect(404);
    const other = await newLesson(bo);
    // Another teacher cannot show it by its digest either.
    await bo
      .put(`/api/lessons/${other.id}/pages/${other.page}/things`)
      .send({ things: [{ ...box, kind: 'picture', picture: piece.digest }] })
      .expect(422);
  });
  it('reach learners with the edition, pictures and all', async () => {
    const { id, page } = await newLesson(teacher);
    const [asset] = (
      await teacher
        .post(`/api/lessons/${id}/assets`)
        .attach('files', await png(300, 200, 'navy'), 'a.png')
        .expect(201)
    ).body as { digest: string }[];
    await teacher
      .put(`/api/lessons/${id}/pages/${page}/things`)
      .send({ things: [{ ...box, kind: 'picture', picture: asset!.digest }] })
      .expect(200);
    await record(teacher, id, 2);
    const edition = await publish(teacher, id);
    const manifest = await manifestOf(teacher, edition.id);
    expect(manifest.pages[0]!.things).toHaveLength(1);
    await teacher.get(await pictureIn(teacher, edition.id, asset!.digest)).expect(200);
  });
});

describe('boards and copies', () => {
  it('change their backdrop, and keep the old one when the new one makes no sense', async () => {
    const { id, page } = await newLesson(teacher);
    const put = (backdrop: object) => teacher.put(`/api/lessons/${id}/pages/${page}/backdrop`).send({ backdrop });
    const axis = { from: -5, to: 5, step: 1, label: 'x' };
    await put({ kind: 'axes', x: axis, y: axis, origin: [0, 0], grid: true, dark: true }).expect(200);
    await put({ kind: 'number-line', x: { ...axis, to: -9 } }).expect(422);
    expect((await pagesOf(id))[0]!.backdrop).toMatchObject({ kind: 'axes', dark: true });
  });
  it('are duplicated beside the original with what is on them', async () => {
    const { id, page } = await newLesson(teacher);
    await teacher.put(`/api/lessons/${id}/pages/${page}/things`).send({ things: [box] });
    await teacher.put(`/api/lessons/${id}/pages/${page}/cues`).send({ cues: '<p>Slowly <script>x</script></p>' });
    await teacher.post(`/api/lessons/${id}/pages/${page}/duplicate`).expect(201);
    const pages = await pagesOf(id);
    expect(pages.map((one) => one.cues)).toEqual(['<p>Slowly </p>', '<p>Slowly </p>']);
    expect(pages[1]!.things).toEqual([box]);
    expect(pages[1]!.id).not.toBe(page);
  });
  it('keep ink and cues when a picture is replaced, and the old picture comes back', async () => {
    const { id } = await newLesson(teacher);
    const first = await upload(id, 'typo.png', await png(1600, 900, 'white'));
    await teacher.post(`/api/lessons/${id}/picked-pages`).send({ picked: [{ upload: first.id, pages: [1] }] });
    await imported(teacher, id);
    const before = (await pagesOf(id))[1]!;
    await teacher.put(`/api/lessons/${id}/pages/${before.id}/cues`).send({ cues: '<p>Say it</p>' });
    const second = await upload(id, 'right.png', await png(1600, 1200, 'pink'));
    await teacher
      .put(`/api/lessons/${id}/pages/${before.id}/picture`)
      .send({ upload: second.id, number: 1 })
      .expect(200);
    const after = (await pagesOf(id))[1]!;
    expect(after).toMatchObject({ id: before.id, cues: '<p>Say it</p>', height: 1200 });
    expect(after.picture).not.toBe(before.picture);
    const { picture, smallPicture, height } = before;
    await teacher
      .put(`/api/lessons/${id}/pages/${before.id}/picture`)
      .send({ picture, smallPicture, height })
      .expect(200);
    expect((await pagesOf(id))[1]).toMatchObject({ picture, height });
    await teacher
      .put(`/api/lessons/${id}/pages/${before.id}/picture`)
      .send({ picture: 'a'.repeat(64), smallPicture, height })
      .expect(404);
  });
  it('begin a lesson: all pages of another, with an opening before them; never those of someone else', async () => {
    const from = await newLesson(teacher, 'Template');
    await teacher.put(`/api/lessons/${from.id}/pages/${from.page}/things`).send({ things: [box] });
    const opening = await newLesson(teacher, 'Opening');
    await teacher
      .put(`/api/lessons/${opening.id}/pages/${opening.page}/backdrop`)
      .send({ backdrop: { kind: 'blank', dark: true } });
    await teacher
      .post('/api/library/changes')
      .send({ ids: [opening.id], savedAs: 'opening' })
      .expect(204);
    const made = (
      await teacher
        .post('/api/lessons')
        .send({ kind: 'worked', title: 'New', from: from.id, opening: opening.id })
        .expect(201)
    ).body as { pages: Page[] };
    expect(made.pages.map((page) => [page.backdrop?.kind, page.things.length])).toEqual([
      ['blank', 0],
      ['squared', 1],
    ]);
    const bo = await test.signedIn('bo');
    await bo.post('/api/lessons').send({ kind: 'worked', title: 'Taken', from: from.id }).expect(404);
  });
});

describe('courses, units and what is set once', () => {
  it('hold lessons, which stay when their unit goes', async () => {
    const course = (await teacher.post('/api/courses').send({ name: 'Coastal navigation' }).expect(201)).body as {
      id: string;
    };
    const unit = (await teacher.post(`/api/courses/${course.id}/units`).send({ name: 'Tides' }).expect(201)).body as {
      id: string;
    };
    const { id } = await newLesson(teacher);
    await teacher.patch(`/api/lessons/${id}`).send({ goal: 'Say how deep it is', targetMs: 240_000 }).expect(200);
    await teacher
      .post('/api/library/changes')
      .send({ ids: [id], unitId: unit.id })
      .expect(204);
    expect((await teacher.get('/api/courses')).body).toMatchObject([
      { name: 'Coastal navigation', units: [{ id: unit.id, name: 'Tides' }] },
    ]);
    await teacher.delete(`/api/courses/${course.id}`).expect(204);
    expect((await teacher.get(`/api/lessons/${id}`)).body).toMatchObject({
      unitId: null,
      goal: 'Say how deep it is',
      targetMs: 240_000,
    });
    expect((await teacher.get('/api/courses')).body).toEqual([]);
  });
  it('belong to one teacher', async () => {
    const course = (await teacher.post('/api/courses').send({ name: 'Mine' }).expect(201)).body as { id: string };
    const bo = await test.signedIn('bo');
    await bo.post(`/api/courses/${course.id}/units`).send({ name: 'x' }).expect(404);
    await bo.delete(`/api/courses/${course.id}`).expect(404);
    expect((await bo.get('/api/courses')).body).toEqual([]);
  });
  it('refuse a naming pattern with a field that is none, and pens that cannot be', async () => {
    await teacher.put('/api/preferences').send({ naming: '{class} · {title}' }).expect(200);
    expect((await teacher.put('/api/preferences').send({ naming: '{lesson}' }).expect(422)).body).toMatchObject({
      code: 'bad-naming',
    });
    await teacher
      .put('/api/preferences')
      .send({ pens: [{ name: 'Red', colour: 'red', width: 5 }] })
      .expect(422);
    expect((await teacher.get('/api/preferences')).body).toMatchObject({ naming: '{class} · {title}' });
  });
});

it('what was said again is not in the lesson, and the take tells of its rests and its pace', async () => {
  const { id, page } = await newLesson(teacher);
  await teacher
    .put(`/api/lessons/${id}/pages/${page}/cues`)
    .send({ cues: `<p>${'one two three four five '.repeat(6)}</p>` });
  const at = (seconds: number) => Math.round(seconds * 1e6) as never;
  const take = await record(teacher, id, 6, [
    { kind: 'page', at: at(0), page },
    { kind: 'said-again', at: at(4), to: at(1) },
  ]);
  const { edits } = (await teacher.get(`/api/lessons/${id}`)).body as {
    edits: { segments: { start: number; end: number }[] };
  };
  expect(edits.segments.map(({ start, end }) => [start, end])).toEqual([
    [0, 1e6],
    [4e6, 6e6],
  ]);
  expect((await teacher.get(`/api/takes/${take}/analysis`).expect(200)).body).toMatchObject({ silentWriting: [] });
  const { wordsPerMinute } = (await teacher.get('/api/speaking-rate')).body as { wordsPerMinute: number };
  expect(wordsPerMinute).toBe(220);
});
