import { heightFor } from '@oakbell/core/pages';
import { createHash } from 'node:crypto';
import sharp, { type Sharp } from 'sharp';
import { Problem } from '../../../platform/http/index.ts';
import type { Storage } from '../../../platform/storage/index.ts';
import { pictureKey } from '../lessons.rules.ts';
import { PICTURE_WIDTH, type RawPicture } from './pdf.ts';

/** What is covered up is painted over with this, until the player draws the cover over it. */
const COVER = { r: 223, g: 230, b: 225 };

/** The longest side of a picture that is taken, in pixels. */
export const LONGEST_SIDE = 12_000;
const SMALL_WIDTH = 320;

export interface StoredPicture {
  readonly picture: string;
  readonly smallPicture: string;
  /** Page units. */
  readonly height: number;
}

export interface PlacedPicture {
  readonly digest: string;
  /** Pixels. */
  readonly width: number;
  readonly height: number;
}

/** @throws Problem `picture-too-large` or `picture-broken`, from the header alone */
export async function checkPicture(path: string): Promise<void> {
  const { width, height } = await sharp(path, { limitInputPixels: false })
    .metadata()
    .catch(() => {
      throw new Problem(422, 'picture-broken', 'This picture is damaged and cannot be opened. Nothing was changed.');
    });
  if (width > LONGEST_SIDE || height > LONGEST_SIDE) {
    throw new Problem(
      422,
      'picture-too-large',
      `This picture is ${width} by ${height} pixels; up to ${LONGEST_SIDE} on a side can be used. Make it smaller and add it again.`,
    );
  }
}

/** Stores an uploaded picture as a page: upright, at most 1920 wide. */
export function storePictureFile(storage: Storage, path: string): Promise<StoredPicture> {
  return store(storage, () =>
    sharp(path, { limitInputPixels: LONGEST_SIDE * LONGEST_SIDE })
      .rotate()
      .flatten({ background: 'white' }),
  );
}

/** Stores a cleaned drawing as a page, drawn as wide as pages are whatever its own size. */
export function storeSvg(storage: Storage, path: string): Promise<StoredPicture> {
  const open = async () => {
    const { width = PICTURE_WIDTH } = await sharp(path).metadata();
    const density = Math.max(1, Math.min(2400, (72 * PICTURE_WIDTH) / width));
    return sharp(path, { density, limitInputPixels: LONGEST_SIDE * LONGEST_SIDE }).flatten({ background: 'white' });
  };
  return open().then(
    (drawn) => store(storage, () => drawn.clone()),
    () => store(storage, () => sharp(path)),
  );
}

/** Stores a picture as it is, for placing on a page: transparent where it was, at most 4000 on a side. */
export async function storePlaced(storage: Storage, picture: string | Buffer | Sharp): Promise<PlacedPicture> {
  const opened =
    typeof picture === 'string' || Buffer.isBuffer(picture)
      ? sharp(picture, { limitInputPixels: LONGEST_SIDE * LONGEST_SIDE }).rotate()
      : picture;
  const { data, info } = await opened
    .resize({ width: 4000, height: 4000, fit: 'inside', withoutEnlargement: true })
    .webp({ quality: 88, alphaQuality: 100, effort: 2 })
    .toBuffer({ resolveWithObject: true })
    .catch(() => {
      throw new Problem(422, 'picture-broken', 'This picture is damaged and cannot be drawn. Nothing was changed.');
    });
  return { digest: await keep(storage, data), width: info.width, height: info.height };
}

/** In shares of the picture's width. */
export interface CoveredPlace {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** Stores a page's picture with places of it painted over: what was there is not in the new one. */
export async function storeCovered(
  storage: Storage,
  picture: Buffer,
  places: readonly CoveredPlace[],
): Promise<StoredPicture> {
  const { width = 1, height = 1 } = await sharp(picture).metadata();
  const painted = places.flatMap((place) => {
    const [left, top] = [Math.max(0, Math.floor(place.x * width)), Math.max(0, Math.floor(place.y * width))];
    const right = Math.min(width, Math.ceil((place.x + place.width) * width));
    const foot = Math.min(height, Math.ceil((place.y + place.height) * width));
    if (right <= left || foot <= top) return [];
    const create = { width: right - left, height: foot - top, channels: 3, background: COVER } as const;
    return [{ input: { create }, left, top }];
  });
  const covered = await sharp(picture).composite(painted).png().toBuffer();
  return store(storage, () => sharp(covered));
}

/** Stores drawn pixels as a page. */
export function storeRawPicture(storage: Storage, { width, height, rgb }: RawPicture): Promise<StoredPicture> {
  return store(storage, () => sharp(rgb, { raw: { width, height, channels: 3 } }));
}

async function store(storage: Storage, open: () => Sharp): Promise<StoredPicture> {
  const webp = (width: number, quality: number) =>
    open()
      .resize({ width, withoutEnlargement: true })
      .webp({ quality, effort: 0 })
      .toBuffer({ resolveWithObject: true });
  const [large, small] = await Promise.all([webp(PICTURE_WIDTH, 80), webp(SMALL_WIDTH, 75)]).catch(() => {
    throw new Problem(422, 'picture-broken', 'This picture is damaged and cannot be drawn. Nothing was changed.');
  });
  return {
    picture: await keep(storage, large.data),
    smallPicture: await keep(storage, small.data),
    height: heightFor(large.info.width, large.info.height),
  };
}

async function keep(storage: Storage, bytes: Buffer): Promise<string> {
  const digest = createHash('sha256').update(bytes).digest('hex');
  if ((await storage.size(pictureKey(digest))) === null) await storage.put(pictureKey(digest), bytes);
  return digest;
}
