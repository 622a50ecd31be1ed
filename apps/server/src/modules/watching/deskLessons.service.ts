import { Injectable } from '@nestjs/common';
import type { Standing } from '@oakbell/core/opening';
import { present } from '@oakbell/core/present';
import type { Assignment } from '../assignments/index.ts';
import { EditionsService, shownOpening } from '../editions/index.ts';
import { LessonsService } from '../lessons/index.ts';
import { pairKey, WatchCounts } from './watchCounts.service.ts';

/** A lesson of an assignment as it stands before one learner. */
export interface DeskLesson {
  readonly lessonId: string;
  readonly title: string;
  /** Of its newest edition, in microseconds; 0 while none is ready. */
  readonly length: number;
  /** How much of it they watched, from 0 to 1. */
  readonly share: number;
  /** What they watch; null while it is not open or not ready. */
  readonly editionId: string | null;
  readonly standing: Standing;
  readonly opensAt: string | null;
}

/** The lessons of assignments as a learner meets them: in so many queries, however many they are. */
@Injectable()
export class DeskLessons {
  constructor(
    private readonly counts: WatchCounts,
    private readonly editions: EditionsService,
    private readonly lessons: LessonsService,
  ) {}

  /** In their order, for each of these assignments. */
  async of(learnerId: string, all: readonly Assignment[]): Promise<ReadonlyMap<string, readonly DeskLesson[]>> {
    const ids = [...new Set(all.flatMap(({ lessonIds }) => lessonIds))];
    const editions = await this.editions.newestReadyOf(ids);
    const watched = await this.counts.ofPairs([...editions.values()].map((edition) => ({ learnerId, edition })));
    const lessons = await this.lessons.byIds(ids);
    const withdrawn = await this.editions.withdrawnOf(ids.filter((id) => !editions.has(id)));
    const now = Date.now();
    const one = (lessonId: string): DeskLesson => {
      const lesson = present(lessons.get(lessonId));
      const edition = editions.get(lessonId);
      const shown = shownOpening(lesson, edition === undefined && withdrawn.has(lessonId), now);
      return {
        ...{ lessonId, title: lesson.title, length: edition?.length ?? 0 },
        share: watched.get(pairKey(learnerId, lessonId))?.share ?? 0,
        editionId: shown.standing === 'open' ? (edition?.id ?? null) : null,
        ...shown,
      };
    };
    return new Map(all.map(({ id, lessonIds }) => [id, lessonIds.map(one)]));
  }
}
