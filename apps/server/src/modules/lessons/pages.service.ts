import { Inject, Injectable, type OnModuleInit } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { PAGE_WIDTH, picturesOf, readBackdrop, readThings, type Page, type Rect } from '@oakbell/core/pages';
import { In, Repository } from 'typeorm';
import { Acts } from '../../platform/acts/index.ts';
import { notFound, Problem } from '../../platform/http/index.ts';
import { STORAGE, type Storage } from '../../platform/storage/index.ts';
import { LessonAssetEntity, PageEntity, type LessonEntity } from './lesson.entity.ts';
import { liesBeneath } from '@oakbell/core/scene';
import { EditsService } from './edits.service.ts';
import { clipKey, corePage, pictureKey } from './lessons.rules.ts';
import { LessonsService } from './lessons.service.ts';
import { storeCovered, type StoredPicture } from './imports/index.ts';

interface Copying {
  /** Which pages; all when null. */
  readonly pages?: readonly string[] | null;
  /** Before the pages that are there: an opening. */
  readonly atFront?: boolean;
  /** Whether the teacher's cues come along. */
  readonly cues?: boolean;
}
interface Sized {
  readonly digest: string;
  readonly width: number;
  readonly height: number;
}

/** What is on a page: backdrop, placed things, its picture; and copies of whole pages. */
@Injectable()
export class PagesService implements OnModuleInit {
  constructor(
    private readonly lessons: LessonsService,
    private readonly edits: EditsService,
    private readonly acts: Acts,
    @InjectRepository(PageEntity) private readonly pages: Repository<PageEntity>,
    @InjectRepository(LessonAssetEntity) private readonly assets: Repository<LessonAssetEntity>,
    @Inject(STORAGE) private readonly storage: Storage,
  ) {}

  onModuleInit(): void {
    // A lesson is heard with files that were brought to it, and no others: nobody publishes a file by naming it.
    this.edits.guard(async ({ id }, { before, edits: { finish } }) => {
      if (finish?.music && finish !== before.finish && !(await this.hasClip(id, finish.music.clip)))
        throw new Problem(422, 'music-missing', 'This music was not brought to the lesson. The lesson is as it was.');
    });
  }

  /** @throws Problem `bad-backdrop`, `not-a-board`, `picture-missing` */
  async setBackdrop(lessonId: string, pageId: string, value: unknown): Promise<PageEntity> {
    const page = await this.lessons.pageOf(lessonId, pageId);
    if (page.kind !== 'board') throw new Problem(422, 'not-a-board', 'Only a board has a backdrop.');
    const backdrop = readBackdrop(value);
    if (!backdrop) {
      throw new Problem(
        422,
        'bad-backdrop',
        'This backdrop makes no sense: check that each axis ends after it begins.',
      );
    }
    await this.#ensurePictures(lessonId, { ...corePage(page), backdrop } as Page);
    await this.pages.update({ id: pageId }, { backdrop });
    return { ...page, backdrop };
  }

  /** @throws Problem `bad-things`, `picture-missing` */
  async setThings(lessonId: string, pageId: string, value: unknown): Promise<PageEntity> {
    const page = await this.lessons.pageOf(lessonId, pageId);
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
    await this.#ensurePictures(lessonId, corePage({ ...page, things: read.things }));
    await this.pages.update({ id: pageId }, { things: read.things as PageEntity['things'] });
    return { ...page, things: read.things };
  }

  /** A copy beside its original, with cues and things. @throws Problem `too-many-pages` */
  async duplicate(lessonId: string, pageId: string): Promise<PageEntity> {
    const { kind, backdrop, things, height, picture, smallPicture, clip, cues, source } = await this.lessons.pageOf(
      lessonId,
      pageId,
    );
    const copy = { kind, backdrop, things, height, picture, smallPicture, clip, cues, source };
    return this.lessons.addPage(lessonId, copy, pageId);
  }

