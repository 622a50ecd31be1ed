import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Lessons that play takes of other lessons know whose pages they need. Nothing that was there is changed. */
export class SharedTakes1764300000000 implements MigrationInterface {
  readonly name = 'SharedTakes1764300000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query("ALTER TABLE `lesson` ADD `sources` json NOT NULL DEFAULT '[]'");
  }

  /** There is no way back: earlier versions have no place for what is kept here. Go back by a backup. */
  async down(): Promise<void> {
    throw new Error('This step cannot be taken back; restore the backup made before it.');
  }
}
