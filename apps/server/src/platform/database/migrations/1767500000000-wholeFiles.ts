import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Files that cannot be shown are offered whole, beside a page that stands for each. */
export class WholeFiles1767500000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE `page` ADD `whole` json NULL');
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE `page` DROP COLUMN `whole`');
  }
}
