import { toFrames, toSeconds, type Micros } from '@oakbell/core/clock';
import type { FilmFile, FilmPiece, ProgrammeFilm } from '@oakbell/core/scene';
import {
  BOUNDED,
  ConverterError,
  probeIn,
  QUIET,
  withFolder,
  type Probed,
  type WorkFolder,
} from '../../platform/converters/index.ts';

/** Pictures a second of a programme film. */
const FPS = 30;
/** The paper of a dark page lies around what does not fill the picture. */
const GROUND = '0x22302d';
const LARGEST_CAMERA = 540;
const PAGE_SIZE = { width: 1280, height: 720 };

interface Cut {
  readonly film: ProgrammeFilm;
  readonly pieces: readonly FilmPiece[];
  /** Programme length: the film is as long, to a picture. */
  readonly length: Micros;
  /** Lends a file of this machine; does nothing where there is none, which leaves a blank. */
  readonly lend: (file: FilmFile, use: (path: string) => Promise<void>) => Promise<void>;
  /** Takes the film that was made. */
  readonly keep: (path: string) => Promise<void>;
}

/**
 * Cuts a film for a whole programme: H.264 in MP4, index in front, as long as the programme, blank where nothing is
 * seen. Each piece is made by itself with a counted number of pictures, so that no error adds up.
 * @param progress told the share that is done, 0…1
 */
export async function cutFilm(cut: Cut, progress: (share: number) => Promise<void>): Promise<void> {
  return withFolder(async (folder) => {
    const ffmpeg = (args: readonly string[]) => folder.run({ program: 'ffmpeg', args: [...QUIET, ...args] });
    const files = await localFiles(cut, folder);
    const size = sizeFor(cut.film, [...files.values()]);
    const plan = planOf(cut);
    const names: string[] = [];
    for (const [i, { piece, pictures }] of plan.entries()) {
      const path = `piece-${i}.mp4`;
      const file = piece && files.get(keyOf(piece.file));
      const made =
        piece && file && (await ffmpeg(pieceArgs({ piece, file, pictures, size, cut, path })).catch(blankInstead));
      if (!made) await ffmpeg(blankArgs(pictures, size, path));
      names.push(`file '${path}'`);
      await progress((i + 1) / (plan.length + 1));
    }
    await folder.put('list.txt', names.join('\n'));
    await ffmpeg(['-f', 'concat', '-safe', '1', '-i', 'list.txt', '-c', 'copy', '-movflags', '+faststart', 'film.mp4']);
    await cut.keep(`${folder.path}/film.mp4`);
  });
}
/** A piece that cannot be read is blank; one that was broken off is not. */
function blankInstead(failure: unknown): null {
  if (failure instanceof ConverterError && failure.fault === 'failed') return null;
  throw failure;
}

interface LocalFile extends Probed {
  readonly path: string;
}
interface Size {
  readonly width: number;
  readonly height: number;
}
/** A stretch of the film in whole pictures; without a piece it is blank. */
interface Stretch {
  readonly piece: FilmPiece | null;
  readonly pictures: number;
}

const keyOf = (file: FilmFile): string => (file.kind === 'run' ? `${file.takeId}-${file.run}` : file.clip);

async function localFiles({ pieces, lend }: Cut, folder: WorkFolder): Promise<ReadonlyMap<string, LocalFile>> {
  const files = new Map<string, LocalFile>();
  const wanted = new Map(pieces.map(({ file }) => [keyOf(file), file]));
  for (const [key, file] of wanted) {
    await lend(file, async (from) => {
      const path = `source-${files.size}`;
      await folder.put(path, { file: from });
      const found = await probeIn(folder, path);
      if (found?.video) files.set(key, { ...found, path });
    });
  }
  return files;
}

/** The programme on the grid of pictures: piece, blank, piece, with nothing left over at the end. */
function planOf({ pieces, length }: Cut): readonly Stretch[] {
  const plan: Stretch[] = [];
  let at = 0;
  const add = (piece: FilmPiece | null, until: number) => {
    if (until > at) plan.push({ piece, pictures: until - at });
    at = Math.max(at, until);
  };
  for (const piece of pieces) {
    add(null, toFrames(piece.start, FPS));
    add(piece, toFrames(piece.end, FPS));
  }
  add(null, Math.max(1, toFrames(length, FPS)));
  return plan;
}

function sizeFor(film: ProgrammeFilm, files: readonly LocalFile[]): Size {
  const video = files[0]?.video;
  if (film === 'page' || !video) return PAGE_SIZE;
  const even = (value: number) => Math.max(2, Math.round(value / 2) * 2);
  const height = Math.min(LARGEST_CAMERA, video.height);
  return { width: even((height * video.width) / video.height), height: even(height) };
}

const encoding = (pictures: number, path: string): readonly string[] => [
  ...['-frames:v', `${pictures}`, '-an', '-c:v', 'libx264', '-preset', 'veryfast', '-crf', '26', '-bf', '0'],
  ...['-g', '60', '-pix_fmt', 'yuv420p', '-video_track_timescale', '15360', '-y', path],
];

function blankArgs(pictures: number, { width, height }: Size, path: string): readonly string[] {
  return ['-f', 'lavfi', '-i', `color=c=${GROUND}:s=${width}x${height}:r=${FPS}`, ...encoding(pictures, path)];
}

interface PieceOrder {
  readonly piece: FilmPiece;
  readonly file: LocalFile;
  readonly pictures: number;
  readonly size: Size;
  readonly cut: Cut;
  readonly path: string;
}

function pieceArgs({ piece, file, pictures, size, cut, path }: PieceOrder): readonly string[] {
  const { width, height } = size;
  // Past its end a film holds its last picture: one must be there to be held.
  const last = Math.max(0, file.seconds - 2 / FPS);
  const from = file.seconds > 0 ? Math.min(toSeconds(piece.from), last) : toSeconds(piece.from);
  const seek = from > 0 ? ['-ss', from.toFixed(6)] : [];
  const start = from > 0 ? 0 : from;
  const fit =
    cut.film === 'camera'
      ? `scale=${width}:${height}:force_original_aspect_ratio=increase,crop=${width}:${height}`
      : `scale=${width}:${height}:force_original_aspect_ratio=decrease,pad=${width}:${height}:-1:-1:color=${GROUND}`;
  const filters = [
    ...(piece.held ? ['trim=end_frame=1'] : []),
    ...(piece.rate ? [`setpts=PTS/${piece.rate}`] : []),
    `fps=${FPS}:start_time=${(start / (piece.rate ?? 1)).toFixed(6)}:round=near`,
    `setpts=N/${FPS}/TB`,
    fit,
    'setsar=1',
    'tpad=stop=-1:stop_mode=clone',
  ];
  return [...seek, ...BOUNDED, '-i', file.path, '-map', '0:v:0', '-vf', filters.join(','), ...encoding(pictures, path)];
}
