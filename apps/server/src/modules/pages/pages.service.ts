import { Injectable, type OnModuleInit } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { findableText } from '@oakbell/core/library';
import { mergedCues, pageOf, picturesOf, SQUARED, WIDE_HEIGHT, type Backdrop } from '@oakbell/core/pages';
import { clipKey, pictureKey } from '@oakbell/core/media';
import { randomUUID } from 'node:crypto';
import { In, IsNull, Repository } from 'typeorm';
import { Acts } from '../../platform/acts/index.ts';
import { notFound, Problem } from '../../platform/http/index.ts';
import { EditsService, LessonsService, type Lesson } from '../lessons/index.ts';
import { cleanCues } from './cues.ts';
import { LessonAssetEntity, PageEntity } from './page.entity.ts';
import { MOST_PAGES } from './pages.rules.ts';

type NewPage = Pick<PageEntity, 'kind' | 'height'> &
  Partial<
    Pick<PageEntity, 'backdrop' | 'things' | 'picture' | 'smallPicture' | 'clip' | 'whole' | 'cues' | 'source' | 'text'>
  >;

type PageChange = Partial<
  Pick<PageEntity, 'backdrop' | 'things' | 'cues' | 'text' | 'picture' | 'smallPicture' | 'height' | 'source'>
>;

interface Sized {
  readonly digest: string;
  readonly width: number;
  readonly height: number;
}

/** What a list of lessons shows of the pages of one. */
export interface ShownPages {
  readonly pages: number;
  readonly picture: string | null;
  readonly whole: string | null;
}

/** The pages of lessons, and the pictures and clips that belong to them. */
@Injectable()
export class PagesService implements OnModuleInit {
  constructor(
    @InjectRepository(PageEntity) private readonly rows: Repository<PageEntity>,
    @InjectRepository(LessonAssetEntity) private readonly assets: Repository<LessonAssetEntity>,
    private readonly lessons: LessonsService,
    private readonly edits: EditsService,
    private readonly acts: Acts,
  ) {}

  onModuleInit(): void {
    // A lesson is heard with files that were brought to it, and no others: nobody publishes a file by naming it.
    this.edits.guard(async ({ id }, { before, edits: { finish } }) => {
      if (finish?.music && finish !== before.finish && !(await this.hasClip(id, finish.music.clip)))
        throw new Problem(422, 'music-missing', 'This music was not brought to the lesson. The lesson is as it was.');
    });
  }

  async pagesOf(lessonId: string): Promise<readonly PageEntity[]> {
    return this.rows.find({ where: { lessonId, removedAt: IsNull() }, order: { position: 'ASC' } });
  }

  /** The names of its pages, and nothing that is on them. */
  async idsOf(lessonId: string): Promise<readonly string[]> {
    const found = await this.rows.find({ where: { lessonId, removedAt: IsNull() }, select: { id: true } });
    return found.map(({ id }) => id);
  }

  /** How many pages lessons have, and the first picture of each, small and whole: in one query for all of them. */
  async shownOf(ids: readonly string[]): Promise<ReadonlyMap<string, ShownPages>> {
    if (ids.length === 0) return new Map();
    const rows = (await this.rows.query(
      `SELECT lessonId, COUNT(*) AS pages,
         SUBSTRING(MIN(CONCAT(LPAD(position, 10, '0'), smallPicture)), 11) AS picture,
         SUBSTRING(MIN(CONCAT(LPAD(position, 10, '0'), picture)), 11) AS whole
       FROM page WHERE lessonId IN (?) AND removedAt IS NULL GROUP BY lessonId`,
      [ids],
    )) as (Omit<ShownPages, 'pages'> & { lessonId: string; pages: string })[];
    return new Map(rows.map(({ lessonId, pages, ...first }) => [lessonId, { ...first, pages: Number(pages) }]));
  }

  /** Every page that ink may stand on: removed ones too, and those of lessons whose takes it plays. */
  async allPagesOf(lessonId: string): Promise<readonly PageEntity[]> {
    const own = await this.rows.find({ where: { lessonId }, order: { position: 'ASC' } });
    return [...own, ...(await this.borrowedPages(lessonId))];
  }

  /** The pages of other lessons that this one plays. */
  async borrowedPages(lessonId: string): Promise<readonly PageEntity[]> {
    const sources = await this.lessons.sourcesOf(lessonId);
    if (sources.length === 0) return [];
    return this.rows.find({ where: { lessonId: In([...sources]) }, order: { position: 'ASC' } });
  }

  async pageOf(lessonId: string, pageId: string): Promise<PageEntity> {
    const page = await this.rows.findOneBy({ lessonId, id: pageId });
    if (!page) throw notFound('page');
    return page;
  }

  /** The lesson that a page is of; null where there is no such page. */
  async lessonOf(pageId: string): Promise<string | null> {
    return (await this.rows.findOneBy({ id: pageId }))?.lessonId ?? null;
  }

