import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import type { TimeRange } from '@oakbell/core/clock';
import { LONGEST_PROGRAMME, pieceOf, programmeOf, type Finish, type Programme } from '@oakbell/core/edits';
import { randomUUID } from 'node:crypto';
import { LRUCache } from 'lru-cache';
import { In, Repository } from 'typeorm';
import { Acts } from '../../platform/acts/index.ts';
import { Events } from '../../platform/events/index.ts';
import { notFound, Problem } from '../../platform/http/index.ts';
import { JobsService } from '../../platform/jobs/index.ts';
import { AccessService, MediaService } from '../access/index.ts';
import { EditsService, LessonsService, type Lesson } from '../lessons/index.ts';
import { EditionEntity, type Edition, type ReadyEdition } from './edition.entity.ts';
import { EditionMaker, MAKE_EDITION } from './editionMaker.service.ts';

/** What is told of an edition: all but what it is made of. */
export type EditionHead = Omit<ReadyEdition, 'edits'> | Omit<Exclude<Edition, ReadyEdition>, 'edits'>;
const HEAD = [
  'id',
  'lessonId',
  'number',
  'state',
  'length',
  'manifest',
  'lufs',
  'hasAac',
  'files',
  'withdrawnAt',
  'jobId',
  'createdAt',
] as const satisfies readonly (keyof EditionHead)[];

/** So many segments of all programmes together are at hand. */
const MOST_SEGMENTS = 100_000;

