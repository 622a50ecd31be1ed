import { logHeaderText } from '@oakbell/core/log';
import type { CaptureReport, TakeFacts } from './captureProtocol.ts';
import { writeFilmPart } from '@oakbell/core/formats';
import { framed } from './filmParts.ts';
import { CaptureWorker } from './captureWorker.ts';
import type { Wire, WireAnswer } from './partSender.ts';
import { memoryDisk, type MemoryDisk } from './memoryDisk.ts';

const facts: TakeFacts = {
  takeId: 'take-1',
  personId: 'person-1',
  lessonId: 'lesson-1',
  windowKey: 'window-1',
  openedAt: '2026-03-02T08:00:00Z',
  takeOver: false,
};
const event = (at: number) => `${JSON.stringify({ kind: 'page', at, page: 'p' })}\n`;

/** An encoder that makes one packet of four bytes for each 960 samples. */
class PlainEncoder {
  encodeQueueSize = 0;
  #samples = 0;
  readonly #output: (chunk: unknown, metadata: unknown) => void;
  constructor({ output }: { output: (chunk: unknown, metadata: unknown) => void }) {
    this.#output = output;
  }
  configure(): void {}
  encode(data: { numberOfFrames: number }): void {
    this.#samples += data.numberOfFrames;
    for (; this.#samples >= 960; this.#samples -= 960) {
      this.#output({ byteLength: 4, copyTo: (bytes: Uint8Array) => bytes.fill(7) }, {});
    }
  }
  flush(): Promise<void> {
    return Promise.resolve();
  }
  close(): void {}
}
class PlainData {
  readonly numberOfFrames: number;
  constructor({ numberOfFrames }: { numberOfFrames: number }) {
    this.numberOfFrames = numberOfFrames;
  }
  close(): void {}
}

const joined = (pieces: readonly Uint8Array[]) => Uint8Array.from(pieces.flatMap((piece) => [...piece]));

interface Sent {
  readonly method: string;
  readonly path: string;
  readonly body: unknown;
}

function bench(answers: Record<string, WireAnswer> = {}, disk: MemoryDisk = memoryDisk()) {
  Object.defineProperty(globalThis, 'navigator', {
    value: { storage: disk.storage, locks: undefined },
    configurable: true,
  });
  Object.assign(globalThis, { AudioEncoder: PlainEncoder, AudioData: PlainData });
  const sent: Sent[] = [];
  const reports: CaptureReport[] = [];
  const wire: Wire = {
    send: (method, path, body) => {
      const plain = path.split('?')[0]!;
      sent.push({ method, path: plain, body });
      return Promise.resolve(answers[plain] ?? { status: 200, body: {} });
    },
    pause: () => new Promise((resolve) => setTimeout(resolve, 1)),
  };
  const worker = new CaptureWorker(wire, (report) => reports.push(report));
  const channel = { onmessage: null as ((event: { data: unknown }) => void) | null };
  const begin = () => worker.handle({ kind: 'begin', facts, samples: channel as unknown as MessagePort });
  const hear = (frames: number) => channel.onmessage?.({ data: new Int16Array(frames) });
  const close = () => channel.onmessage?.({ data: 'closed' });
  const until = async (kind: CaptureReport['kind']) => {
    for (let i = 0; i < 400; i += 1) {
      const found = reports.find((report) => report.kind === kind);
      if (found) return found;
      await new Promise((resolve) => setTimeout(resolve, 5));
    }
    throw new Error(`no report of ${kind}; there were ${reports.map((report) => report.kind).join(', ')}`);
  };
  const sentLog = () =>
    sent
      .filter(({ path }) => path.includes('/parts/log/'))
      .map(({ body }) => new TextDecoder().decode(body as Uint8Array))
      .join('');
  return { worker, begin, hear, close, until, sent, sentLog, reports, disk };
}

