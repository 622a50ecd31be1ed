import { heightFor, PAGE_WIDTH, WIDE_HEIGHT } from '@oakbell/core/pages';
import { createHash } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { pipeline } from 'node:stream/promises';
import { BOUNDED, probe, QUIET, withFolder, type WorkFolder } from '../../platform/converters/index.ts';
import { Problem } from '../../platform/http/index.ts';
import type { Storage } from '../../platform/storage/index.ts';
import { clipKey } from '@oakbell/core/media';
import { LONGEST_CLIP_S, MOST_CLIP_PIXELS } from './limits.ts';
import { storePictureFile, type StoredPicture } from './pictures.ts';

/** What a sound or video file holds. */
export interface MediaFacts {
  readonly lengthMs: number;
  readonly moving: boolean;
  readonly hasSound: boolean;
}
export interface StoredClip extends MediaFacts {
  readonly clip: string;
  readonly poster: StoredPicture;
}

/** @throws Problem `clip-broken`, `clip-too-long`, `clip-too-large` */
export async function checkMedia(path: string, name: string): Promise<MediaFacts> {
  const found = await probe(path);
  // A cover picture inside a sound file is one frame and no video.
  const moving = found?.video !== null && found?.video !== undefined && !found.video.isStill;
  if (!found || found.seconds <= 0 || (!moving && !found.hasSound)) {
    throw new Problem(
      422,
      'clip-broken',
      `“${name}” is damaged, or holds no sound and no video that can be read. Save it as MP4 or MP3 and add that.`,
    );
  }
  if (found.seconds > LONGEST_CLIP_S) {
    throw new Problem(
      422,
      'clip-too-long',
      `“${name}” is ${Math.ceil(found.seconds / 60)} minutes long; a clip can be ${LONGEST_CLIP_S / 60}. Cut out the part you need.`,
    );
  }
  const { width = 0, height = 0 } = found.video ?? {};
  if (width * height > MOST_CLIP_PIXELS) {
    throw new Problem(
      422,
      'clip-too-large',
      `“${name}” is ${width} by ${height} pixels; a clip can be 4096 by 2304. Save it smaller and add that.`,
    );
  }
  return { lengthMs: Math.round(found.seconds * 1000), moving, hasSound: found.hasSound };
}

/** A picture to stand for a clip, as a PNG file in the clip's folder: of the video near its start, or the shape of its sound. */
export async function posterOf(folder: WorkFolder, clip: string, { lengthMs, moving }: MediaFacts): Promise<string> {
  const [width, height] = [PAGE_WIDTH, WIDE_HEIGHT];
  const fit = `scale=${width}:${height}:force_original_aspect_ratio=decrease,pad=${width}:${height}:-1:-1:color=${GROUND}`;
  const wave = `color=c=${GROUND}:s=${width}x${height}[ground];[0:a]aformat=channel_layouts=mono,showwavespic=s=${width - 160}x300:colors=${SHAPE}[wave];[ground][wave]overlay=80:(H-h)/2`;
  const at = Math.min(1, lengthMs / 4000);
  const args = moving
    ? ['-ss', at.toFixed(3), '-i', clip, '-vf', fit, '-frames:v', '1', '-y', 'poster.png']
    : ['-i', clip, '-filter_complex', wave, '-frames:v', '1', '-y', 'poster.png'];
  await folder.run({ program: 'ffmpeg', args: [...QUIET, ...BOUNDED, ...args], limits: { seconds: 120 } });
  return `${folder.path}/poster.png`;
}
/** The paper of a dark page, and what stands out on it. */
const GROUND = '0x22302d';
const SHAPE = '0xd8b26a';

/**
 * Turns a file into a clip that every browser plays: H.264 to 1280 × 720 and AAC, its index in front, and nothing of
 * what the file tells beside itself. Its length is what was really in it.
 */
export async function storeClip(storage: Storage, path: string, name: string): Promise<StoredClip> {
  const claimed = await checkMedia(path, name);
  return withFolder(async (folder) => {
    await folder.put('file', { file: path });
    const scale = 'scale=min(1280\\,iw):min(720\\,ih):force_original_aspect_ratio=decrease:force_divisible_by=2';
    const video = claimed.moving ? ['-map', '0:v:0', '-vf', scale] : ['-vn'];
    const codec = [
      '-c:v',
      'libx264',
      '-preset',
      'veryfast',
      '-crf',
      '24',
      '-pix_fmt',
      'yuv420p',
      '-g',
      '60',
      '-bf',
      '0',
    ];
    const sound = ['-map', '0:a:0?', '-c:a', 'aac', '-b:a', '96k', '-ac', '2'];
    const end = [
      '-t',
      `${LONGEST_CLIP_S}`,
      '-map_metadata',
      '-1',
      '-map_chapters',
      '-1',
      '-movflags',
      '+faststart',
      '-y',
    ];
    const args = ['-i', 'file', ...video, ...(claimed.moving ? codec : []), ...sound, ...end, 'clip.mp4'];
    await folder.run({
      program: 'ffmpeg',
      args: [...QUIET, ...BOUNDED, ...args],
      limits: { outputMb: LARGEST_CLIP_MB },
    });
    const made = `${folder.path}/clip.mp4`;
    const clip = await digestOf(made);
    await storage.putOnce(clipKey(clip), { file: made });
    const facts = await checkMedia(made, name);
    const poster = await storePictureFile(storage, await posterOf(folder, 'clip.mp4', facts));
    return { ...facts, clip, poster: { ...poster, height: heightFor(PAGE_WIDTH, WIDE_HEIGHT) } };
  });
}
/** Half an hour at a generous rate, in MiB. */
const LARGEST_CLIP_MB = 900;

async function digestOf(file: string): Promise<string> {
  const hash = createHash('sha256');
  await pipeline(createReadStream(file), hash);
  return hash.digest('hex');
}
