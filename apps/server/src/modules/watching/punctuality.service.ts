import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { countsAsWatched, type Punctual } from '@oakbell/core/assigning';
import { micros } from '@oakbell/core/clock';
import { shareOf, unionOfStretches } from '@oakbell/core/coverage';
import { present } from '@oakbell/core/present';
import { Repository } from 'typeorm';
import { groupedBy } from '../../platform/database/index.ts';
import { DueDates, type Assignment } from '../assignments/index.ts';
import { EditionsService, type EditionHead } from '../editions/index.ts';
import { PlayEntity } from './visit.entity.ts';
import { pairKey, type Watched } from './watchCounts.service.ts';

/** A learner who has watched a lesson that they were given. */
export interface Given {
  readonly learnerId: string;
  readonly assignment: Assignment;
  readonly edition: EditionHead;
  readonly watched: Watched;
}
interface PlayedRow {
  readonly learnerId: string;
  readonly lessonId: string;
  readonly sourceId: string;
  readonly start: string;
  readonly end: string;
  readonly at: Date;
}

type Due = Given & { readonly due: Date };
const isEnough = ({ assignment }: Given, share: number): boolean => countsAsWatched(share, assignment.watchedPercent);
const isBefore = ({ watched, due }: Due): boolean => watched.lastAt !== null && watched.lastAt <= due;

/** Whether what was given was watched by when it was due. */
@Injectable()
export class Punctuality {
  constructor(
    @InjectRepository(PlayEntity) private readonly plays: Repository<PlayEntity>,
    private readonly editions: EditionsService,
    private readonly dueDates: DueDates,
  ) {}

  /** Of each, in their order; null of those who have not watched enough. Extra time that somebody needs counts for them. */
  async of(all: readonly Given[]): Promise<readonly (Punctual | null)[]> {
    const dueOf = await this.dueDates.of([...new Set(all.map(({ learnerId }) => learnerId))]);
    const asked = all.map((one) => ({ ...one, due: dueOf(one.learnerId, one.assignment) }));
    // Who was done with it before then never watched later; of all others it is looked what they had seen until then.
    const open = asked.filter((one) => isEnough(one, one.watched.share) && !isBefore(one));
    const played = groupedBy(await this.#playedBy(open), (row) => pairKey(row.learnerId, row.lessonId));
    const programmes = await this.editions.programmes([...new Set(open.map(({ edition }) => edition.id))]);
    return asked.map((one): Punctual | null => {
      if (!isEnough(one, one.watched.share)) return null;
      if (isBefore(one)) return 'on-time';
      const before = (played.get(pairKey(one.learnerId, one.edition.lessonId)) ?? [])
        .filter(({ at }) => at <= one.due)
        .map(({ sourceId, start, end }) => ({ sourceId, start: micros(Number(start)), end: micros(Number(end)) }));
      const share = shareOf(present(programmes.get(one.edition.id)), unionOfStretches(before));
      return isEnough(one, share) ? 'on-time' : 'late';
    });
  }

  async #playedBy(open: readonly Due[]): Promise<readonly PlayedRow[]> {
    if (open.length === 0) return [];
    return (await this.plays.query(
      `SELECT v.learnerId, v.lessonId, p.sourceId, p.start, p.end, p.at FROM visit v JOIN play p ON p.visitId = v.id
       WHERE v.lessonId IN (?) AND v.learnerId IN (?) AND p.at <= ?`,
      [
        [...new Set(open.map(({ edition }) => edition.lessonId))],
        [...new Set(open.map(({ learnerId }) => learnerId))],
        new Date(Math.max(...open.map(({ due }) => due.getTime()))),
      ],
    )) as PlayedRow[];
  }
}
