import { Inject, Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { pictureKey } from '@oakbell/core/media';
import {
  mergedThings,
  pageOf,
  PAGE_WIDTH,
  picturesOf,
  readBackdrop,
  readThings,
  type Page,
  type Rect,
  type Thing,
} from '@oakbell/core/pages';
import { randomUUID } from 'node:crypto';
import { isDeepStrictEqual } from 'node:util';
import { liesBeneath } from '@oakbell/core/scene';
import { Repository } from 'typeorm';
import { Acts } from '../../platform/acts/index.ts';
import { notFound, Problem } from '../../platform/http/index.ts';
import { STORAGE, type Storage } from '../../platform/storage/index.ts';
import { storeCovered, type StoredPicture } from '../files/index.ts';
import { LessonsService } from '../lessons/index.ts';
import { LessonAssetEntity, PageEntity } from './page.entity.ts';
import { PagesService } from './pages.service.ts';

const badThings = (reason: 'too-many' | 'bad-thing' | 'same-id', index: number): Problem => {
  const words =
    reason === 'too-many' ? 'There are too many things on this page.' : 'One of these things cannot be placed.';
  return new Problem(422, 'bad-things', `${words} The page is as it was.`, { reason, index });
};
/** @throws Problem `bad-things` */
function thingsIn(value: unknown): readonly Thing[] {
  const read = readThings(value);
  if (!read.ok) throw badThings(read.reason, read.index);
  return read.things;
}
/** What is on a page, for another one like it. */
const onIt = ({ kind, backdrop, things, height, picture, smallPicture, clip, cues, source, text }: PageEntity) => ({
  ...{ kind, backdrop, things, height, picture, smallPicture, clip, cues, source, text },
});

interface Copying {
  /** Which pages; all when null. */
  readonly pages?: readonly string[] | null;
  /** Before the pages that are there: an opening. */
  readonly atFront?: boolean;
  /** Whether the teacher's cues come along. */
  readonly cues?: boolean;
}
/** What is on a page: backdrop, placed things, its picture; and copies of whole pages. */
@Injectable()
export class PageEditing {
  constructor(
    private readonly pages: PagesService,
    private readonly lessons: LessonsService,
    private readonly acts: Acts,
    @InjectRepository(LessonAssetEntity) private readonly assets: Repository<LessonAssetEntity>,
    @Inject(STORAGE) private readonly storage: Storage,
  ) {}

  /**
   * @param base what it was when it was changed, where somebody else may have changed it since
   * @throws Problem `bad-backdrop`, `not-a-board`, `picture-missing`, `said-anew`
   */
  async setBackdrop(lessonId: string, pageId: string, value: unknown, base?: unknown): Promise<PageEntity> {
    return this.acts.do(() => this.#setBackdrop(lessonId, pageId, value, base));
  }

  async #setBackdrop(lessonId: string, pageId: string, value: unknown, base: unknown): Promise<PageEntity> {
    const page = await this.pages.locked(lessonId, pageId);
    if (base !== undefined && !isDeepStrictEqual(readBackdrop(base), page.backdrop && readBackdrop(page.backdrop)))
      throw new Problem(
        409,
        'said-anew',
        'Somebody else changed this board a moment ago. It is shown as it is now; change it again if you like.',
      );
    if (page.kind !== 'board') throw new Problem(422, 'not-a-board', 'Only a board has a backdrop.');
    const backdrop = readBackdrop(value);
    if (!backdrop) {
      throw new Problem(
        422,
        'bad-backdrop',
        'This backdrop makes no sense: check that each axis ends after it begins.',
      );
    }
    await this.#ensurePictures(lessonId, { ...pageOf(page), backdrop } as Page);
    return this.pages.write(page, { backdrop });
  }

  /**
   * Places things on a page. @param base what was there when they were changed, where somebody else may have changed
   * them since: what each of them did stays
   * @returns the page as it is now, and how many of these things stand beside another's, because both changed them
   * @throws Problem `bad-things`, `picture-missing`
   */
  async setThings(
    lessonId: string,
    pageId: string,
    { things, base }: { readonly things: unknown; readonly base?: unknown },
  ): Promise<{ readonly page: PageEntity; readonly beside: number }> {
    return this.acts.do(async () => {
      const page = await this.pages.locked(lessonId, pageId);
      const mine = thingsIn(things);
      const was = base === undefined ? page.things : thingsIn(base);
      const made = mergedThings({ base: was, mine, theirs: page.things }, () => randomUUID().slice(0, 8));
      if (!made) throw badThings('too-many', mine.length);
      await this.#ensurePictures(lessonId, pageOf({ ...page, things: made.things }));
      return { page: await this.pages.write(page, { things: made.things }), beside: made.beside };
    });
  }

  /** A copy beside its original, with cues and things. @throws Problem `too-many-pages` */
  async duplicate(lessonId: string, pageId: string): Promise<PageEntity> {
    return this.pages.addPage(lessonId, onIt(await this.pages.pageOf(lessonId, pageId)), pageId);
  }

  /** Copies pages of another lesson in, in their order: at the front for an opening, else at the end. */
  async copyFrom(
    lessonId: string,
    from: string,
    { pages: chosen = null, atFront = false, cues: withCues = true }: Copying = {},
  ): Promise<readonly PageEntity[]> {
    // Nobody's work becomes a page of a lesson by way of a copy: what was handed in stays with the hand-in.
    if ((await this.lessons.get(from)).kind === 'feedback') return [];
    const pages = (await this.pages.pagesOf(from)).filter((page) => chosen === null || chosen.includes(page.id));
    // Only what is on these pages comes along: the rest of the other lesson is not part of this one.
    const placed = new Set(pages.flatMap((page) => picturesOf(pageOf(page))));
    for (const asset of await this.assets.findBy({ lessonId: from })) {
      if (placed.has(asset.digest)) await this.assets.upsert({ ...asset, lessonId }, ['lessonId', 'digest']);
    }
    const there = await this.pages.pagesOf(lessonId);
    const copies: PageEntity[] = [];
    for (const page of pages) {
      copies.push(await this.pages.addPage(lessonId, { ...onIt(page), ...(withCues ? {} : { cues: '' }) }));
    }
    if (atFront && there.length > 0) {
      await this.pages.order(
        lessonId,
        [...copies, ...there].map((page) => page.id),
      );
    }
    return copies;
  }

  /** Another picture under the same ink and cues; the one before stays with the lesson, so that it can come back. */
  async replacePicture(
    lessonId: string,
    pageId: string,
    picture: StoredPicture,
    source: string | null,
  ): Promise<PageEntity> {
    return this.acts.do(() => this.#replacePicture(lessonId, pageId, picture, source));
  }

  async #replacePicture(
    lessonId: string,
    pageId: string,
    picture: StoredPicture,
    source: string | null,
  ): Promise<PageEntity> {
    const page = await this.pages.pageOf(lessonId, pageId);
    if (page.kind !== 'slide' && page.kind !== 'document')
      throw new Problem(422, 'not-a-slide', 'Only a slide has a picture that can be replaced.');
    await this.#keepPicture(page);
    // What stood on the picture before is not said of this one.
    return this.pages.write(page, { ...picture, source, text: '' });
  }

  /** The same picture the other way up: what is known of it stays. In an act. */
  async turnPicture(page: PageEntity, picture: StoredPicture): Promise<PageEntity> {
    await this.#keepPicture(page);
    return this.pages.write(page, picture);
  }

  /** The picture of a page stays its lesson's when another one takes its place. */
  async #keepPicture({ lessonId, picture, smallPicture, height }: PageEntity): Promise<void> {
    for (const digest of [picture, smallPicture])
      if (digest) await this.pages.addAsset(lessonId, { digest, width: 0, height });
  }

  /** Puts an earlier picture of this page back. @throws Problem `not-found` */
  async putPictureBack(lessonId: string, pageId: string, before: StoredPicture): Promise<PageEntity> {
    for (const digest of [before.picture, before.smallPicture]) {
      if (!(await this.pages.hasPicture(lessonId, digest))) throw notFound('picture');
    }
    return this.replacePicture(lessonId, pageId, before, null);
  }

  /**
   * A page as it is given out where these places, in page units, are always covered: its picture is painted over there
   * and belongs to the lesson then; what is placed beneath them is left out.
   */
  async covered(lessonId: string, page: PageEntity, places: readonly Rect[]): Promise<PageEntity> {
    if (places.length === 0) return page;
    const things = page.things.filter((thing) => !liesBeneath(places, thing));
    if (!page.picture) return { ...page, things };
    const shares = places.map(({ x, y, width, height }) => ({
      x: x / PAGE_WIDTH,
      y: y / PAGE_WIDTH,
      width: width / PAGE_WIDTH,
      height: height / PAGE_WIDTH,
    }));
    const made = await storeCovered(this.storage, await this.storage.read(pictureKey(page.picture)), shares);
    for (const digest of [made.picture, made.smallPicture])
      await this.pages.addAsset(lessonId, { digest, width: 0, height: page.height });
    return { ...page, things, picture: made.picture, smallPicture: made.smallPicture };
  }

  /** Pictures that are placed must have been brought to this lesson: no one can show another's by its digest. */
  async #ensurePictures(lessonId: string, page: Page): Promise<void> {
    for (const digest of picturesOf(page)) {
      if (await this.pages.hasPicture(lessonId, digest)) continue;
      throw new Problem(
        422,
        'picture-missing',
        'A picture on this page was not brought to this lesson. The page is as it was.',
      );
    }
  }
}
