import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Mail, forgotten passwords, and the name that somebody is shown by. */
export class Mail1765700000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      'ALTER TABLE `person` ADD COLUMN `registerName` varchar(120) NULL, ADD COLUMN `forgottenKey` uuid NULL, ADD COLUMN `forgottenUntil` datetime(3) NULL, ADD COLUMN `mailOfSignIns` tinyint NULL',
    );
    await runner.query('ALTER TABLE `job` ADD COLUMN `notBefore` datetime(3) NULL');
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE `job` DROP COLUMN `notBefore`');
    await runner.query(
      'ALTER TABLE `person` DROP COLUMN `mailOfSignIns`, DROP COLUMN `forgottenUntil`, DROP COLUMN `forgottenKey`, DROP COLUMN `registerName`',
    );
  }
}
