import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import type { TimeRange } from '@oakbell/core/clock';
import { LONGEST_PROGRAMME, pieceOf, programmeOf, type Finish } from '@oakbell/core/edits';
import { randomUUID } from 'node:crypto';
import { In, IsNull, Not, Repository } from 'typeorm';
import { notFound, Problem } from '../../platform/http/index.ts';
import { JobsService, type JobEntity } from '../../platform/jobs/index.ts';
import { MediaService } from '../access/index.ts';
import { LessonsService, type LessonEntity } from '../lessons/index.ts';
import { EditionEntity } from './edition.entity.ts';
import { EditionMaker, MAKE_EDITION } from './editionMaker.service.ts';

/** Editions of lessons: published, found, withdrawn. */
@Injectable()
export class EditionsService {
  constructor(
    @InjectRepository(EditionEntity) private readonly editions: Repository<EditionEntity>,
    private readonly lessons: LessonsService,
    private readonly maker: EditionMaker,
    private readonly jobs: JobsService,
    private readonly media: MediaService,
  ) {}

  /** Freezes the lesson as it stands and has its voice made, for the person who asks. @throws Problem `nothing-recorded` */
  async publish(personId: string, lesson: LessonEntity): Promise<{ edition: EditionEntity; job: JobEntity }> {
    const { length } = programmeOf(lesson.edits);
    if (length === 0)
      throw new Problem(422, 'nothing-recorded', 'There is no recording in this lesson yet. Record it first.');
    if (length > LONGEST_PROGRAMME)
      throw new Problem(
        422,
        'programme-too-long',
        'A lesson can be three hours long. Split it in two, and publish each. Nothing was changed.',
      );
    const number = 1 + (await this.editions.countBy({ lessonId: lesson.id }));
    const id = randomUUID();
    const made = this.editions.create({
      id,
      lessonId: lesson.id,
      number,
      state: 'making',
      edits: lesson.edits,
      length,
      manifest: null,
      lufs: null,
      hasAac: false,
      files: [],
      withdrawnAt: null,
      jobId: randomUUID(),
      createdAt: new Date(),
    });
    await this.editions.insert(made);
    const job = await this.jobs.add({ kind: MAKE_EDITION, ownerId: personId, subjectId: id, input: {} });
    await this.editions.update({ id }, { jobId: job.id });
    return { edition: { ...made, jobId: job.id }, job };
  }

  /** @throws Problem `not-found` */
  async get(id: string): Promise<EditionEntity> {
    const edition = await this.editions.findOneBy({ id });
    if (!edition) throw notFound('edition');
    return edition;
  }

  /** The newest edition of a lesson that can be watched, or null: none of a lesson that was withdrawn. */
  async newestReady(lessonId: string): Promise<EditionEntity | null> {
    return (await this.newestReadyOf([lessonId])).get(lessonId) ?? null;
  }

  async newestReadyOf(lessonIds: readonly string[]): Promise<ReadonlyMap<string, EditionEntity>> {
    if (lessonIds.length === 0) return new Map();
    const found = await this.editions.find({
      where: { lessonId: In([...lessonIds]), state: 'ready', withdrawnAt: IsNull() },
      order: { number: 'ASC' },
    });
    const lessons = await this.lessons.byIds(found.map((one) => one.lessonId));
    return new Map(found.flatMap((one) => (lessons.get(one.lessonId)?.withdrawnAt ? [] : [[one.lessonId, one]])));
  }

  /** Whether there was something to watch, and it was taken away. */
  async isWithdrawn(lessonId: string): Promise<boolean> {
    if ((await this.lessons.get(lessonId)).withdrawnAt !== null) return true;
    return this.editions.existsBy({ lessonId, state: 'ready', withdrawnAt: Not(IsNull()) });
  }

  async ofLesson(lessonId: string): Promise<readonly EditionEntity[]> {
    return this.editions.find({ where: { lessonId }, order: { number: 'DESC' } });
  }

  /** Takes one edition away from everybody it was given to, or gives it back: at once, wherever it is being watched. */
  async setWithdrawn(id: string, withdrawn: boolean): Promise<void> {
    await this.editions.update({ id }, { withdrawnAt: withdrawn ? new Date() : null });
    if (withdrawn) await this.media.cut(`edition:${id}`);
  }

  /** The same for a whole lesson, with all its editions. */
  async setLessonWithdrawn(lessonId: string, withdrawn: boolean): Promise<void> {
    await this.lessons.setWithdrawn(lessonId, withdrawn);
    if (withdrawn) await this.media.cut(`lesson:${lessonId}`);
  }

  /** A stretch of a lesson as it would be published, with this cleaning: for hearing before and after. */
  async excerpt(
    personId: string,
    lesson: LessonEntity,
    { range, clean }: { range: TimeRange; clean: Pick<Finish, 'noise' | 'levelling'> },
  ): Promise<Buffer> {
    const { segments } = pieceOf(lesson.edits, range, randomUUID);
    if (segments.length === 0)
      throw new Problem(422, 'nothing-recorded', 'There is nothing to be heard in this stretch.');
    return this.maker.excerpt(personId, lesson.id, { segments, clean });
  }
}
