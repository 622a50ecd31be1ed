import { Injectable } from '@nestjs/common';
import { DataSource } from 'typeorm';
import { Gathered } from '../../platform/database/index.ts';
import type { Person } from '../../platform/sessions/index.ts';
import { decide, type ActOn, type Decision } from './access.rules.ts';
import { AUDIENCE, factsIn, MAKERS, QUERIES, SHARERS, TEACHERS, type FactsOf, type Thing } from './facts.ts';

interface Pair {
  readonly personId: string;
  readonly id: string;
}
type Row = Readonly<Record<string, unknown>>;
type Asked = Readonly<Record<Thing, Gathered<Pair, Row | null>>>;

/** Person, act, thing: yes or no. What many requests ask at once is asked of the database in one query. */
@Injectable()
export class AccessService {
  readonly #rows: Asked;

  constructor(private readonly database: DataSource) {
    const of = (thing: Thing) => new Gathered((pairs: readonly Pair[]) => this.#ask(thing, pairs));
    const things = Object.keys(QUERIES) as Thing[];
    this.#rows = Object.fromEntries(things.map((thing) => [thing, of(thing)])) as Asked;
  }

  async decide<T extends Thing>(
    { id: personId, role }: Person,
    act: ActOn<T>,
    thing: T,
    id: string,
  ): Promise<Decision> {
    const row = await this.#rows[thing].ask({ personId, id });
    return decide(role, act, thing, row && (factsIn(row) as unknown as FactsOf[T]));
  }

  /** Everybody who may change a lesson: its maker, and the other teachers of its course where they may. */
  async makersOf(lessonId: string): Promise<readonly string[]> {
    const rows = (await this.database.query(MAKERS, Array(3).fill(lessonId))) as { id: string }[];
    return rows.map((row) => row.id);
  }

  /** Everybody who has one of these lessons because they share its course. */
  async sharersOf(lessonIds: readonly string[]): Promise<readonly string[]> {
    const rows = (await this.database.query(SHARERS, [lessonIds])) as { id: string }[];
    return rows.map((row) => row.id);
  }

  /** Everybody before whom something changes when a lesson does: its maker, and whoever it was given to or is about. */
  async audience(lessonId: string): Promise<readonly string[]> {
    const rows = (await this.database.query(AUDIENCE, Array(10).fill(lessonId))) as { id: string }[];
    return rows.map((row) => row.id);
  }

  /** Those who teach a class that a lesson was given to, or whose learner it is feedback for. */
  async teachersOf(lessonId: string): Promise<readonly string[]> {
    const rows = (await this.database.query(TEACHERS, Array(3).fill(lessonId))) as { id: string }[];
    return rows.map((row) => row.id);
  }

  /** The row for each pair, in their order; null where there is no such thing. */
  async #ask(thing: Thing, pairs: readonly Pair[]): Promise<readonly (Row | null)[]> {
    const asked = JSON.stringify(pairs.map(({ personId, id }) => [personId, id]));
    const rows = (await this.database.query(QUERIES[thing], [asked])) as readonly (Row & { readonly n: unknown })[];
    const byPair = new Map(rows.map(({ n, ...row }) => [Number(n), row]));
    return pairs.map((_, i) => byPair.get(i + 1) ?? null);
  }
}
