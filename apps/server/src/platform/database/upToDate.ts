import { MigrationExecutor, type DataSource, type Migration } from 'typeorm';

/**
 * Brings a database to the newest schema, each step whole or not at all. Gives the steps that were done.
 *
 * Whatever rebuilds a table rebuilds its full text too, by what holds in this session then: every word counts, since
 * which words say little is different in each language.
 */
export async function bringUpToDate(database: DataSource): Promise<readonly Migration[]> {
  const runner = database.createQueryRunner();
  try {
    await runner.query('SET SESSION innodb_ft_enable_stopword = OFF');
    const executor = new MigrationExecutor(database, runner);
    executor.transaction = 'each';
    return await executor.executePendingMigrations();
  } finally {
    await runner.query('SET SESSION innodb_ft_enable_stopword = DEFAULT');
    await runner.release();
  }
}
