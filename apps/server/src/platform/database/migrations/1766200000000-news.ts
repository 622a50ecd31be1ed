import type { MigrationInterface, QueryRunner } from 'typeorm';

/** What people want to be told by mail, what they were told, and when something that was given was changed. */
export class News1766200000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    for (const sql of [
      'CREATE TABLE `news_reader` (`personId` uuid NOT NULL, `way` varchar(6) NOT NULL, `kinds` json NOT NULL, `dailyAt` int NOT NULL, `quietFrom` int NOT NULL, `quietUntil` int NOT NULL, `since` datetime(3) NOT NULL, `nextAt` datetime(3) NOT NULL, `seenAt` datetime(3) NOT NULL, INDEX `IDX_bea00d163d90ffe427cca2cbe3` (`nextAt`), PRIMARY KEY (`personId`)) ENGINE=InnoDB',
      'CREATE TABLE `news_told` (`personId` uuid NOT NULL, `kind` varchar(12) NOT NULL, `thingId` uuid NOT NULL, `at` datetime(3) NOT NULL, `letterId` uuid NOT NULL, INDEX `IDX_1e9b940ce6e4dd60075a1d23bb` (`letterId`), PRIMARY KEY (`personId`, `kind`, `thingId`, `at`)) ENGINE=InnoDB',
      'ALTER TABLE `assignment` ADD COLUMN `changedAt` datetime(3) NULL',
      // Thousands of letters wait at once: who comes next is found without looking through all that was done.
      'CREATE INDEX `IDX_4255e32912926e805696492c1a` ON `job` (`lane`, `state`, `ownerId`)',
      'DROP INDEX `IDX_70ba94b853be0685538cec4a15` ON `job`',
      // Whoever was there before is told of what comes from now on.
      `INSERT INTO news_reader SELECT id, 'daily', IF(role = 'teacher', '["handed-in"]', '["given","due","handed-back"]'), 960, 1200, 420,
         UTC_TIMESTAMP(3), UTC_TIMESTAMP(3), UTC_TIMESTAMP(3) FROM person WHERE role IN ('teacher', 'learner')`,
      'ALTER TABLE `news_reader` ADD CONSTRAINT `FK_f4a396adf6a36621d586c7a54f4` FOREIGN KEY (`personId`) REFERENCES `person`(`id`) ON DELETE CASCADE ON UPDATE NO ACTION',
      'ALTER TABLE `news_told` ADD CONSTRAINT `FK_63656cda41e8fbf9d8964a6524d` FOREIGN KEY (`personId`) REFERENCES `person`(`id`) ON DELETE CASCADE ON UPDATE NO ACTION',
    ])
      await runner.query(sql);
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const sql of [
      'CREATE INDEX `IDX_70ba94b853be0685538cec4a15` ON `job` (`lane`, `state`)',
      'DROP INDEX `IDX_4255e32912926e805696492c1a` ON `job`',
      'DROP TABLE `news_told`',
      'DROP TABLE `news_reader`',
      'ALTER TABLE `assignment` DROP COLUMN `changedAt`',
    ])
      await runner.query(sql);
  }
}
