import { Inject, Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { pictureKey } from '@oakbell/core/media';
import { pageOf, PAGE_WIDTH, picturesOf, readBackdrop, readThings, type Page, type Rect } from '@oakbell/core/pages';
import { liesBeneath } from '@oakbell/core/scene';
import { Repository } from 'typeorm';
import { Acts } from '../../platform/acts/index.ts';
import { notFound, Problem } from '../../platform/http/index.ts';
import { STORAGE, type Storage } from '../../platform/storage/index.ts';
import { storeCovered, type StoredPicture } from '../files/index.ts';
import { LessonAssetEntity, PageEntity } from './page.entity.ts';
import { PagesService } from './pages.service.ts';

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
    private readonly acts: Acts,
    @InjectRepository(PageEntity) private readonly rows: Repository<PageEntity>,
    @InjectRepository(LessonAssetEntity) private readonly assets: Repository<LessonAssetEntity>,
    @Inject(STORAGE) private readonly storage: Storage,
  ) {}

  /** @throws Problem `bad-backdrop`, `not-a-board`, `picture-missing` */
  async setBackdrop(lessonId: string, pageId: string, value: unknown): Promise<PageEntity> {
    const page = await this.pages.pageOf(lessonId, pageId);
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
    await this.rows.update({ id: pageId }, { backdrop });
    return { ...page, backdrop };
  }

  /** @throws Problem `bad-things`, `picture-missing` */
  async setThings(lessonId: string, pageId: string, value: unknown): Promise<PageEntity> {
    const page = await this.pages.pageOf(lessonId, pageId);
    const read = readThings(value);
    if (!read.ok) {
      const words =
        read.reason === 'too-many'
          ? 'There are too many things on this page.'
          : 'One of these things cannot be placed.';
      throw new Problem(422, 'bad-things', `${words} The page is as it was.`, {
        reason: read.reason,
        index: read.index,
      });
    }
    await this.#ensurePictures(lessonId, pageOf({ ...page, things: read.things }));
    await this.rows.update({ id: pageId }, { things: read.things as PageEntity['things'] });
    return { ...page, things: read.things };
  }

  /** A copy beside its original, with cues and things. @throws Problem `too-many-pages` */
  async duplicate(lessonId: string, pageId: string): Promise<PageEntity> {
    const { kind, backdrop, things, height, picture, smallPicture, clip, cues, source } = await this.pages.pageOf(
      lessonId,
      pageId,
    );
    const copy = { kind, backdrop, things, height, picture, smallPicture, clip, cues, source };
    return this.pages.addPage(lessonId, copy, pageId);
  }

  /** Copies pages of another lesson in, in their order: at the front for an opening, else at the end. */
  async copyFrom(
    lessonId: string,
    from: string,
    { pages: chosen = null, atFront = false, cues: withCues = true }: Copying = {},
  ): Promise<readonly PageEntity[]> {
    const pages = (await this.pages.pagesOf(from)).filter((page) => chosen === null || chosen.includes(page.id));
    // Only what is on these pages comes along: the rest of the other lesson is not part of this one.
    const placed = new Set(pages.flatMap((page) => picturesOf(pageOf(page))));
    for (const asset of await this.assets.findBy({ lessonId: from })) {
      if (placed.has(asset.digest)) await this.assets.upsert({ ...asset, lessonId }, ['lessonId', 'digest']);
    }
    const there = await this.pages.pagesOf(lessonId);
    const copies: PageEntity[] = [];
    for (const { kind, backdrop, things, height, picture, smallPicture, clip, cues, source } of pages) {
      // A hand-in's sheets stay with the hand-in: nobody's work becomes a page of a lesson by way of a copy.
      if (kind === 'document') continue;
      copies.push(
        await this.pages.addPage(lessonId, {
          kind,
          backdrop,
          things,
          height,
          picture,
          smallPicture,
          clip,
          cues: withCues ? cues : '',
          source,
        }),
      );
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
    for (const digest of [page.picture, page.smallPicture])
      if (digest) await this.pages.addAsset(lessonId, { digest, width: 0, height: page.height });
    const change = { picture: picture.picture, smallPicture: picture.smallPicture, height: picture.height, source };
    await this.rows.update({ id: pageId }, change);
    return { ...page, ...change };
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
