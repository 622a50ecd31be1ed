import type { MigrationInterface, QueryRunner } from 'typeorm';

/** What the keys of those that came by a copying are called. */
const COPY_KEYS = {
  class_unit: 'FK_7bb861147fcb43aa29e77088191',
  class_day: 'FK_ec1ee5148189637c8ea404ca4cd',
  assignment: 'FK_fc7789103ba0694569a4915fe9d',
};

/** Column, what it names, what happens when that goes, and what the key is called. */
const GUARDIAN_KEYS = [
  ['assignmentId', 'assignment', 'CASCADE', 'FK_5b9cf678d059327e69d43166960'],
  ['learnerId', 'person', 'CASCADE', 'FK_934dfb463a8eda66e275b74b790'],
  ['lessonId', 'lesson', 'CASCADE', 'FK_d3bdfdd37ae18488b8c44738169'],
  ['byId', 'person', 'NO ACTION', 'FK_d44b4d9be60b8b0aa083b9041d2'],
] as const;

/** Class pages: units and days, and where on them stands what was given. */
export class ClassPages1766100000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    for (const sql of [
      'CREATE TABLE `course_copy` (`id` uuid NOT NULL, `classId` uuid NOT NULL, `fromName` varchar(80) NOT NULL, `byId` uuid NOT NULL, `at` datetime(3) NOT NULL, INDEX `IDX_bb1aa25af46576d7626fa50500` (`classId`), PRIMARY KEY (`id`)) ENGINE=InnoDB',
      'CREATE TABLE `class_unit` (`id` uuid NOT NULL, `classId` uuid NOT NULL, `name` varchar(120) NOT NULL, `position` int NOT NULL, `copyId` uuid NULL, INDEX `IDX_7bb861147fcb43aa29e7708819` (`copyId`), UNIQUE INDEX `IDX_b153c6f9c27e0412396b4ed967` (`classId`, `name`), PRIMARY KEY (`id`)) ENGINE=InnoDB',
      'CREATE TABLE `class_day` (`classId` uuid NOT NULL, `day` date NOT NULL, `unitId` uuid NULL, `topic` varchar(200) NOT NULL, `copyId` uuid NULL, INDEX `IDX_ec1ee5148189637c8ea404ca4c` (`copyId`), INDEX `IDX_507a13a64560f403ff343e2f78` (`unitId`), PRIMARY KEY (`classId`, `day`)) ENGINE=InnoDB',
      'CREATE TABLE `quick_word` (`id` uuid NOT NULL, `classId` uuid NOT NULL, `lessonId` uuid NOT NULL, `byId` uuid NOT NULL, `until` datetime(3) NOT NULL, `createdAt` datetime(3) NOT NULL, INDEX `IDX_ae0a378cc36151bb3af580d8de` (`lessonId`), UNIQUE INDEX `IDX_f8b4ac3e7149f910bfe1e3ae6a` (`classId`, `lessonId`), PRIMARY KEY (`id`)) ENGINE=InnoDB',
      'CREATE TABLE `guardian_link` (`id` uuid NOT NULL, `assignmentId` uuid NOT NULL, `learnerId` uuid NOT NULL, `lessonId` uuid NULL, `byId` uuid NOT NULL, `createdAt` datetime(3) NOT NULL, `until` datetime(3) NOT NULL, `withdrawnAt` datetime(3) NULL, `firstOpenedAt` datetime(3) NULL, `lastOpenedAt` datetime(3) NULL, `timesOpened` int NOT NULL, INDEX `IDX_44b33a93eb27ed8f1ec5d6f75b` (`assignmentId`, `learnerId`), INDEX `IDX_934dfb463a8eda66e275b74b79` (`learnerId`), INDEX `IDX_d3bdfdd37ae18488b8c4473816` (`lessonId`), PRIMARY KEY (`id`)) ENGINE=InnoDB',
      'ALTER TABLE `assignment` ADD COLUMN `unitId` uuid NULL, ADD COLUMN `day` date NULL, ADD COLUMN `place` int NOT NULL DEFAULT 0, ADD COLUMN `copyId` uuid NULL',
      'ALTER TABLE `assignment` ALTER COLUMN `place` DROP DEFAULT',
      'CREATE INDEX `IDX_fed3575ea6a681f296b9eb9723` ON `assignment` (`unitId`)',
      'CREATE INDEX `IDX_fc7789103ba0694569a4915fe9` ON `assignment` (`copyId`)',
      // What was given before stands in the order in which it was due.
      'UPDATE `assignment` a JOIN (SELECT `id`, ROW_NUMBER() OVER (PARTITION BY `classId` ORDER BY `dueAt`, `id`) AS n FROM `assignment`) o ON o.`id` = a.`id` SET a.`place` = o.n - 1',
      'ALTER TABLE `class_unit` ADD CONSTRAINT `FK_dad545ecfe72fa4433ab44e49bd` FOREIGN KEY (`classId`) REFERENCES `school_class`(`id`) ON DELETE CASCADE ON UPDATE NO ACTION',
      'ALTER TABLE `class_day` ADD CONSTRAINT `FK_dd538a0ca3eb7358212bf2ec1e5` FOREIGN KEY (`classId`) REFERENCES `school_class`(`id`) ON DELETE CASCADE ON UPDATE NO ACTION',
      'ALTER TABLE `class_day` ADD CONSTRAINT `FK_507a13a64560f403ff343e2f781` FOREIGN KEY (`unitId`) REFERENCES `class_unit`(`id`) ON DELETE SET NULL ON UPDATE NO ACTION',
      'ALTER TABLE `assignment` ADD CONSTRAINT `FK_fed3575ea6a681f296b9eb97232` FOREIGN KEY (`unitId`) REFERENCES `class_unit`(`id`) ON DELETE SET NULL ON UPDATE NO ACTION',
      ...(['class_unit', 'class_day', 'assignment'] as const).map(
        (table) =>
          `ALTER TABLE \`${table}\` ADD CONSTRAINT \`${COPY_KEYS[table]}\` FOREIGN KEY (\`copyId\`) REFERENCES \`course_copy\`(\`id\`) ON DELETE SET NULL ON UPDATE NO ACTION`,
      ),
      'ALTER TABLE `course_copy` ADD CONSTRAINT `FK_bb1aa25af46576d7626fa505003` FOREIGN KEY (`classId`) REFERENCES `school_class`(`id`) ON DELETE CASCADE ON UPDATE NO ACTION',
      'ALTER TABLE `course_copy` ADD CONSTRAINT `FK_5ef66460eb7d9476546e9fed44e` FOREIGN KEY (`byId`) REFERENCES `person`(`id`) ON DELETE NO ACTION ON UPDATE NO ACTION',
      ...GUARDIAN_KEYS.map(
        ([column, of, gone, name]) =>
          `ALTER TABLE \`guardian_link\` ADD CONSTRAINT \`${name}\` FOREIGN KEY (\`${column}\`) REFERENCES \`${of}\`(\`id\`) ON DELETE ${gone} ON UPDATE NO ACTION`,
      ),
      'ALTER TABLE `quick_word` ADD CONSTRAINT `FK_b311ca94aa00f61f8d016e6bfb4` FOREIGN KEY (`classId`) REFERENCES `school_class`(`id`) ON DELETE CASCADE ON UPDATE NO ACTION',
      'ALTER TABLE `quick_word` ADD CONSTRAINT `FK_ae0a378cc36151bb3af580d8de6` FOREIGN KEY (`lessonId`) REFERENCES `lesson`(`id`) ON DELETE CASCADE ON UPDATE NO ACTION',
      'ALTER TABLE `quick_word` ADD CONSTRAINT `FK_b8a1d9a445323617e140cbf6295` FOREIGN KEY (`byId`) REFERENCES `person`(`id`) ON DELETE NO ACTION ON UPDATE NO ACTION',
    ])
      await runner.query(sql);
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const sql of [
      'ALTER TABLE `assignment` DROP FOREIGN KEY `FK_fc7789103ba0694569a4915fe9d`',
      'DROP INDEX `IDX_fc7789103ba0694569a4915fe9` ON `assignment`',
      'ALTER TABLE `assignment` DROP FOREIGN KEY `FK_fed3575ea6a681f296b9eb97232`',
      'DROP INDEX `IDX_fed3575ea6a681f296b9eb9723` ON `assignment`',
      'ALTER TABLE `assignment` DROP COLUMN `unitId`, DROP COLUMN `day`, DROP COLUMN `place`, DROP COLUMN `copyId`',
      'DROP TABLE `guardian_link`',
      'DROP TABLE `quick_word`',
      'DROP TABLE `class_day`',
      'DROP TABLE `class_unit`',
      'DROP TABLE `course_copy`',
    ])
      await runner.query(sql);
  }
}
