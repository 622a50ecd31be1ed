import { DocumentBuilder, SwaggerModule } from '@nestjs/swagger';
import fc from 'fast-check';
import { connect } from 'node:net';
import { WebSocket } from 'ws';
import { COMPANION_PATH } from '../modules/companions/index.ts';
import { lockedPdf, odpOf, pdfOf, pictureOf, pptxOf } from '../testing/files.ts';
import { childrenNow, leftIn } from '../testing/footprint.ts';
import { newLesson } from '../testing/lesson.ts';
import { addSchool, PASSWORD, startTestApp, type TestApp } from '../testing/testApp.ts';
import { partsOf, speechLike } from '../testing/voiceParts.ts';

/*
 * Whatever arrives, the server goes on answering. Everything here is drawn from one seed, so that what fails once fails
 * again; another one is tried with OAKBELL_SEED.
 */
const SEED = Number(process.env['OAKBELL_SEED'] ?? 20_261);

let test: TestApp;
let port: number;
let teacher: Awaited<ReturnType<TestApp['signedIn']>>;
beforeAll(async () => {
  test = await startTestApp();
  await addSchool(test);
  ({ port } = test.http.address() as { port: number });
});
// Each test in a session of its own: nobody may ask for so much in one.
beforeEach(async () => void (teacher = await test.signedIn('ilse')));
afterAll(() => test.close());

const isUp = async () => expect((await fetch(`http://127.0.0.1:${port}/health/live`)).status).toBe(200);
async function isClean() {
  await isUp();
  expect(await childrenNow()).toEqual([]);
  expect(await leftIn(process.env['OAKBELL_WORK']!)).toEqual([]);
}

/** Values of every kind, small and strange. */
const odd = fc.oneof(
  { withCrossShrink: true },
  fc.jsonValue({ maxDepth: 4 }),
  fc.constantFrom<unknown>(
    null,
    '',
    '\0',
    '__proto__',
    -1,
    0,
    1e308,
    -1e308,
    2 ** 53,
    '🜨'.repeat(300),
    'x'.repeat(20_000),
    [],
    {},
    [[]],
    true,
  ),
  fc.uuid(),
);

