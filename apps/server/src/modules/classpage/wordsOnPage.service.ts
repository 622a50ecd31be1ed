import { Injectable } from '@nestjs/common';
import { EditionsService, type EditionHead } from '../editions/index.ts';
import { LessonsService } from '../lessons/index.ts';
import { PeopleService } from '../people/index.ts';
import { QuickWordsService } from '../quickwords/index.ts';
import { pairKey, WatchCounts } from '../watching/index.ts';
import type { OwnPageWordDto, PageWordDto } from './classPage.dto.ts';

/** The quick words of a class page. */
@Injectable()
export class WordsOnPage {
  constructor(
    private readonly words: QuickWordsService,
    private readonly editions: EditionsService,
    private readonly lessons: LessonsService,
    private readonly people: PeopleService,
    private readonly counts: WatchCounts,
  ) {}

  async ofTeacher(classId: string): Promise<PageWordDto[]> {
    const { all } = await this.#shown(classId);
    const begun = await this.counts.begunIn(
      classId,
      all.map(({ lessonId }) => lessonId),
    );
    return all.map((word) => ({ ...word, heard: begun.get(word.lessonId) ?? 0 }));
  }

  async ofLearner(classId: string, learnerId: string): Promise<OwnPageWordDto[]> {
    const { all, editions } = await this.#shown(classId);
    const watched = await this.counts.ofPairs([...editions.values()].map((edition) => ({ learnerId, edition })));
    return all.map((word) => ({ ...word, share: watched.get(pairKey(learnerId, word.lessonId))?.share ?? 0 }));
  }

  async #shown(classId: string) {
    const words = await this.words.on(classId);
    const ids = words.map(({ lessonId }) => lessonId);
    const editions: ReadonlyMap<string, EditionHead> = await this.editions.newestReadyOf(ids);
    const lessons = await this.lessons.byIds(ids);
    const people = await this.people.byIds(words.map(({ byId }) => byId));
    const all = words.map(({ id, lessonId, byId }) => ({
      ...{ id, lessonId, title: lessons.get(lessonId)?.title ?? '', teacherName: people.get(byId)?.name ?? '' },
      length: editions.get(lessonId)?.length ?? 0,
    }));
    return { all, editions };
  }
}
