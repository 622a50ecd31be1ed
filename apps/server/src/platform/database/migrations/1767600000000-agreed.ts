import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Learners say what their class may see of them. Nobody has said anything yet: nothing counts as agreed. */
export class Agreed1767600000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      'ALTER TABLE `submission` ADD `agreed` json NULL, ADD `agreedWhole` tinyint NOT NULL DEFAULT 0, ADD `typed` tinyint NOT NULL DEFAULT 0',
    );
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE `submission` DROP COLUMN `typed`, DROP COLUMN `agreedWhole`, DROP COLUMN `agreed`');
  }
}
