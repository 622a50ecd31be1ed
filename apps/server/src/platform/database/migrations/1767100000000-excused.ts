import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Learners of whom a piece of work is not asked after all. */
export class Excused1767100000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    for (const sql of [
      'CREATE TABLE `excused` (`assignmentId` uuid NOT NULL, `learnerId` uuid NOT NULL, INDEX `IDX_21e4e3276ca433df27e867d022` (`learnerId`), PRIMARY KEY (`assignmentId`, `learnerId`)) ENGINE=InnoDB',
      'ALTER TABLE `excused` ADD CONSTRAINT `FK_7c393a041325bb935af1bc230c9` FOREIGN KEY (`assignmentId`) REFERENCES `assignment`(`id`) ON DELETE CASCADE ON UPDATE NO ACTION',
      'ALTER TABLE `excused` ADD CONSTRAINT `FK_21e4e3276ca433df27e867d022a` FOREIGN KEY (`learnerId`) REFERENCES `person`(`id`) ON DELETE CASCADE ON UPDATE NO ACTION',
    ])
      await runner.query(sql);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE `excused`');
  }
}