describe('a server that is sent anything', () => {
  it('answers every body of every route without a failure of its own', async () => {
    const { paths } = SwaggerModule.createDocument(test.app, new DocumentBuilder().build());
    const routes = Object.entries(paths).flatMap(([path, item]) =>
      Object.entries(item as Readonly<Record<string, { requestBody?: unknown }>>).flatMap(
        ([method, { requestBody }]) => (requestBody && method !== 'get' ? [`${method} ${path}`] : []),
      ),
    );
    expect(routes.length).toBeGreaterThan(30);
    const { id, page } = await newLesson(teacher);
    const fields = [
      'title',
      'kind',
      'do',
      'undo',
      'redo',
      'number',
      'editionId',
      'revision',
      'pages',
      'things',
      'backdrop',
      'cues',
      'picked',
      'plays',
      'position',
      'naming',
      'pens',
      'text',
      'points',
      'dueAt',
      'lessonId',
      'classId',
      'x',
      'y',
      'width',
      'height',
      'at',
      'from',
      'to',
      'until',
      'current',
      'next',
      'withdrawn',
      'code',
      'name',
      'password',
    ];
    const body = fc.oneof(odd, fc.dictionary(fc.constantFrom(...fields), odd, { maxKeys: 8 }));
    await fc.assert(
      fc.asyncProperty(fc.constantFrom(...routes), body, async (route, sent) => {
        const [method, path] = route.split(' ') as ['post' | 'put' | 'patch', string];
        if (path === '/api/session' || path === '/api/password') return;
        const filled = path
          .replace('{id}', id)
          .replace('{page}', page)
          .replace('{track}', 'log')
          .replace('{number}', '0');
        const { status, body: answer } = await teacher[method](filled)
          .set('Content-Type', 'application/json')
          .send(JSON.stringify(sent));
        if (status >= 500) throw new Error(`${route} answered ${status}: ${JSON.stringify(answer)}`);
      }),
      { seed: SEED, numRuns: 400 },
    );
    await isClean();
  });

  it('takes every file, cut, swollen or with its bytes turned, for what it is or refuses it', async () => {
    const good = [
      await pdfOf(2),
      lockedPdf(),
      await pictureOf(60, 40),
      odpOf([{ title: 'a', notes: 'b' }]),
      pptxOf(['a', null]),
      Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"><rect width="9" height="9"/></svg>'),
    ];
    const { id } = await newLesson(teacher);
    const damage = fc.record({
      which: fc.nat(good.length - 1),
      cut: fc.double({ min: 0.02, max: 1, noNaN: true }),
      turned: fc.array(fc.tuple(fc.double({ min: 0, max: 0.999, noNaN: true }), fc.integer({ min: 0, max: 255 })), {
        maxLength: 30,
      }),
      repeated: fc.integer({ min: 1, max: 3 }),
      name: fc.constantFrom(
        'a.pdf',
        'a.png',
        'a.svg',
        'a.pptx',
        'a.mp4',
        '../../etc/passwd',
        'x'.repeat(300),
        '\u202e',
        '',
      ),
    });
    await fc.assert(
      fc.asyncProperty(damage, async ({ which, cut, turned, repeated, name }) => {
        const part = Buffer.from(good[which]!.subarray(0, Math.ceil(good[which]!.length * cut)));
        for (const [place, value] of turned) part[Math.floor(place * part.length)] = value;
        const file = Buffer.concat(Array.from({ length: repeated }, () => part));
        const { status, body } = await teacher.post(`/api/lessons/${id}/uploads`).attach('files', file, name || 'none');
        if (status >= 500) throw new Error(`answered ${status}: ${JSON.stringify(body)}`);
      }),
      { seed: SEED, numRuns: 60 },
    );
    await isClean();
  });

  it('keeps its feet with parts of takes that are torn, doubled or lie', async () => {
    const [part] = await partsOf(speechLike(1));
    const { id } = await newLesson(teacher);
    const bytes = fc.oneof(
      fc.uint8Array({ maxLength: 300 }).map((array) => Buffer.from(array)),
      fc.record({ run: odd, startFrame: odd, preSkip: odd }).map((header) => {
        const text = Buffer.from(JSON.stringify(header) ?? '');
        const head = Buffer.alloc(4);
        head.writeUInt32LE(text.length);
        return Buffer.concat([head, text, part!.bytes.subarray(60, 400)]);
      }),
      fc.nat(part!.bytes.length).map((end) => part!.bytes.subarray(0, end)),
    );
    await fc.assert(
      fc.asyncProperty(
        fc.uuid({ version: 4 }),
        bytes,
        fc.constantFrom('voice', 'log', 'film'),
        fc.record({ voiceParts: fc.nat(3), logParts: fc.nat(3), frames: fc.nat(500_000_000) }),
        async (take, sent, track, finish) => {
          await teacher.put(`/api/takes/${take}`).send({ lessonId: id, windowKey: 'fuzz-window', takeOver: true });
          const { createHash } = await import('node:crypto');
          const digest = createHash('sha256').update(sent).digest('hex');
          const put = await teacher
            .put(`/api/takes/${take}/parts/${track}/0`)
            .query({ digest })
            .set('Content-Type', 'application/octet-stream')
            .send(sent);
          const finished = await teacher.post(`/api/takes/${take}/finish`).send(finish);
          const kept = await teacher.post(`/api/takes/${take}/finish-as-sent`);
          for (const { status, body } of [put, finished, kept])
            if (status >= 500) throw new Error(`answered ${status}: ${JSON.stringify(body)}`);
        },
      ),
      { seed: SEED, numRuns: 60 },
    );
    await isClean();
  });

  it('outlives connections that stop halfway, send slowly, or lie about their length', async () => {
    const boundary = 'x'.repeat(20);
    const { id } = await newLesson(teacher);
    const heads = (length: number) =>
      `POST /api/lessons/${id}/uploads HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Type: multipart/form-data; boundary=${boundary}\r\nContent-Length: ${length}\r\n\r\n--${boundary}\r\nContent-Disposition: form-data; name="files"; filename="a.pdf"\r\n\r\n%PDF`;
    const talk = (text: string, end: 'reset' | 'end') =>
      new Promise<void>((resolve) => {
        const socket = connect(port, '127.0.0.1', () =>
          socket.write(text, () => (end === 'reset' ? socket.resetAndDestroy() : socket.end())),
        );
        socket.on('data', () => undefined);
        socket.on('error', () => resolve());
        socket.on('close', () => resolve());
      });
    for (const end of ['reset', 'end'] as const)
      for (const text of [
        heads(1e9),
        heads(20),
        heads(-5),
        'GET / HTTP/1.1\r\n',
        'GET /%%% HTTP/1.1\r\nHost: x\r\n\r\n',
        '\0\0\0\0',
        'POST /api/lessons HTTP/1.1\r\nHost: x\r\nTransfer-Encoding: chunked\r\n\r\nffffffffff\r\n',
        `GET /${'a'.repeat(100_000)} HTTP/1.1\r\n\r\n`,
      ])
        await talk(text, end);
    // One letter at a time, and then no more.
    await new Promise<void>((resolve) => {
      const socket = connect(port, '127.0.0.1');
      const letters = [...heads(500)];
      const next = (): void => {
        const letter = letters.shift();
        if (letter === undefined) return void socket.destroy();
        socket.write(letter, () => setImmediate(next));
      };
      socket.on('connect', next);
      socket.on('error', () => resolve());
      socket.on('close', () => resolve());
    });
    await isClean();
  });

  it('hears anything on the lines of companions, and goes on', async () => {
    const { id } = await newLesson(teacher);
    const room = (await teacher.post(`/api/lessons/${id}/companion-room`).expect(201)).body as {
      id: string;
      code: string;
    };
    const session = await teacher.post('/api/session').send({ name: 'ilse', password: PASSWORD });
    const cookie = String(session.headers['set-cookie']).split(';')[0]!;
    const joined = await teacher.post('/api/companion/join').send({ code: room.code }).expect(204);
    const token = String(joined.headers['set-cookie']).split(';')[0]!;
    const kinds = ['pen', 'pong', 'ping', 'page', 'marks', 'taken', 'let-in', 'cut-off', 'standing'];
    const message = fc.oneof(
      odd.map((value) => JSON.stringify(value) ?? ''),
      fc.string({ maxLength: 200 }),
      fc
        .record(
          { kind: fc.constantFrom(...kinds), n: odd, act: odd, to: odd, page: odd, marks: odd, pens: odd, t: odd },
          { requiredKeys: ['kind'] },
        )
        .map((value) => JSON.stringify(value)),
    );
    await fc.assert(
      fc.asyncProperty(
        fc.boolean(),
        fc.array(fc.tuple(message, fc.boolean()), { minLength: 1, maxLength: 8 }),
        async (isRoom, said) => {
          const query = isRoom ? `?room=${room.id}` : '';
          const socket = new WebSocket(`ws://127.0.0.1:${port}${COMPANION_PATH}${query}`, {
            headers: { cookie: isRoom ? cookie : token },
          });
          await new Promise<void>((resolve) => {
            socket.on('open', () => {
              for (const [text, binary] of said) socket.send(binary ? Buffer.from(text) : text);
              socket.close();
            });
            socket.on('error', () => undefined);
            socket.on('close', () => resolve());
          });
        },
      ),
      { seed: SEED, numRuns: 100 },
    );
    await isClean();
  });
});
