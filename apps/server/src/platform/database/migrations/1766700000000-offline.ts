import type { MigrationInterface, QueryRunner } from 'typeorm';

const TABLES = ['assignment', 'assignment_template'];

/** Lessons that learners may keep on their device. */
export class Offline1766700000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    for (const table of TABLES)
      await runner.query(`ALTER TABLE \`${table}\` ADD \`offline\` tinyint NOT NULL DEFAULT 0`);
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const table of TABLES) await runner.query(`ALTER TABLE \`${table}\` DROP COLUMN \`offline\``);
  }
}
