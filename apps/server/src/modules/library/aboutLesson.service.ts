import { Inject, Injectable } from '@nestjs/common';
import { DataSource } from 'typeorm';
import { STORAGE, type Storage } from '../../platform/storage/index.ts';
import { EditionsService, filesOf } from '../editions/index.ts';
import { LessonsService } from '../lessons/index.ts';
import { PagesService } from '../pages/index.ts';
import { WhomService } from '../assignments/index.ts';
import { pairKey, WatchCounts } from '../watching/index.ts';

export interface LessonUse {
  readonly assignmentId: string;
  readonly className: string;
  readonly dueAt: Date;
  readonly learners: number;
  readonly begun: number;
  /** The mean over all learners, 0 to 1. */
  readonly seen: number;
}
export interface AboutLesson {
  readonly uses: readonly LessonUse[];
  /** Classes that whoever asks does not teach. */
  readonly elsewhere: number;
  readonly playedIn: readonly { readonly id: string; readonly title: string }[];
  readonly bytes: Readonly<Record<'voice' | 'camera' | 'pages' | 'editions', number>>;
}
interface UseRow {
  readonly id: string;
  readonly classId: string;
  readonly name: string;
  readonly dueAt: Date;
  readonly teaches: number;
}

/** Where one lesson is used, how much of it was seen there, and what it keeps. */
@Injectable()
export class AboutLessonService {
  constructor(
    private readonly database: DataSource,
    private readonly lessons: LessonsService,
    private readonly pages: PagesService,
    private readonly editions: EditionsService,
    private readonly counts: WatchCounts,
    private readonly whom: WhomService,
    @Inject(STORAGE) private readonly storage: Storage,
  ) {}

  async of(personId: string, lessonId: string): Promise<AboutLesson> {
    const given = (await this.database.query(
      `SELECT a.id, a.classId, c.name, a.dueAt, EXISTS(SELECT 1 FROM membership m
         WHERE m.classId = a.classId AND m.personId = ? AND m.part = 'teacher') AS teaches
       FROM assignment_lesson al JOIN assignment a ON a.id = al.assignmentId
       JOIN school_class c ON c.id = a.classId WHERE al.lessonId = ? ORDER BY a.dueAt, a.id`,
      [personId, lessonId],
    )) as UseRow[];
    const own = given.filter((one) => Number(one.teaches) === 1);
    const others = new Set(given.filter((one) => Number(one.teaches) === 0).map((one) => one.classId));
    const playedIn = (await this.database.query(
      'SELECT l.id, l.title FROM lesson_source x JOIN lesson l ON l.id = x.lessonId WHERE x.sourceId = ? AND l.ownerId = ? ORDER BY l.title LIMIT 50',
      [lessonId, personId],
    )) as { id: string; title: string }[];
    return {
      uses: await this.#uses(lessonId, own),
      elsewhere: others.size,
      playedIn,
      bytes: await this.#bytes(lessonId),
    };
  }

  async #uses(lessonId: string, rows: readonly UseRow[]): Promise<readonly LessonUse[]> {
    const edition = await this.editions.newestReady(lessonId);
    const having = await this.whom.learnersOfAll(rows.map(({ id }) => id));
    const watched = await this.counts.ofPairs(
      edition
        ? [...new Set(having.map(({ learnerId }) => learnerId))].map((learnerId) => ({ learnerId, edition }))
        : [],
    );
    return rows.map(({ id, name, dueAt }) => {
      const learners = having.filter((one) => one.assignmentId === id);
      const shares = learners.flatMap(({ learnerId }) => watched.get(pairKey(learnerId, lessonId))?.share ?? []);
      const seen = shares.reduce((sum, share) => sum + share, 0) / Math.max(1, learners.length);
      return { assignmentId: id, className: name, dueAt, learners: learners.length, begun: shares.length, seen };
    });
  }

  async #bytes(lessonId: string): Promise<AboutLesson['bytes']> {
    const takes = (await this.database.query("SELECT id FROM take WHERE lessonId = ? AND state <> 'discarded'", [
      lessonId,
    ])) as { id: string }[];
    const recorded: string[] = [];
    for (const { id } of takes) recorded.push(...(await this.storage.list(`takes/${id}/`)));
    const pages = await this.pages.ownFilesOf(await this.lessons.get(lessonId));
    const editions = (await this.editions.ofLesson(lessonId)).flatMap(filesOf);
    return {
      voice: await this.#sizeOf(recorded.filter((key) => !isFilm(key))),
      camera: await this.#sizeOf(recorded.filter(isFilm)),
      pages: await this.#sizeOf(pages),
      editions: await this.#sizeOf(editions.filter((key) => !pages.includes(key))),
    };
  }

  async #sizeOf(keys: readonly string[]): Promise<number> {
    let bytes = 0;
    for (const key of new Set(keys)) bytes += (await this.storage.size(key)) ?? 0;
    return bytes;
  }
}

const isFilm = (key: string): boolean => /\/film/.test(key);
