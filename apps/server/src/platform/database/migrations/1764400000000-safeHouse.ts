import type { MigrationInterface, QueryRunner } from 'typeorm';

/**
 * Lanes of jobs, sessions that are listed and end, names compared letter for letter, lessons that can be withdrawn.
 * Editions of before held more than they show: they are made anew, and are closed until that is done. Everybody signs
 * in again.
 */
export class SafeHouse1764400000000 implements MigrationInterface {
  readonly name = 'SafeHouse1764400000000';

  async up(runner: QueryRunner): Promise<void> {
    const queries = [
      'CREATE TABLE `storage_use` (`personId` uuid NOT NULL, `bytes` bigint NOT NULL, PRIMARY KEY (`personId`)) ENGINE=InnoDB',
      'DROP TABLE `sign_in_failure`',
      'DELETE FROM `session`',
      'ALTER TABLE `session` ADD `id` uuid NOT NULL',
      'ALTER TABLE `session` ADD `tag` char(16) NOT NULL',
      'ALTER TABLE `session` ADD `device` varchar(60) NOT NULL',
      'ALTER TABLE `session` ADD `mustChange` tinyint NOT NULL',
      'ALTER TABLE `session` ADD `startedAt` datetime(3) NOT NULL',
      'ALTER TABLE `session` ADD `lastAt` datetime(3) NOT NULL',
      'CREATE UNIQUE INDEX `IDX_f55da76ac1c3ac420f444d2ff1` ON `session` (`id`)',
      'ALTER TABLE `person` MODIFY `signInName` varchar(80) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL',
      'ALTER TABLE `person` ADD `mustChange` tinyint NOT NULL DEFAULT 0',
      'ALTER TABLE `lesson` ADD `withdrawnAt` datetime(3) NULL',
      'ALTER TABLE `edition` ADD `withdrawnAt` datetime(3) NULL',
      "ALTER TABLE `edition` ADD `files` json NOT NULL DEFAULT '[]'",
      'ALTER TABLE `edition` ALTER COLUMN `files` DROP DEFAULT',
      "ALTER TABLE `job` ADD `lane` varchar(10) NOT NULL DEFAULT 'later'",
      'ALTER TABLE `job` ALTER COLUMN `lane` DROP DEFAULT',
      "UPDATE `job` SET `lane` = CASE `kind` WHEN 'make-edition' THEN 'publish' WHEN 'import-pages' THEN 'import' WHEN 'convert-slides' THEN 'import' ELSE 'later' END",
      'ALTER TABLE `job` ADD `result` json NULL',
      'ALTER TABLE `job` ADD `failureStatus` int NULL',
      'ALTER TABLE `job` ADD `startedAt` datetime(3) NULL',
      'ALTER TABLE `job` ADD `runner` uuid NULL',
      'ALTER TABLE `job` ADD `starts` int NOT NULL DEFAULT 0',
      'ALTER TABLE `job` ALTER COLUMN `starts` DROP DEFAULT',
      "UPDATE `job` SET `state` = 'waiting' WHERE `state` = 'running'",
      'CREATE INDEX `IDX_9b1d2c5e7f40a86b3c9d1e2f50` ON `job` (`lane`, `state`)',
      "UPDATE `edition` SET `state` = 'making' WHERE `state` = 'ready'",
      "INSERT INTO `job` (`id`, `kind`, `lane`, `ownerId`, `subjectId`, `input`, `state`, `progress`, `createdAt`, `attempt`, `starts`) SELECT UUID(), 'make-edition', 'publish', l.`ownerId`, e.`id`, '{}', 'waiting', 0, NOW(3), 1, 0 FROM `edition` e JOIN `lesson` l ON l.`id` = e.`lessonId` WHERE e.`state` = 'making' AND NOT EXISTS (SELECT 1 FROM `job` j WHERE j.`subjectId` = e.`id` AND j.`kind` = 'make-edition' AND j.`state` = 'waiting')",
    ];
    for (const query of queries) await runner.query(query);
  }

  /** There is no way back: earlier versions would give out what is kept here. Go back by a backup. */
  async down(): Promise<void> {
    throw new Error('This step cannot be taken back; restore the backup made before it.');
  }
}