  /** Adds a page after another, or at the end. @throws Problem `too-many-pages` */
  async addPage(lessonId: string, page: NewPage, after?: string): Promise<PageEntity> {
    return this.acts.do(() => this.#addPage(lessonId, page, after));
  }

  async #addPage(lessonId: string, page: NewPage, after?: string): Promise<PageEntity> {
    // One after another: two pages that come at once would be given the same place.
    await this.lessons.locked(lessonId);
    const now = await this.pagesOf(lessonId);
    if (now.length >= MOST_PAGES) {
      throw new Problem(
        422,
        'too-many-pages',
        `A lesson can have ${MOST_PAGES} pages. The ${now.length} that are there are safe.`,
      );
    }
    const before = after === undefined ? now.length - 1 : now.findIndex((one) => one.id === after);
    const made: PageEntity = {
      backdrop: null,
      things: [],
      picture: null,
      smallPicture: null,
      clip: null,
      whole: null,
      cues: '',
      source: null,
      text: '',
      ...page,
      words: '',
      id: randomUUID(),
      lessonId,
      position: (now[before]?.position ?? -1) + 1,
      removedAt: null,
    };
    made.words = findableText(made);
    if (before < now.length - 1)
      await this.rows.increment({ id: In(now.slice(before + 1).map((one) => one.id)) }, 'position', 1);
    await this.rows.insert(made);
    await this.lessons.changed(lessonId);
    return made;
  }

  async addBoard(lessonId: string, backdrop: Backdrop = SQUARED, after?: string): Promise<PageEntity> {
    return this.addPage(lessonId, { kind: 'board', backdrop, height: WIDE_HEIGHT }, after);
  }

  /** Puts the pages into this order; it must name each page once. @throws Problem `not-the-pages` */
  async order(lessonId: string, ids: readonly string[]): Promise<void> {
    await this.lessons.locked(lessonId);
    const now = new Set((await this.pagesOf(lessonId)).map((page) => page.id));
    if (ids.length !== now.size || new Set(ids).size !== now.size || !ids.every((id) => now.has(id))) {
      throw new Problem(409, 'not-the-pages', 'The pages have changed meanwhile. The order is as it was.');
    }
    for (const [position, id] of ids.entries()) await this.rows.update({ id }, { position });
    await this.lessons.changed(lessonId);
  }

  async setRemoved(lessonId: string, pageId: string, removed: boolean): Promise<void> {
    await this.pageOf(lessonId, pageId);
    await this.rows.update({ id: pageId }, { removedAt: removed ? new Date() : null });
    await this.lessons.changed(lessonId);
  }

  /**
   * Writes the cues of a page. @param base what they were when they were changed, where somebody else may have changed
   * them since: both stay
   * @returns the cues as they are now
   */
  async setCues(lessonId: string, pageId: string, cues: string, base?: string): Promise<string> {
    return this.acts.do(async () => {
      const page = await this.locked(lessonId, pageId);
      const mine = cleanCues(cues);
      const made = base === undefined ? mine : mergedCues({ base: cleanCues(base), mine, theirs: page.cues });
      return (await this.write(page, { cues: made })).cues;
    });
  }

  /** A page that nobody else can change until this act ends. @throws Problem `not-found` */
  async locked(lessonId: string, pageId: string): Promise<PageEntity> {
    await this.lessons.locked(lessonId);
    return this.pageOf(lessonId, pageId);
  }

  /** Writes what is on a page, and with it the words by which it is found. */
  async write(page: PageEntity, change: PageChange): Promise<PageEntity> {
    const next = { ...page, ...change };
    next.words = findableText(next);
    await this.rows.update({ id: page.id }, { ...(change as object), words: next.words });
    await this.lessons.changed(page.lessonId);
    return next;
  }

  async addAsset(lessonId: string, { digest, width, height }: Sized): Promise<Sized> {
    await this.assets.upsert({ lessonId, digest, width, height, createdAt: new Date() }, ['lessonId', 'digest']);
    return { digest, width, height };
  }

  /** Where everything lies that a lesson shows to its maker: the pictures and clips of its pages, placed ones, its cover. */
  async filesOf(lesson: Pick<Lesson, 'id' | 'cover'>): Promise<readonly string[]> {
    const cover = lesson.cover ? [pictureKey(lesson.cover)] : [];
    return [...filesOn(await this.allPagesOf(lesson.id)), ...cover];
  }

  /** Where the pictures and clips of a lesson's own pages lie, those that were removed too. */
  async ownFilesOf({ id }: Pick<Lesson, 'id'>): Promise<readonly string[]> {
    return filesOn(await this.rows.findBy({ lessonId: id }));
  }

  /** Whether a clip belongs to the lesson. */
  async hasClip(lessonId: string, digest: string): Promise<boolean> {
    if (await this.#hasAsset(lessonId, digest)) return true;
    return (await this.allPagesOf(lessonId)).some((page) => page.clip?.clip === digest);
  }

  /** Whether a picture belongs to the lesson: a page's, or one placed on it. */
  async hasPicture(lessonId: string, digest: string): Promise<boolean> {
    if (await this.#hasAsset(lessonId, digest)) return true;
    const pages = await this.allPagesOf(lessonId);
    return pages.some((page) => page.smallPicture === digest || picturesOf(pageOf(page)).includes(digest));
  }

  async #hasAsset(lessonId: string, digest: string): Promise<boolean> {
    const lessons = [lessonId, ...(await this.lessons.sourcesOf(lessonId))];
    return this.assets.existsBy({ lessonId: In(lessons), digest });
  }
}

/** Where the pictures and clips of pages lie, and what is offered whole. */
export function filesOn(pages: readonly PageEntity[]): readonly string[] {
  const pictures = pages.flatMap((page) => picturesOf(pageOf(page)));
  const small = pages.flatMap((page) => page.smallPicture ?? []);
  const clips = pages.flatMap((page) => page.clip?.clip ?? []);
  const whole = pages.flatMap((page) => page.whole?.key ?? []);
  return [...[...pictures, ...small].map(pictureKey), ...clips.map(clipKey), ...whole];
}
