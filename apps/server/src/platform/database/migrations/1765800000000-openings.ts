import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Before whom lessons are open, when, and in which pages: what was withdrawn is open to its makers alone. */
export class Openings1765800000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      "ALTER TABLE `lesson` ADD COLUMN `openTo` varchar(10) NOT NULL DEFAULT 'assigned', ADD COLUMN `openFrom` datetime(3) NULL, ADD COLUMN `openUntil` datetime(3) NULL",
    );
    await runner.query("UPDATE `lesson` SET `openTo` = 'me' WHERE `withdrawnAt` IS NOT NULL");
    await runner.query('ALTER TABLE `lesson` ALTER COLUMN `openTo` DROP DEFAULT, DROP COLUMN `withdrawnAt`');
    await runner.query("ALTER TABLE `session` ADD COLUMN `kind` varchar(5) NOT NULL DEFAULT 'whole'");
    await runner.query('ALTER TABLE `session` ALTER COLUMN `kind` DROP DEFAULT');
    await runner.query("ALTER TABLE `school` ADD COLUMN `frameHosts` json NOT NULL DEFAULT '[]'");
    await runner.query('ALTER TABLE `school` ALTER COLUMN `frameHosts` DROP DEFAULT');
    await runner.query('CREATE INDEX `IDX_3ce1a1f5236c04f41da8964f53` ON `visit` (`lessonId`, `lastAt`)');
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP INDEX `IDX_3ce1a1f5236c04f41da8964f53` ON `visit`');
    await runner.query('ALTER TABLE `school` DROP COLUMN `frameHosts`');
    await runner.query('ALTER TABLE `session` DROP COLUMN `kind`');
    await runner.query('ALTER TABLE `lesson` ADD COLUMN `withdrawnAt` datetime(3) NULL');
    await runner.query("UPDATE `lesson` SET `withdrawnAt` = `updatedAt` WHERE `openTo` = 'me'");
    await runner.query('ALTER TABLE `lesson` DROP COLUMN `openUntil`, DROP COLUMN `openFrom`, DROP COLUMN `openTo`');
  }
}
