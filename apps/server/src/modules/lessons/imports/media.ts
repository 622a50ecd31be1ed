import { heightFor, PAGE_WIDTH, WIDE_HEIGHT } from '@oakbell/core/pages';
import { createHash } from 'node:crypto';
import { mkdtemp, readFile, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Problem } from '../../../platform/http/index.ts';
import { ffmpeg, probe } from '../../../platform/sound/index.ts';
import type { Storage } from '../../../platform/storage/index.ts';
import { clipKey } from '../lessons.rules.ts';
import { storePictureFile, type StoredPicture } from './pictures.ts';

/** The longest clip, in seconds: half an hour. */
const LONGEST_S = 30 * 60;
const NOTHING = Buffer.alloc(0);

/** What a sound or video file holds. */
export interface MediaFacts {
  readonly lengthMs: number;
  readonly moving: boolean;
}
export interface StoredClip extends MediaFacts {
  readonly clip: string;
  readonly poster: StoredPicture;
}

/** @throws Problem `clip-broken`, `clip-too-long` */
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
  if (found.seconds > LONGEST_S) {
    throw new Problem(
      422,
      'clip-too-long',
      `“${name}” is ${Math.ceil(found.seconds / 60)} minutes long; a clip can be ${LONGEST_S / 60}. Cut out the part you need.`,
    );
  }
  return { lengthMs: Math.round(found.seconds * 1000), moving };
}

/** A picture to stand for a clip, as a PNG file in `folder`: of the video near its start, or the shape of its sound. */
export async function posterOf(path: string, { lengthMs, moving }: MediaFacts, folder: string): Promise<string> {
  const poster = join(folder, 'poster.png');
  const [width, height] = [PAGE_WIDTH, WIDE_HEIGHT];
  const fit = `scale=${width}:${height}:force_original_aspect_ratio=decrease,pad=${width}:${height}:-1:-1:color=${GROUND}`;
  const wave = `color=c=${GROUND}:s=${width}x${height}[ground];[0:a]aformat=channel_layouts=mono,showwavespic=s=${width - 160}x300:colors=${SHAPE}[wave];[ground][wave]overlay=80:(H-h)/2`;
  const at = Math.min(1, lengthMs / 4000);
  const args = moving
    ? ['-ss', at.toFixed(3), '-i', path, '-vf', fit, '-frames:v', '1', '-y', poster]
    : ['-i', path, '-filter_complex', wave, '-frames:v', '1', '-y', poster];
  await ffmpeg(args, NOTHING);
  return poster;
}
/** The paper of a dark page, and what stands out on it. */
const GROUND = '0x22302d';
const SHAPE = '0xd8b26a';

/** Turns a file into a clip that every browser plays: H.264 to 1280 × 720 and AAC, its index in front. */
export async function storeClip(storage: Storage, path: string, name: string): Promise<StoredClip> {
  const facts = await checkMedia(path, name);
  const folder = await mkdtemp(join(tmpdir(), 'oakbell-clip-'));
  try {
    const made = join(folder, 'clip.mp4');
    const video = facts.moving
      ? [
          '-map',
          '0:v:0',
          '-vf',
          'scale=min(1280\\,iw):min(720\\,ih):force_original_aspect_ratio=decrease:force_divisible_by=2',
        ]
      : ['-vn'];
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
    await ffmpeg(
      ['-i', path, ...video, ...(facts.moving ? codec : []), ...sound, '-movflags', '+faststart', '-y', made],
      NOTHING,
    );
    const bytes = await readFile(made);
    const clip = createHash('sha256').update(bytes).digest('hex');
    if ((await storage.size(clipKey(clip))) === null) await storage.put(clipKey(clip), bytes);
    const poster = await storePictureFile(storage, await posterOf(path, facts, folder));
    return { ...facts, clip, poster: { ...poster, height: heightFor(PAGE_WIDTH, WIDE_HEIGHT) } };
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}
