import type { MigrationInterface, QueryRunner } from 'typeorm';

/**
 * Hand-ins are marked by two, unseen by each other; each class has its own rules for what is late and missing; it is seen
 * when what was handed back was opened.
 */
export class TwoMarkers1767300000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    for (const sql of [
      'CREATE TABLE `second_marker` (`assignmentId` uuid NOT NULL, `personId` uuid NOT NULL, `since` datetime(3) NOT NULL, INDEX `IDX_e78baca863fefd677f147c9e6d` (`personId`), PRIMARY KEY (`assignmentId`)) ENGINE=InnoDB',
      'CREATE TABLE `second_mark` (`submissionId` uuid NOT NULL, `byId` uuid NOT NULL, `points` float NULL, `comment` text NOT NULL, `reason` text NOT NULL, `rubricVersionId` uuid NULL, `choices` json NULL, `forTimes` int NOT NULL, `revision` int NOT NULL, `doneAt` datetime(3) NULL, INDEX `IDX_fce87574b8fe7a41ed3824b9e7` (`byId`), INDEX `IDX_a6a2af701404371cc2c72019e6` (`rubricVersionId`), PRIMARY KEY (`submissionId`)) ENGINE=InnoDB',
      'ALTER TABLE `second_marker` ADD CONSTRAINT `FK_af9924097085146076a32e77349` FOREIGN KEY (`assignmentId`) REFERENCES `assignment`(`id`) ON DELETE CASCADE ON UPDATE NO ACTION',
      'ALTER TABLE `second_marker` ADD CONSTRAINT `FK_e78baca863fefd677f147c9e6df` FOREIGN KEY (`personId`) REFERENCES `person`(`id`) ON DELETE NO ACTION ON UPDATE NO ACTION',
      'ALTER TABLE `second_mark` ADD CONSTRAINT `FK_093cca896ebe29cf847fdbc55bf` FOREIGN KEY (`submissionId`) REFERENCES `submission`(`id`) ON DELETE CASCADE ON UPDATE NO ACTION',
      'ALTER TABLE `second_mark` ADD CONSTRAINT `FK_fce87574b8fe7a41ed3824b9e7d` FOREIGN KEY (`byId`) REFERENCES `person`(`id`) ON DELETE NO ACTION ON UPDATE NO ACTION',
      'ALTER TABLE `second_mark` ADD CONSTRAINT `FK_a6a2af701404371cc2c72019e6e` FOREIGN KEY (`rubricVersionId`) REFERENCES `rubric_version`(`id`) ON DELETE NO ACTION ON UPDATE NO ACTION',
      'CREATE TABLE `grading` (`classId` uuid NOT NULL, `missingCounts` tinyint NOT NULL, `latePerDay` int NOT NULL, `lateMost` int NOT NULL, `sumShown` tinyint NOT NULL, `byId` uuid NULL, INDEX `IDX_4cb8685ce66038cadf58be1260` (`byId`), PRIMARY KEY (`classId`)) ENGINE=InnoDB',
      'ALTER TABLE `grading` ADD CONSTRAINT `FK_dbcc5a9ba19cd808c35d788962b` FOREIGN KEY (`classId`) REFERENCES `school_class`(`id`) ON DELETE CASCADE ON UPDATE NO ACTION',
      'ALTER TABLE `grading` ADD CONSTRAINT `FK_4cb8685ce66038cadf58be12600` FOREIGN KEY (`byId`) REFERENCES `person`(`id`) ON DELETE NO ACTION ON UPDATE NO ACTION',
      'ALTER TABLE `mark` ADD `openedAt` datetime(3) NULL',
    ])
      await runner.query(sql);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE `mark` DROP COLUMN `openedAt`');
    for (const table of ['second_mark', 'second_marker', 'grading']) await runner.query(`DROP TABLE \`${table}\``);
  }
}
