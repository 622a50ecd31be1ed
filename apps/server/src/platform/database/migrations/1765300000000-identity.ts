import type { MigrationInterface, QueryRunner } from 'typeorm';

/** People can come in by the school's own sign-in, from domains that the keeper names. */
export class Identity1765300000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query("ALTER TABLE `school` ADD `mailDomains` json NOT NULL DEFAULT '[]'");
    await runner.query('ALTER TABLE `school` ALTER COLUMN `mailDomains` DROP DEFAULT');
    await runner.query(
      'ALTER TABLE `person` ADD `identityKey` varchar(255) COLLATE "utf8mb4_bin" NULL, ADD UNIQUE INDEX `IDX_964b29f37be8d42a2911732cf4` (`identityKey`)',
    );
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE `person` DROP COLUMN `identityKey`');
    await runner.query('ALTER TABLE `school` DROP COLUMN `mailDomains`');
  }
}
