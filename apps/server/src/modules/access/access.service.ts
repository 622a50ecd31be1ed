import { Injectable } from '@nestjs/common';
import { DataSource } from 'typeorm';
import type { Person } from '../../platform/sessions/index.ts';
import { decide, type ActOn, type Decision } from './access.rules.ts';
import { factsIn, QUERIES, type FactsOf, type Thing } from './facts.ts';

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
}
