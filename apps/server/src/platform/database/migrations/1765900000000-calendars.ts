import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Addresses at which due dates are read. */
export class Calendars1765900000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      'ALTER TABLE `person` ADD COLUMN `calendarOn` tinyint NOT NULL DEFAULT 0, ADD COLUMN `calendarNumber` int NOT NULL DEFAULT 0',
    );
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE `person` DROP COLUMN `calendarNumber`, DROP COLUMN `calendarOn`');
  }
}
