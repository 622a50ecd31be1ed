import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Groups inside a class. */
export class Groups1765600000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    for (const sql of [
      'CREATE TABLE `class_group` (`id` uuid NOT NULL, `classId` uuid NOT NULL, `name` varchar(60) NOT NULL, INDEX `IDX_9131c2f80e88448a18a241c105` (`classId`), PRIMARY KEY (`id`)) ENGINE=InnoDB',
      'CREATE TABLE `class_group_member` (`groupId` uuid NOT NULL, `personId` uuid NOT NULL, INDEX `IDX_be7e259052f1ed9b42ed9ed63f` (`personId`), PRIMARY KEY (`groupId`, `personId`)) ENGINE=InnoDB',
      'ALTER TABLE `class_group` ADD CONSTRAINT `FK_9131c2f80e88448a18a241c105e` FOREIGN KEY (`classId`) REFERENCES `school_class`(`id`) ON DELETE CASCADE ON UPDATE NO ACTION',
      'ALTER TABLE `class_group_member` ADD CONSTRAINT `FK_af06e9393d163c12a976d2e5d0c` FOREIGN KEY (`groupId`) REFERENCES `class_group`(`id`) ON DELETE CASCADE ON UPDATE NO ACTION',
      'ALTER TABLE `class_group_member` ADD CONSTRAINT `FK_be7e259052f1ed9b42ed9ed63f0` FOREIGN KEY (`personId`) REFERENCES `person`(`id`) ON DELETE CASCADE ON UPDATE NO ACTION',
    ])
      await runner.query(sql);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE `class_group_member`');
    await runner.query('DROP TABLE `class_group`');
  }
}
