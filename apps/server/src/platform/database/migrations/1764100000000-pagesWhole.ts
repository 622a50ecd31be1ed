import type { MigrationInterface, QueryRunner } from 'typeorm';

/**
 * Courses and units, goals, what is placed on pages, files to pick pages from, and what a teacher sets once.
 * Backdrops become JSON, cues become paragraphs; both keep what they said.
 */
export class PagesWhole1764100000000 implements MigrationInterface {
  readonly name = 'PagesWhole1764100000000';

  async up(runner: QueryRunner): Promise<void> {
    const queries = [
      'CREATE TABLE `lesson_asset` (`lessonId` uuid NOT NULL, `digest` char(64) NOT NULL, `width` int NOT NULL, `height` int NOT NULL, `createdAt` datetime(3) NOT NULL, PRIMARY KEY (`lessonId`, `digest`)) ENGINE=InnoDB',
      "CREATE TABLE `upload` (`id` uuid NOT NULL, `lessonId` uuid NOT NULL, `name` varchar(200) NOT NULL, `kind` varchar(10) NOT NULL, `state` varchar(10) NOT NULL, `key` varchar(200) NOT NULL, `pages` int NOT NULL, `notes` json NOT NULL, `failure` varchar(400) NOT NULL DEFAULT '', `createdAt` datetime(3) NOT NULL, INDEX `IDX_6116273d3dd177640316db0f7a` (`lessonId`), PRIMARY KEY (`id`)) ENGINE=InnoDB",
      'CREATE TABLE `course` (`id` uuid NOT NULL, `ownerId` uuid NOT NULL, `name` varchar(120) NOT NULL, `position` int NOT NULL, INDEX `IDX_ebf0ff6d5d6aeaa87d9b4b29c0` (`ownerId`), PRIMARY KEY (`id`)) ENGINE=InnoDB',
      'CREATE TABLE `unit` (`id` uuid NOT NULL, `courseId` uuid NOT NULL, `name` varchar(120) NOT NULL, `position` int NOT NULL, INDEX `IDX_c88f881f8a9aa8be0274028977` (`courseId`), PRIMARY KEY (`id`)) ENGINE=InnoDB',
      'CREATE TABLE `preference` (`personId` uuid NOT NULL, `naming` varchar(200) NOT NULL, `pens` json NOT NULL, PRIMARY KEY (`personId`)) ENGINE=InnoDB',
      "ALTER TABLE `lesson` ADD `goal` varchar(300) NOT NULL DEFAULT ''",
      "ALTER TABLE `lesson` ADD `targetMs` int NOT NULL DEFAULT '300000'",
      'ALTER TABLE `lesson` ADD `unitId` uuid NULL',
      'ALTER TABLE `lesson` ADD `savedAs` varchar(10) NULL',
      'CREATE INDEX `IDX_2e4ec2ae66c028d3b20f8ff0eb` ON `lesson` (`unitId`)',
      "ALTER TABLE `page` ADD `things` json NOT NULL DEFAULT '[]'",
      'ALTER TABLE `page` ALTER COLUMN `things` DROP DEFAULT',
      'ALTER TABLE `page` CHANGE `backdrop` `oldBackdrop` varchar(10) NULL',
      'ALTER TABLE `page` ADD `backdrop` json NULL',
      "UPDATE `page` SET `backdrop` = JSON_OBJECT('kind', `oldBackdrop`) WHERE `oldBackdrop` IS NOT NULL",
      'ALTER TABLE `page` DROP COLUMN `oldBackdrop`',
      "UPDATE `page` SET `cues` = CONCAT('<p>', REPLACE(REPLACE(REPLACE(REPLACE(`cues`, '&', '&amp;'), '<', '&lt;'), '>', '&gt;'), '\\n', '</p><p>'), '</p>') WHERE `cues` <> ''",
    ];
    for (const query of queries) await runner.query(query);
  }

  /** There is no way back: earlier versions have no place for what is kept here. Go back by a backup. */
  async down(): Promise<void> {
    throw new Error('This step cannot be taken back; restore the backup made before it.');
  }
}
