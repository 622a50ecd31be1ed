import type { MigrationInterface, QueryRunner } from 'typeorm';

/** What is known of a part of a take is kept beside it, so that nobody reads a whole voice to know how long it is. */
export class FactsOfParts1764600000000 implements MigrationInterface {
  readonly name = 'FactsOfParts1764600000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE `take_part` ADD `facts` json NULL');
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE `take_part` DROP COLUMN `facts`');
  }
}