  /** Copies pages of another lesson in, in their order: at the front for an opening, else at the end. */
  async copyFrom(
    lessonId: string,
    from: string,
    { pages: chosen = null, atFront = false, cues: withCues = true }: Copying = {},
  ): Promise<readonly PageEntity[]> {
    const pages = (await this.lessons.pagesOf(from)).filter((page) => chosen === null || chosen.includes(page.id));
    // Only what is on these pages comes along: the rest of the other lesson is not part of this one.
    const placed = new Set(pages.flatMap((page) => picturesOf(corePage(page))));
    for (const asset of await this.assets.findBy({ lessonId: from })) {
      if (placed.has(asset.digest)) await this.assets.upsert({ ...asset, lessonId }, ['lessonId', 'digest']);
    }
    const there = await this.lessons.pagesOf(lessonId);
    const copies: PageEntity[] = [];
    for (const { kind, backdrop, things, height, picture, smallPicture, clip, cues, source } of pages) {
      // A hand-in's sheets stay with the hand-in: nobody's work becomes a page of a lesson by way of a copy.
      if (kind === 'document') continue;
      copies.push(
        await this.lessons.addPage(lessonId, {
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
      await this.lessons.order(
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
    const page = await this.lessons.pageOf(lessonId, pageId);
    if (page.kind !== 'slide' && page.kind !== 'document')
      throw new Problem(422, 'not-a-slide', 'Only a slide has a picture that can be replaced.');
    for (const digest of [page.picture, page.smallPicture])
      if (digest) await this.addAsset(lessonId, { digest, width: 0, height: page.height });
    const change = { picture: picture.picture, smallPicture: picture.smallPicture, height: picture.height, source };
    await this.pages.update({ id: pageId }, change);
    return { ...page, ...change };
  }

  /** Puts an earlier picture of this page back. @throws Problem `not-found` */
  async putPictureBack(lessonId: string, pageId: string, before: StoredPicture): Promise<PageEntity> {
    for (const digest of [before.picture, before.smallPicture]) {
      if (!(await this.hasPicture(lessonId, digest))) throw notFound('picture');
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
      await this.addAsset(lessonId, { digest, width: 0, height: page.height });
    return { ...page, things, picture: made.picture, smallPicture: made.smallPicture };
  }

  async addAsset(lessonId: string, { digest, width, height }: Sized): Promise<Sized> {
    await this.assets.upsert({ lessonId, digest, width, height, createdAt: new Date() }, ['lessonId', 'digest']);
    return { digest, width, height };
  }

  /** Where everything lies that a lesson shows to its maker: the pictures and clips of its pages, placed ones, its cover. */
  async filesOf(lesson: Pick<LessonEntity, 'id' | 'cover'>): Promise<readonly string[]> {
    const pages = await this.lessons.allPagesOf(lesson.id);
    const pictures = pages.flatMap((page) => picturesOf(corePage(page)));
    const small = pages.flatMap((page) => page.smallPicture ?? []);
    const cover = lesson.cover ? [lesson.cover] : [];
    const clips = pages.flatMap((page) => page.clip?.clip ?? []);
    return [...[...pictures, ...small, ...cover].map(pictureKey), ...clips.map(clipKey)];
  }

  /** Whether a clip belongs to the lesson. */
  async hasClip(lessonId: string, digest: string): Promise<boolean> {
    if (await this.#hasAsset(lessonId, digest)) return true;
    return (await this.lessons.allPagesOf(lessonId)).some((page) => page.clip?.clip === digest);
  }

  /** Whether a picture belongs to the lesson: a page's, or one placed on it. */
  async hasPicture(lessonId: string, digest: string): Promise<boolean> {
    if (await this.#hasAsset(lessonId, digest)) return true;
    const pages = await this.lessons.allPagesOf(lessonId);
    return pages.some((page) => page.smallPicture === digest || picturesOf(corePage(page)).includes(digest));
  }

  async #hasAsset(lessonId: string, digest: string): Promise<boolean> {
    const lessons = [lessonId, ...(await this.lessons.sourcesOf(lessonId))];
    return this.assets.existsBy({ lessonId: In(lessons), digest });
  }

  /** Pictures that are placed must have been brought to this lesson: no one can show another's by its digest. */
  async #ensurePictures(lessonId: string, page: Page): Promise<void> {
    for (const digest of picturesOf(page)) {
      if (await this.hasPicture(lessonId, digest)) continue;
      throw new Problem(
        422,
        'picture-missing',
        'A picture on this page was not brought to this lesson. The page is as it was.',
      );
    }
  }
}
