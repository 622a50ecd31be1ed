/*
 * Which piece of which film is seen when: the programme's own film of the camera, or of what pages show, as a list
 * of pieces. A browser plays them one after another; the server cuts them into one file for an edition.
 */
import { fromMillis, micros, type Micros, type TimeRange } from '../clock/index.ts';
import { isTake, playedOf, speedOf, type Segment } from '../edits/index.ts';
import { intersect } from '../intervals/index.ts';
import type { TakeIndex } from '../log/index.ts';
import type { ClipPage, Page } from '../pages/index.ts';
import { FRAMING_MS } from './cameraLook.ts';
import type { SceneSource } from './scene.ts';

/** `camera`: the presenter. `page`: what a live window or a clip shows. */
export type ProgrammeFilm = 'camera' | 'page';

export type FilmFile =
  | { readonly kind: 'run'; readonly takeId: string; readonly run: number }
  | { readonly kind: 'clip'; readonly clip: string };

/** A piece of a film in the programme, start in, end out. */
export interface FilmPiece extends TimeRange {
  readonly file: FilmFile;
  /** The file's own time at the start; below 0 its first picture is held until then. */
  readonly from: Micros;
  /** One picture is held all the while. */
  readonly held: boolean;
  /** It runs so many times as fast as it was filmed; 1 when left out. */
  readonly rate?: number;
}
type TakePiece = Omit<FilmPiece, 'file'> & { readonly file: FilmFile };

/** Where a film begins a moment after it could have, its first picture stands in: a pause leaves such a hole. */
const HOLE = fromMillis(1000);

/** The pieces of one film, in rising programme time, none over another; empty where nothing is seen. */
export function filmPieces(film: ProgrammeFilm, { pages, programme, takes }: SceneSource): readonly FilmPiece[] {
  const pieces = programme.segments.flatMap((segment, i) => {
    const take = isTake(segment) && takes.get(segment.takeId);
    if (!take) return [];
    const at = programme.starts[i]!;
    return piecesOfTake(film, { pages, takeId: segment.takeId, take }).flatMap((piece) =>
      cut(piece, segment).map((one) => played(one, segment, at)),
    );
  });
  return withoutHoles(pieces);
}

/** A clip's sound in a take. */
export interface HeardClip extends TimeRange {
  readonly clip: string;
  /** The clip's own time at the start. */
  readonly from: Micros;
}

/** The clips to be heard in a take, in rising take time. */
export function clipsHeard(pages: readonly Page[], take: TakeIndex): readonly HeardClip[] {
  return take.clips.flatMap((stretch) => {
    const page = clipPage(pages, stretch.page);
    if (!page || !stretch.playing) return [];
    const end = micros(Math.min(stretch.end, stretch.start + page.lengthMs * 1000 - stretch.position));
    const { start, position } = stretch;
    return start < end ? [{ clip: page.clip, start, end, from: position }] : [];
  });
}

function piecesOfTake(
  film: ProgrammeFilm,
  { pages, takeId, take }: { pages: readonly Page[]; takeId: string; take: TakeIndex },
): readonly TakePiece[] {
  const kindOf = new Map(pages.map((page) => [page.id, page.kind]));
  const recorded = (kind: 'camera' | 'window', shown: readonly TimeRange[]) =>
    take.films.flatMap((run): readonly TakePiece[] => {
      if (run.film !== kind) return [];
      const file = { kind: 'run', takeId, run: run.run } as const;
      const whole = { start: run.start, end: run.end, file, from: run.delay, held: false };
      return shown.flatMap((range) => cut(whole, range));
    });
  // What is not shown does not leave the take: who hides the camera is not in the lesson.
  if (film === 'camera') return recorded('camera', take.cameraShown(fromMillis(FRAMING_MS)));
  const windows = recorded(
    'window',
    take.shownRanges((page) => kindOf.get(page) === 'window'),
  );
  return [...windows, ...clipPieces(pages, take)].sort((a, b) => a.start - b.start);
}

function clipPieces(pages: readonly Page[], take: TakeIndex): readonly TakePiece[] {
  return take.clips.flatMap(({ page: id, start, end, position, playing }): readonly TakePiece[] => {
    const page = clipPage(pages, id);
    if (!page) return [];
    const file = { kind: 'clip', clip: page.clip } as const;
    const over = micros(Math.min(end, start + page.lengthMs * 1000 - position));
    if (!playing || over <= start) return [{ start, end, file, from: position, held: true }];
    const last = micros(page.lengthMs * 1000);
    const played = { start, end: over, file, from: position, held: false };
    return over < end ? [played, { start: over, end, file, from: last, held: true }] : [played];
  });
}

function clipPage(pages: readonly Page[], id: string): ClipPage | null {
  const page = pages.find((one) => one.id === id);
  return page?.kind === 'clip' ? page : null;
}

function cut<P extends TakePiece>(piece: P, range: TimeRange): readonly P[] {
  return intersect([{ start: piece.start, end: piece.end }], [{ start: range.start, end: range.end }]).map(
    ({ start, end }) => ({
      ...piece,
      start,
      end,
      from: micros(piece.held ? piece.from : piece.from + start - piece.start),
    }),
  );
}

/** A piece in the time of the programme, whose segment begins `at`. */
const played = (piece: TakePiece, segment: Segment, at: Micros): FilmPiece => ({
  ...piece,
  start: micros(at + playedOf(segment, piece.start)),
  end: micros(at + playedOf(segment, piece.end)),
  ...(speedOf(segment) === 1 ? {} : { rate: speedOf(segment) }),
});

function withoutHoles(pieces: readonly FilmPiece[]): readonly FilmPiece[] {
  const closed: FilmPiece[] = [];
  let before = 0;
  for (const piece of pieces) {
    const hole = piece.start - before;
    const isSmall = hole > 0 && hole <= HOLE;
    closed.push(
      isSmall
        ? {
            ...piece,
            start: micros(before),
            from: micros(piece.held ? piece.from : piece.from - hole * (piece.rate ?? 1)),
          }
        : piece,
    );
    before = piece.end;
  }
  return closed;
}
