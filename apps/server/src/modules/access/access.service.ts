import { Injectable } from '@nestjs/common';
import { DataSource } from 'typeorm';
import type { Person } from '../../platform/sessions/index.ts';
import { decide, type ActOn, type Decision } from './access.rules.ts';
import { AUDIENCE, factsIn, QUERIES, TEACHERS, type FactsOf, type Thing } from './facts.ts';

/** Person, act, thing: yes or no, by one query. */
@Injectable()
export class AccessService {
  constructor(private readonly database: DataSource) {}

  async decide<T extends Thing>(
    { id: personId, role }: Person,
    act: ActOn<T>,
    thing: T,
    id: string,
  ): Promise<Decision> {
    const [row] = (await this.database.query(QUERIES[thing], [personId, id])) as Readonly<Record<string, unknown>>[];
    return decide(role, act, thing, row ? (factsIn(row) as unknown as FactsOf[T]) : null);
  }

  /** Everybody before whom something changes when a lesson does: its maker, and whoever it was given to or is about. */
  async audience(lessonId: string): Promise<readonly string[]> {
    const rows = (await this.database.query(AUDIENCE, Array(5).fill(lessonId))) as { id: string }[];
    return rows.map((row) => row.id);
  }

  /** Those who teach a class that a lesson was given to, or whose learner it is feedback for. */
  async teachersOf(lessonId: string): Promise<readonly string[]> {
    const rows = (await this.database.query(TEACHERS, [lessonId, lessonId])) as { id: string }[];
    return rows.map((row) => row.id);
  }
}
