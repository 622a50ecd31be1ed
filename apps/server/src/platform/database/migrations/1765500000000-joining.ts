import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Learners ask to join a class by its code; what they need, and how everybody likes to read. */
export class Joining1765500000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    for (const sql of [
      'ALTER TABLE `school_class` ADD `joinCode` varchar(8) COLLATE "utf8mb4_bin" NULL, ADD `joinUntil` datetime(3) NULL, ADD UNIQUE INDEX `IDX_3b7685554087a63e5e548d88d5` (`joinCode`)',
      'CREATE TABLE `class_asking` (`classId` uuid NOT NULL, `personId` uuid NOT NULL, `at` datetime(3) NOT NULL, INDEX `IDX_49c80555e49bfda4ef8a6e2ffb` (`personId`), PRIMARY KEY (`classId`, `personId`)) ENGINE=InnoDB',
      'ALTER TABLE `class_asking` ADD CONSTRAINT `FK_6803bf115f3bb8500922374cfe4` FOREIGN KEY (`classId`) REFERENCES `school_class`(`id`) ON DELETE CASCADE ON UPDATE NO ACTION',
      'ALTER TABLE `class_asking` ADD CONSTRAINT `FK_49c80555e49bfda4ef8a6e2ffb2` FOREIGN KEY (`personId`) REFERENCES `person`(`id`) ON DELETE CASCADE ON UPDATE NO ACTION',
      'CREATE TABLE `accommodation` (`personId` uuid NOT NULL, `captions` tinyint NOT NULL, `largerText` tinyint NOT NULL, `extraTime` float NOT NULL, PRIMARY KEY (`personId`)) ENGINE=InnoDB',
      'ALTER TABLE `accommodation` ADD CONSTRAINT `FK_5a037659685d930f15e141db8e0` FOREIGN KEY (`personId`) REFERENCES `person`(`id`) ON DELETE CASCADE ON UPDATE NO ACTION',
      'ALTER TABLE `person` ADD `textSize` varchar(10) NULL, ADD `lessMotion` tinyint NOT NULL DEFAULT 0',
    ])
      await runner.query(sql);
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const sql of [
      'ALTER TABLE `person` DROP COLUMN `textSize`, DROP COLUMN `lessMotion`',
      'DROP TABLE `accommodation`',
      'DROP TABLE `class_asking`',
      'ALTER TABLE `school_class` DROP COLUMN `joinCode`, DROP COLUMN `joinUntil`',
    ])
      await runner.query(sql);
  }
}