describe('capturing a take', () => {
  it('stores and sends everything, header first, even what comes before the storage is open', async () => {
    const { worker, begin, hear, close, until, sent, sentLog, disk } = bench();
    const begun = begin();
    void worker.handle({ kind: 'log', text: event(0) });
    hear(960);
    await begun;
    hear(960);
    void worker.handle({ kind: 'log', text: event(10) });
    close();
    await worker.handle({ kind: 'finish', closings: 1 });
    expect(await until('finished')).toMatchObject({ frames: 1920 });
    const log = logHeaderText() + event(0) + event(10);
    expect(sentLog()).toBe(log);
    expect(disk.text('takes/take-1/log.ndjson')).toBe(log);
    expect(disk.size('takes/take-1/voice.pcm')).toBe(1920 * 2);
    const finish = sent.find(({ path }) => path.endsWith('/finish'))!;
    expect(finish.body).toMatchObject({ frames: 1920, voiceParts: 1 });
  });
  it('finishes only when every pause and the end have been heard, in whatever order the lines arrive', async () => {
    const { worker, begin, hear, close, until, reports } = bench();
    await begin();
    hear(960);
    close();
    void worker.handle({ kind: 'finish', closings: 2 });
    await new Promise((resolve) => setTimeout(resolve, 30));
    expect(reports.some((report) => report.kind === 'recorded')).toBe(false);
    hear(480);
    close();
    expect(await until('recorded')).toMatchObject({ frames: 1440 });
  });
  it('plays at once from the browser’s own storage', async () => {
    const { worker, begin, hear, close, until } = bench();
    await begin();
    hear(4800);
    close();
    await worker.handle({ kind: 'finish', closings: 1 });
    const recorded = await until('recorded');
    if (recorded.kind !== 'recorded') throw new Error('unreachable');
    const bytes = new DataView(await recorded.voice!.arrayBuffer());
    expect(bytes.byteLength).toBe(44 + 9600);
    expect([bytes.getUint32(40, true), bytes.getUint32(24, true)]).toEqual([9600, 48_000]);
  });
  it('goes on from memory when the storage is full, says so once, and loses nothing', async () => {
    const disk = memoryDisk(3000);
    const { worker, begin, hear, close, until, reports, sent } = bench({}, disk);
    await begin();
    for (let i = 0; i < 10; i += 1) hear(960);
    close();
    await worker.handle({ kind: 'finish', closings: 1 });
    expect(await until('finished')).toMatchObject({ frames: 9600 });
    expect(reports.filter((report) => report.kind === 'storage-full')).toHaveLength(1);
    expect(sent.find(({ path }) => path.endsWith('/finish'))!.body).toMatchObject({ frames: 9600 });
  });
  it('stores films beside the voice and gives them out by run, so that they can be seen at once', async () => {
    const { worker, begin, hear, close, until, sent, disk } = bench();
    const begun = begin();
    void worker.handle({ kind: 'film', run: 0, bytes: new Uint8Array([1, 2]) });
    await begun;
    hear(960);
    await worker.handle({ kind: 'film', run: 1, bytes: new Uint8Array([3]) });
    await worker.handle({ kind: 'film', run: 0, bytes: new Uint8Array([4]) });
    void worker.handle({ kind: 'finish', closings: 1 });
    close();
    const recorded = await until('recorded');
    const films = recorded.kind === 'recorded' ? recorded.films : new Map<number, Blob>();
    const bytes = async (run: number) => [...new Uint8Array(await films.get(run)!.arrayBuffer())];
    expect([await bytes(0), await bytes(1)]).toEqual([[1, 2, 4], [3]]);
    await until('finished');
    expect(sent.filter(({ path }) => path.includes('/parts/film/'))).toHaveLength(3);
    expect(disk.size('takes/take-1/film.parts')).toBeGreaterThan(0);
  });
  it('gives up storing a film rather than the voice when the storage is full; the film is still sent', async () => {
    const disk = memoryDisk(9000);
    const { worker, begin, hear, close, until, sent, reports } = bench({}, disk);
    await begin();
    hear(960);
    for (let i = 0; i < 3; i += 1) await worker.handle({ kind: 'film', run: 0, bytes: new Uint8Array(3000) });
    hear(480);
    void worker.handle({ kind: 'finish', closings: 1 });
    close();
    await until('finished');
    expect(disk.size('takes/take-1/voice.pcm')).toBe(2880);
    expect(disk.size('takes/take-1/film.parts')).toBe(0);
    expect(sent.filter(({ path }) => path.includes('/parts/film/'))).toHaveLength(3);
    expect(reports.map((report) => report.kind)).not.toContain('storage-full');
  });
  it('leaves nothing behind when it is thrown away', async () => {
    const { worker, begin, hear, sent, disk } = bench();
    await begin();
    hear(960);
    await worker.handle({ kind: 'discard' });
    expect(disk.size('takes/take-1/voice.pcm')).toBeNull();
    expect(sent.at(-1)).toMatchObject({ method: 'POST', path: '/api/takes/take-1/discard' });
  });
});