/** Editions of lessons: published, found, withdrawn. */
@Injectable()
export class EditionsService {
  /** Of editions that this process has looked at lately. An edition never changes, so none is ever wrong. */
  readonly #programmes = new LRUCache<string, Programme>({
    maxSize: MOST_SEGMENTS,
    sizeCalculation: ({ segments }) => segments.length + 1,
  });

  constructor(
    @InjectRepository(EditionEntity) private readonly editions: Repository<Edition>,
    private readonly lessons: LessonsService,
    private readonly edits: EditsService,
    private readonly acts: Acts,
    private readonly events: Events,
    private readonly maker: EditionMaker,
    private readonly jobs: JobsService,
    private readonly media: MediaService,
    private readonly access: AccessService,
  ) {}

  /**
   * Freezes the lesson as it stands and has its voice made, for the person who asks; part of the act that asks.
   * @throws Problem `nothing-recorded`, `programme-too-long`
   */
  async publish(personId: string, lessonId: string): Promise<Edition> {
    return this.acts.do(async () => {
      const lesson = await this.lessons.locked(lessonId);
      const { length } = lesson;
      if (length === 0)
        throw new Problem(422, 'nothing-recorded', 'There is no recording in this lesson yet. Record it first.');
      if (length > LONGEST_PROGRAMME)
        throw new Problem(
          422,
          'programme-too-long',
          'A lesson can be three hours long. Split it in two, and publish each. Nothing was changed.',
        );
      const number = 1 + ((await this.editions.maximum('number', { lessonId })) ?? 0);
      const id = randomUUID();
      const job = await this.jobs.add({ kind: MAKE_EDITION, ownerId: personId, subjectId: id, input: {} });
      const made = this.editions.create({
        id,
        lessonId,
        number,
        state: 'making',
        edits: await this.edits.of(lesson),
        length,
        manifest: null,
        lufs: null,
        hasAac: false,
        files: [],
        withdrawnAt: null,
        jobId: job.id,
        createdAt: new Date(),
      });
      await this.editions.insert(made);
      await this.events.tell([lesson.ownerId, personId], { kind: 'edition', id, of: lessonId });
      return made;
    });
  }

  /** @throws Problem `not-found` */
  async get(id: string): Promise<Edition> {
    const edition = await this.editions.findOneBy({ id });
    if (!edition) throw notFound('edition');
    return edition;
  }

  /** Whether an edition has been made. */
  async isReady(id: string): Promise<boolean> {
    return this.editions.existsBy({ id, state: 'ready' });
  }

  /** The newest edition of a lesson, or null. Whether the lesson is open before somebody is not asked here. */
  async newestReady(lessonId: string): Promise<EditionHead | null> {
    return (await this.newestReadyOf([lessonId])).get(lessonId) ?? null;
  }

  /** The same for many lessons, in one query; what an edition is made of is not read. */
  async newestReadyOf(lessonIds: readonly string[]): Promise<ReadonlyMap<string, EditionHead>> {
    if (lessonIds.length === 0) return new Map();
    const found = await this.editions
      .createQueryBuilder('edition')
      .select(HEAD.map((name) => `edition.${name}`))
      .innerJoin(
        (newest) =>
          newest
            .select('e.lessonId', 'lessonId')
            .addSelect('MAX(e.number)', 'number')
            .from(EditionEntity, 'e')
            .where("e.state = 'ready' AND e.withdrawnAt IS NULL AND e.lessonId IN (:...lessonIds)")
            .groupBy('e.lessonId'),
        'newest',
        'newest.lessonId = edition.lessonId AND newest.number = edition.number',
      )
      .setParameters({ lessonIds })
      .getMany();
    return new Map(found.map((one) => [one.lessonId, one]));
  }

  /** The programmes of these editions. */
  async programmes(ids: readonly string[]): Promise<ReadonlyMap<string, Programme>> {
    const missing = [...new Set(ids)].filter((id) => !this.#programmes.get(id));
    const read =
      missing.length === 0
        ? []
        : await this.editions.find({ where: { id: In(missing) }, select: { id: true, edits: true } });
    const found = new Map<string, Programme>();
    for (const id of ids) {
      const known = this.#programmes.get(id);
      if (known) found.set(id, known);
    }
    for (const { id, edits } of read) {
      const programme = programmeOf(edits);
      this.#programmes.set(id, programme);
      found.set(id, programme);
    }
    return found;
  }

  /** Those of these lessons of which an edition was taken away. */
  async withdrawnOf(lessonIds: readonly string[]): Promise<ReadonlySet<string>> {
    if (lessonIds.length === 0) return new Set();
    const rows = (await this.editions.query(
      `SELECT DISTINCT e.lessonId AS id FROM edition e
       WHERE e.lessonId IN (?) AND e.state = 'ready' AND e.withdrawnAt IS NOT NULL`,
      [lessonIds],
    )) as { id: string }[];
    return new Set(rows.map((row) => row.id));
  }

  /** Those of these lessons that were published, whether the edition is ready or not. */
  async publishedOf(lessonIds: readonly string[]): Promise<ReadonlySet<string>> {
    if (lessonIds.length === 0) return new Set();
    const rows = (await this.editions.query('SELECT DISTINCT lessonId AS id FROM edition WHERE lessonId IN (?)', [
      lessonIds,
    ])) as { id: string }[];
    return new Set(rows.map((row) => row.id));
  }

  async ofLesson(lessonId: string): Promise<readonly EditionHead[]> {
    const select = Object.fromEntries(HEAD.map((name) => [name, true]));
    return this.editions.find({ where: { lessonId }, order: { number: 'DESC' }, select });
  }

  /** Takes one edition away from everybody it was given to, or gives it back: at once, wherever it is being watched. */
  async setWithdrawn(id: string, withdrawn: boolean): Promise<void> {
    await this.editions.update({ id }, { withdrawnAt: withdrawn ? new Date() : null });
    if (withdrawn) await this.media.cut(`edition:${id}`);
    const { lessonId } = await this.get(id);
    await this.events.tell(await this.access.audience(lessonId), { kind: 'edition', id, of: lessonId });
  }

  /** A stretch of a lesson as it would be published, with this cleaning: for hearing before and after. */
  async excerpt(
    personId: string,
    lesson: Lesson,
    { range, clean }: { range: TimeRange; clean: Pick<Finish, 'noise' | 'levelling'> },
  ): Promise<Buffer> {
    const { segments } = pieceOf(await this.edits.of(lesson), range, randomUUID);
    if (segments.length === 0)
      throw new Problem(422, 'nothing-recorded', 'There is nothing to be heard in this stretch.');
    return this.maker.excerpt(personId, lesson.id, { segments, clean });
  }
}
