import { present } from '@oakbell/core/present';
import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { micros, ZERO, type Micros } from '@oakbell/core/clock';
import { playedRanges } from '@oakbell/core/coverage';
import { programmeTimeOf, type Programme } from '@oakbell/core/edits';
import type { RangeSet } from '@oakbell/core/intervals';
import { Repository } from 'typeorm';
import { ensureFor } from '../../platform/http/index.ts';
import type { Person } from '../../platform/sessions/index.ts';
import { EditionsService, type EditionHead } from '../editions/index.ts';
import { VisitEntity, WatchedEntity } from './visit.entity.ts';
import { stretchesOf } from './watchCounts.service.ts';

interface NewVisit {
  readonly id: string;
  readonly editionId: string;
  /** How long ago it began: the server may have been away then. */
  readonly agoMs: number;
}

/** Opens visits. */
@Injectable()
export class WatchingService {
  constructor(
    @InjectRepository(VisitEntity) private readonly visits: Repository<VisitEntity>,
    @InjectRepository(WatchedEntity) private readonly watched: Repository<WatchedEntity>,
    private readonly editions: EditionsService,
  ) {}

  /**
   * Begins a visit, or finds the one begun before under the same name; says where the learner stopped last time and
   * what they have seen.
   */
  async begin(person: Person, { id, editionId, agoMs }: NewVisit): Promise<{ resumeAt: Micros; seen: RangeSet }> {
    const edition = await this.editions.get(editionId);
    const { lessonId } = edition;
    const programme = await this.#programme(edition);
    const there = await this.visits.findOneBy({ id });
    ensureFor(!there || (there.learnerId === person.id && there.editionId === editionId), 'visit');
    const last = await this.visits.findOne({ where: { lessonId, learnerId: person.id }, order: { lastAt: 'DESC' } });
    const at = last?.atSourceId
      ? programmeTimeOf(programme, { sourceId: last.atSourceId, time: micros(last.atTime) })
      : null;
    if (!there) {
      const now = Date.now();
      const startedAt = new Date(Math.max(now - agoMs, edition.createdAt.getTime()));
      const place = { atSourceId: last?.atSourceId ?? null, atTime: last?.atTime ?? 0 };
      const begun = { id, editionId, lessonId, learnerId: person.id, startedAt, lastAt: startedAt, ...place };
      // The same visit may be begun twice at the very same moment: whoever comes second finds it there.
      await this.visits
        .createQueryBuilder()
        .insert()
        .orIgnore()
        .values({ ...begun, counted: [] })
        .execute();
    }
    const mine = await this.watched.findBy({ lessonId, learnerId: person.id });
    return { resumeAt: at ?? ZERO, seen: playedRanges(programme, stretchesOf(mine)) };
  }

  async #programme({ id }: EditionHead): Promise<Programme> {
    return present((await this.editions.programmes([id])).get(id));
  }
}
