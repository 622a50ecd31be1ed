import { heightFor } from '@oakbell/core/pages';
import { createHash } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import sharp, { type Sharp, type SharpOptions } from 'sharp';
import { convert } from '../../platform/converters/index.ts';
import { Problem } from '../../platform/http/index.ts';
import { jobScope } from '../../platform/scope/index.ts';
import type { Storage } from '../../platform/storage/index.ts';
import { pictureKey } from '@oakbell/core/media';
import { LONGEST_SIDE, MOST_PIXELS, TALLEST_PAGE } from './limits.ts';
import { PICTURE_WIDTH, type RawPicture } from './pdf.ts';

/** What is covered up is painted over with this, until the player draws the cover over it. */
const COVER = { r: 223, g: 230, b: 225 };

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

// What is decoded in this process are these three and what we drew ourselves; whatever else libvips could read it may not.
sharp.block({ operation: ['VipsForeignLoad'] });
sharp.unblock({ operation: ['VipsForeignLoadJpeg', 'VipsForeignLoadPng', 'VipsForeignLoadWebp'] });

/** A picture that takes longer than this to decode is given up, in seconds. */
const PATIENCE_S = 30;

/** Opens a picture that somebody brought, never more of it than is allowed. @throws Error outside a job */
export function openPicture(input: string | Buffer, options: SharpOptions = {}): Sharp {
  jobScope('Decoding a picture');
  return sharp(input, { limitInputPixels: MOST_PIXELS, ...options }).timeout({ seconds: PATIENCE_S });
}

const broken = () =>
  new Problem(422, 'picture-broken', 'This picture is damaged and cannot be opened. Nothing was changed.');

/** @throws Problem `picture-too-large`, `page-too-tall` or `picture-broken`, from the header alone */
export async function checkPicture(path: string): Promise<void> {
  const { width, height } = await openPicture(path, { limitInputPixels: false })
    .metadata()
    .catch(() => {
      throw broken();
    });
  if (width > LONGEST_SIDE || height > LONGEST_SIDE || width * height > MOST_PIXELS) {
    throw new Problem(
      422,
      'picture-too-large',
      `This picture is ${width} by ${height} pixels; up to ${LONGEST_SIDE} on a side and ${MOST_PIXELS / 1e6} million in all can be used. Make it smaller and add it again.`,
    );
  }
}

/**
 * The picture upright and without what it tells beside itself: where and when it was taken, and with what. Kept in its
 * own format. @throws Problem `picture-broken`
 */
export async function withoutPlace(path: string): Promise<Buffer> {
  const picture = openPicture(path).rotate();
  const { format } = await openPicture(path)
    .metadata()
    .catch(() => {
      throw broken();
    });
  const kept =
    format === 'png'
      ? picture.png()
      : format === 'webp'
        ? picture.webp({ quality: 92 })
        : picture.jpeg({ quality: 93 });
  return kept.toBuffer().catch(() => {
    throw broken();
  });
}

/** Stores an uploaded picture as a page: upright, at most 1920 wide, and no higher than a page can be. */
export function storePictureFile(storage: Storage, path: string): Promise<StoredPicture> {
  return store(storage, () => openPicture(path).rotate().flatten({ background: 'white' }));
}

/** Draws a cleaned drawing as PNG, `width` pixels wide whatever its own size. @throws ConverterError past a limit */
export function drawSvg(drawing: Buffer, width = PICTURE_WIDTH): Promise<Buffer> {
  const args = [
    '--width',
    `${width}`,
    '--height',
    `${width * TALLEST_PAGE}`,
    '--keep-aspect-ratio',
    '--background-color',
    'white',
  ];
  return convert({ program: 'rsvg-convert', args, stdin: drawing });
}

/** Stores a cleaned drawing as a page. */
export async function storeSvg(storage: Storage, path: string): Promise<StoredPicture> {
  const drawn = await drawSvg(await readFile(path));
  return store(storage, () => openPicture(drawn));
}

/** Stores a picture as it is, for placing on a page: transparent where it was, at most 4000 on a side. */
export async function storePlaced(storage: Storage, picture: string | Buffer | Sharp): Promise<PlacedPicture> {
  const opened = typeof picture === 'string' || Buffer.isBuffer(picture) ? openPicture(picture).rotate() : picture;
  const { data, info } = await opened
    .resize({ width: 4000, height: 4000, fit: 'inside', withoutEnlargement: true })
    .webp({ quality: 88, alphaQuality: 100, effort: 2 })
    .toBuffer({ resolveWithObject: true })
    .catch(() => {
      throw new Problem(422, 'picture-broken', 'This picture is damaged and cannot be drawn. Nothing was changed.');
    });
  return { digest: await keep(storage, data), width: info.width, height: info.height };
}

/** Stores a page's picture turned by a quarter to the right. */
export function storeTurned(storage: Storage, picture: Buffer): Promise<StoredPicture> {
  return store(storage, () => openPicture(picture).rotate(90));
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
  const { width = 1, height = 1 } = await openPicture(picture).metadata();
  const painted = places.flatMap((place) => {
    const [left, top] = [Math.max(0, Math.floor(place.x * width)), Math.max(0, Math.floor(place.y * width))];
    const right = Math.min(width, Math.ceil((place.x + place.width) * width));
    const foot = Math.min(height, Math.ceil((place.y + place.height) * width));
    if (right <= left || foot <= top) return [];
    const create = { width: right - left, height: foot - top, channels: 3, background: COVER } as const;
    return [{ input: { create }, left, top }];
  });
  const covered = await openPicture(picture).composite(painted).png().toBuffer();
  return store(storage, () => openPicture(covered));
}

/** Stores drawn pixels as a page. */
export function storeRawPicture(storage: Storage, { width, height, rgb }: RawPicture): Promise<StoredPicture> {
  return store(storage, () => openPicture(rgb, { raw: { width, height, channels: 3 } }));
}

async function store(storage: Storage, open: () => Sharp): Promise<StoredPicture> {
  const webp = (width: number, quality: number) =>
    open()
      .resize({ width, height: width * TALLEST_PAGE, fit: 'inside', withoutEnlargement: true })
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
  await storage.putOnce(pictureKey(digest), bytes);
  return digest;
}
