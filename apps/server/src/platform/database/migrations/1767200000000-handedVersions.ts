import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Each time that something was handed in is kept, with its pages: what was replaced is put aside and not removed. */
export class HandedVersions1767200000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    for (const sql of [
      'CREATE TABLE `handed_version` (`submissionId` uuid NOT NULL, `number` int NOT NULL, `lessonId` uuid NOT NULL, `byId` uuid NOT NULL, `kind` varchar(10) NOT NULL, `fileNames` json NOT NULL, `fileBytes` json NOT NULL, `text` mediumtext NOT NULL, `editionId` uuid NULL, `handedInAt` datetime(3) NOT NULL, INDEX `IDX_6dcdadc305728781cf6d5b97b7` (`lessonId`), INDEX `IDX_d0a39eacefbb661a961bead25e` (`byId`), PRIMARY KEY (`submissionId`, `number`)) ENGINE=InnoDB',
      'ALTER TABLE `handed_version` ADD CONSTRAINT `FK_7d7b56e3f4a3db5e550951f9cb3` FOREIGN KEY (`submissionId`) REFERENCES `submission`(`id`) ON DELETE CASCADE ON UPDATE NO ACTION',
      'ALTER TABLE `handed_version` ADD CONSTRAINT `FK_6dcdadc305728781cf6d5b97b72` FOREIGN KEY (`lessonId`) REFERENCES `lesson`(`id`) ON DELETE CASCADE ON UPDATE NO ACTION',
      'ALTER TABLE `handed_version` ADD CONSTRAINT `FK_d0a39eacefbb661a961bead25e4` FOREIGN KEY (`byId`) REFERENCES `person`(`id`) ON DELETE NO ACTION ON UPDATE NO ACTION',
      'ALTER TABLE `handed_version` ADD CONSTRAINT `FK_eee178f863771e1d8242d2bbd29` FOREIGN KEY (`editionId`) REFERENCES `edition`(`id`) ON DELETE SET NULL ON UPDATE NO ACTION',
      'ALTER TABLE `lesson` ADD `replacedAt` datetime(3) NULL',
      'CREATE INDEX `IDX_TMP` ON `lesson` (`submissionId`)',
      'DROP INDEX `IDX_6d0664cf91ea5c56fb0fdeec22` ON `lesson`',
      'ALTER TABLE `lesson` RENAME INDEX `IDX_TMP` TO `IDX_6d0664cf91ea5c56fb0fdeec22`',
      // How large the files of then were is not known any more.
      "INSERT INTO `handed_version` SELECT s.`id`, s.`times`, l.`id`, s.`learnerId`, s.`kind`, s.`fileNames`, '[]', s.`text`, NULL, s.`handedInAt` FROM `submission` s JOIN `lesson` l ON l.`submissionId` = s.`id`",
    ])
      await runner.query(sql);
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const sql of [
      'DELETE FROM `lesson` WHERE `replacedAt` IS NOT NULL',
      'DROP TABLE `handed_version`',
      'ALTER TABLE `lesson` DROP COLUMN `replacedAt`',
      'CREATE UNIQUE INDEX `IDX_TMP` ON `lesson` (`submissionId`)',
      'DROP INDEX `IDX_6d0664cf91ea5c56fb0fdeec22` ON `lesson`',
      'ALTER TABLE `lesson` RENAME INDEX `IDX_TMP` TO `IDX_6d0664cf91ea5c56fb0fdeec22`',
    ])
      await runner.query(sql);
  }
}
