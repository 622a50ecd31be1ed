import { MOST_TERMS } from '@oakbell/core/people';
import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { randomUUID } from 'node:crypto';
import { In, Repository } from 'typeorm';
import { Acts } from '../../platform/acts/index.ts';
import { Problem } from '../../platform/http/index.ts';
import { SchoolClassEntity, TermEntity } from './class.entity.ts';
import { termFaults, type TermFacts } from './terms.rules.ts';

export interface TermChanges {
  /** Those without an id are new. */
  readonly terms: readonly (TermFacts & { readonly id: string | null })[];
  readonly removed: readonly string[];
}

/** The terms of the school: brought by rosters, or typed in by hand. */
@Injectable()
export class TermsService {
  constructor(
    @InjectRepository(TermEntity) private readonly terms: Repository<TermEntity>,
    @InjectRepository(SchoolClassEntity) private readonly classes: Repository<SchoolClassEntity>,
    private readonly acts: Acts,
  ) {}

  /** All terms, the latest first, and how many classes are in each. */
  async all(): Promise<readonly { readonly term: TermEntity; readonly classes: number }[]> {
    const terms = await this.terms.find({ order: { startsOn: 'DESC', name: 'ASC' } });
    const counts = (await this.classes.query(
      'SELECT termId AS id, COUNT(*) AS n FROM school_class WHERE termId IS NOT NULL GROUP BY termId',
    )) as { id: string; n: string }[];
    const of = new Map(counts.map(({ id, n }) => [id, Number(n)]));
    return terms.map((term) => ({ term, classes: of.get(term.id) ?? 0 }));
  }

  async one(id: string): Promise<TermEntity | null> {
    return this.terms.findOneBy({ id });
  }

  /** Whether there is such a term. */
  isThere(id: string): Promise<boolean> {
    return this.terms.existsBy({ id });
  }

  /**
   * Adds, changes and removes terms. What is named nowhere stays as it is: another keeper may just have added it.
   * @throws Problem `bad-terms`, `term-in-use`, `too-many-terms`
   */
  async change({ terms, removed }: TermChanges): Promise<void> {
    const fields = termFaults(terms);
    if (Object.keys(fields).length > 0)
      throw new Problem(422, 'bad-terms', `${Object.values(fields)[0]} Nothing was changed.`, { fields });
    await this.acts.do(async () => {
      // Locked, so that no class comes into a term while it is removed, and the limit holds for two at once.
      const there = await this.terms.find({ lock: { mode: 'pessimistic_write' } });
      const gone = there.filter(({ id }) => removed.includes(id));
      const used = gone.length === 0 ? 0 : await this.classes.countBy({ termId: In(gone.map(({ id }) => id)) });
      if (used > 0)
        throw new Problem(
          409,
          'term-in-use',
          `${used === 1 ? 'One class is' : `${used} classes are`} in this term. Give those another one first. Nothing was changed.`,
        );
      const fresh = terms.filter(({ id }) => id === null);
      if (there.length - gone.length + fresh.length > MOST_TERMS)
        throw new Problem(422, 'too-many-terms', `A school has ${MOST_TERMS} terms at most. Remove some first.`);
      if (gone.length > 0) await this.terms.delete({ id: In(gone.map(({ id }) => id)) });
      for (const { id, name, from, to } of terms) {
        const facts = { name: name.trim(), startsOn: from, endsOn: to };
        if (id === null) await this.terms.insert({ id: randomUUID(), rosterKey: null, ...facts });
        else await this.terms.update({ id }, facts);
      }
    });
  }
}
