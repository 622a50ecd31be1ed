import type { MigrationInterface, QueryRunner } from 'typeorm';

/** What is said in takes, and hand-ins that were handed back knowingly without it. */
export class Captions1767000000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    for (const sql of [
      'CREATE TABLE `caption_line` (`takeId` uuid NOT NULL, `startAt` bigint NOT NULL, `endAt` bigint NOT NULL, `text` varchar(500) NOT NULL, PRIMARY KEY (`takeId`, `startAt`)) ENGINE=InnoDB',
      'ALTER TABLE `caption_line` ADD CONSTRAINT `CHK_caption_line_stretch` CHECK (startAt < endAt)',
      'ALTER TABLE `caption_line` ADD CONSTRAINT `FK_8000d5257da5bfa00c398529e5e` FOREIGN KEY (`takeId`) REFERENCES `take`(`id`) ON DELETE CASCADE ON UPDATE NO ACTION',
      'ALTER TABLE `mark` ADD `withoutCaptions` tinyint NOT NULL DEFAULT 0',
      'ALTER TABLE `mark` ALTER `withoutCaptions` DROP DEFAULT',
    ])
      await runner.query(sql);
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const sql of ['ALTER TABLE `mark` DROP COLUMN `withoutCaptions`', 'DROP TABLE `caption_line`'])
      await runner.query(sql);
  }
}