describe('taking up a take that was left', () => {
  function left(frames: number, log: string): MemoryDisk {
    const disk = memoryDisk();
    disk.put('takes/take-1/take.json', new TextEncoder().encode(JSON.stringify(facts)));
    disk.put('takes/take-1/voice.pcm', new Uint8Array(frames * 2));
    disk.put('takes/take-1/log.ndjson', new TextEncoder().encode(log));
    return disk;
  }
  const arrived = (body: object): Record<string, WireAnswer> => ({
    '/api/takes/take-1/arrived': { status: 200, body: { state: 'open', ...body } },
  });

  it('sends all of it when the server never heard of it, without the line that was torn', async () => {
    const log = logHeaderText() + event(0);
    const answers = { '/api/takes/take-1/arrived': { status: 404, body: {} } };
    const { worker, until, sentLog, sent, disk } = bench(answers, left(48_000, `${log}{"kind":"pa`));
    await worker.handle({ kind: 'recover', facts });
    expect(await until('finished')).toMatchObject({ frames: 48_000 });
    expect(sentLog()).toBe(log);
    expect(sent.find(({ path }) => path.endsWith('/finish'))!.body).toMatchObject({ frames: 48_000, logParts: 1 });
    expect(disk.size('takes/take-1/voice.pcm')).toBeNull();
  });
  it('sends only what the server lacks, as a run of its own', async () => {
    const first = logHeaderText() + event(0);
    const there = { voiceParts: 3, logParts: 2, filmParts: 1, logBytes: first.length, voiceFrames: 28_488, nextRun: 1 };
    const disk = left(48_000, first + event(7));
    const film = [
      writeFilmPart({ run: 0, bytes: new Uint8Array([1]) }),
      writeFilmPart({ run: 0, bytes: new Uint8Array([2, 3]) }),
    ];
    // The last part was torn by the crash.
    disk.put('takes/take-1/film.parts', joined([...film.map(framed), new Uint8Array([200, 0, 0, 0, 9])]));
    const { worker, until, sent, sentLog } = bench(arrived(there), disk);
    await worker.handle({ kind: 'recover', facts });
    await until('finished');
    const parts = sent.filter(({ path }) => path.includes('/parts/voice/'));
    expect(parts.map(({ path }) => path)).toEqual(['/api/takes/take-1/parts/voice/3']);
    const bytes = parts[0]!.body as Uint8Array;
    const header = JSON.parse(new TextDecoder().decode(bytes.slice(4, 4 + bytes[0]!))) as object;
    expect(header).toMatchObject({ run: 1, startFrame: 28_488, preSkip: 312 });
    expect(sentLog()).toBe(event(7));
    expect(sent.find(({ path }) => path.endsWith('/finish'))!.body).toEqual({
      voiceParts: 4,
      logParts: 3,
      filmParts: 2,
      frames: 48_000,
    });
    const films = sent.filter(({ path }) => path.includes('/parts/film/'));
    expect(films.map(({ path, body }) => [path, body])).toEqual([['/api/takes/take-1/parts/film/1', film[1]]]);
  });
  it('only clears up when the server has it whole already', async () => {
    const { worker, until, sent, disk } = bench(arrived({ state: 'finished' }), left(960, logHeaderText()));
    await worker.handle({ kind: 'recover', facts });
    await until('finished');
    expect(sent.map(({ method }) => method)).toEqual(['GET']);
    expect(disk.size('takes/take-1/log.ndjson')).toBeNull();
  });
});
