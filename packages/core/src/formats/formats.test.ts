import {
  LONGEST_TAKE,
  manifestOf,
  PART_VERSION,
  readFilmPart,
  readManifest,
  readVoicePart,
  writeFilmPart,
  writeVoicePart,
  type VoicePart,
} from './index.ts';

const bytesOf = (text: string) => Uint8Array.from(text, (letter) => letter.charCodeAt(0));
/** A part with any header. */
function withHeader(header: object, rest: readonly number[] = []): Uint8Array {
  const head = bytesOf(JSON.stringify(header));
  return Uint8Array.from([head.length, 0, 0, 0, ...head, ...rest]);
}

describe('a part of a voice', () => {
  const part: VoicePart = {
    run: 1,
    startFrame: 9600,
    preSkip: 312,
    packets: [Uint8Array.of(1, 2, 3), Uint8Array.of(4)],
  };
  it('is read back as it was written, wherever its bytes lie', () => {
    const written = writeVoicePart(part);
    expect(readVoicePart(written)).toEqual(part);
    const within = new Uint8Array(written.length + 7);
    within.set(written, 7);
    expect(readVoicePart(within.subarray(7))).toEqual(part);
  });
  it('is none where bytes are missing, or the header is not ours', () => {
    const bytes = writeVoicePart(part);
    expect(readVoicePart(bytes.subarray(0, bytes.length - 1))).toBe('foreign');
    for (const text of ['not a part at all', '', 'ab']) expect(readVoicePart(bytesOf(text))).toBe('foreign');
    expect(readVoicePart(withHeader({ run: 0, startFrame: LONGEST_TAKE + 1, preSkip: 0 }))).toBe('foreign');
    expect(readVoicePart(withHeader({ run: 0, startFrame: 0, preSkip: 1e9 }))).toBe('foreign');
    expect(readVoicePart(withHeader({ run: -1, startFrame: 0, preSkip: 0 }))).toBe('foreign');
  });
  it('of before versions is read; one of a later version is told apart from a damaged one', () => {
    const header = { run: 0, startFrame: 0, preSkip: 312 };
    expect(readVoicePart(withHeader(header, [1, 0, 9]))).toMatchObject({ ...header, packets: [Uint8Array.of(9)] });
    expect(readVoicePart(withHeader({ version: PART_VERSION + 1, ...header }))).toBe('too-new');
    expect(readVoicePart(withHeader({ version: 'x', ...header }))).toBe('foreign');
  });
});

describe('a part of a film', () => {
  it('is read back as it was written, and is none without bytes', () => {
    const part = { run: 3, bytes: Uint8Array.of(0x1a, 0x45, 0xdf, 0xa3) };
    expect(readFilmPart(writeFilmPart(part))).toEqual(part);
    expect(readFilmPart(withHeader({ run: 3 }))).toBe('foreign');
    expect(readFilmPart(withHeader({ run: 1e6 }, [1]))).toBe('foreign');
    expect(readFilmPart(withHeader({ version: 2, run: 3 }, [1]))).toBe('too-new');
  });
});

describe('a manifest', () => {
  const shown = { pages: [], takes: [], captions: [], peaks: '' };
  const facts = { id: 'e', number: 1, title: 'Tides', kind: 'slides', length: 1, ...shown };
  const manifest = manifestOf({ ...facts, edits: { version: 2, segments: [] }, films: ['camera'] });
  it('is read as it was written', () => {
    expect(readManifest(JSON.parse(JSON.stringify(manifest)))).toEqual(manifest);
  });
  it('of before films and backdrops is read as of today', () => {
    const { films: _films, captions: _captions, ...older } = manifest;
    const board = { id: 'b', kind: 'board', height: 900, backdrop: 'squared' };
    expect(readManifest({ ...older, pages: [board] })).toMatchObject({
      films: [],
      captions: [],
      pages: [{ backdrop: { kind: 'squared' } }],
    });
  });
  it('of version 1, in which cards were takes, is read as of today', () => {
    const segments = [{ id: 'c', takeId: 'c', start: 0, end: 1, card: { title: '', line: '', ground: 'oak' } }];
    expect(readManifest({ ...manifest, version: 1, edits: { version: 1, segments } })).toMatchObject({
      version: 2,
      edits: { version: 2, segments: [{ id: 'c', card: { id: 'c', ground: 'oak' } }] },
    });
  });
  it('of a later version is told apart from what is none', () => {
    expect(readManifest({ ...manifest, version: 99 })).toBe('too-new');
    for (const value of [null, 'x', {}, { ...manifest, edition: 'else' }]) expect(readManifest(value)).toBe('foreign');
  });
});
