import { AsyncLocalStorage } from 'node:async_hooks';
import { DataSource, EntityManager, type QueryRunner } from 'typeorm';

/** What one act has in common: its connection, and what is to be done once it is kept. */
export interface ActScope {
  readonly runner: QueryRunner;
  readonly afterwards: (() => Promise<void>)[];
}

export const actScopes = new AsyncLocalStorage<ActScope>();
/** What is being done: a request's method and route, or a job's kind. */
export const workNames = new AsyncLocalStorage<string>();

/** The manager of everything that is injected: inside an act it works on the connection of that act. */
class AmbientManager extends EntityManager {
  constructor(dataSource: DataSource) {
    super(dataSource);
    Object.defineProperty(this, 'queryRunner', { get: () => actScopes.getStore()?.runner });
  }
}

/**
 * A data source whose repositories, managers and plain queries all take part in the act that is going on: no service
 * has to hand a connection to the next, and none can write beside the transaction by mistake.
 */
export class ActDataSource extends DataSource {
  /** Looks at each statement before it is sent; what it throws is the statement's failure. For tests and benchmarks. */
  onStatement: ((sql: string, work: string | undefined) => void) | null = null;

  override createEntityManager(runner?: QueryRunner): EntityManager {
    return runner ? super.createEntityManager(runner) : new AmbientManager(this);
  }

  override createQueryRunner(mode?: 'master' | 'slave'): QueryRunner {
    const runner = super.createQueryRunner(mode);
    const send = runner.query.bind(runner) as QueryRunner['query'];
    runner.query = (async (...sent: Parameters<typeof send>) => {
      this.onStatement?.(sent[0], workNames.getStore());
      return send(...sent);
    }) as QueryRunner['query'];
    return runner;
  }

  override async query<T = unknown>(sql: string, parameters?: unknown[] | object, runner?: QueryRunner): Promise<T> {
    return super.query<T>(sql, parameters, runner ?? actScopes.getStore()?.runner);
  }
}
