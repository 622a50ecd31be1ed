import type { MigrationInterface, QueryRunner } from 'typeorm';

/** A course can belong to several teachers; lessons are found by their words, tagged and put away. */
export class Library1765400000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    const run = async (statements: readonly string[]) => {
      for (const sql of statements) await runner.query(sql);
    };
    await run([
      'CREATE TABLE `course_teacher` (`courseId` uuid NOT NULL, `personId` uuid NOT NULL, `position` int NOT NULL, INDEX `IDX_fe1272ef5811caeda67121277f` (`personId`), PRIMARY KEY (`courseId`, `personId`)) ENGINE=InnoDB',
      'INSERT INTO `course_teacher` SELECT `id`, `ownerId`, `position` FROM `course`',
      ...keys('course_teacher', [
        ['courseId', 'course', 'CASCADE', 'FK_fdbf6887a6a7a59f2922ccb5858'],
        ['personId', 'person', 'NO ACTION', 'FK_fe1272ef5811caeda67121277f1'],
      ]),
      'ALTER TABLE `course` DROP FOREIGN KEY `FK_ebf0ff6d5d6aeaa87d9b4b29c0c`',
      'ALTER TABLE `course` DROP COLUMN `ownerId`, DROP COLUMN `position`',

      'CREATE TABLE `lesson_source` (`lessonId` uuid NOT NULL, `sourceId` uuid NOT NULL, INDEX `IDX_f0a5c5850eb3da647f33d8d12c` (`sourceId`), PRIMARY KEY (`lessonId`, `sourceId`)) ENGINE=InnoDB',
      "INSERT IGNORE INTO `lesson_source` SELECT l.`id`, CAST(s.`id` AS UUID) FROM `lesson` l, JSON_TABLE(l.`sources`, '$[*]' COLUMNS (`id` CHAR(36) PATH '$')) s JOIN `lesson` o ON o.`id` = CAST(s.`id` AS UUID)",
      ...keys('lesson_source', [
        ['lessonId', 'lesson', 'CASCADE', 'FK_f4a4a70798f9199549b1156b4af'],
        ['sourceId', 'lesson', 'NO ACTION', 'FK_f0a5c5850eb3da647f33d8d12c0'],
      ]),

      "ALTER TABLE `lesson` DROP COLUMN `sources`, ADD `courseMay` varchar(6) NOT NULL DEFAULT 'use', ADD `archivedAt` datetime(3) NULL, ADD `words` varchar(1000) NOT NULL DEFAULT ''",
      'UPDATE `lesson` SET `words` = `title`',
      'ALTER TABLE `lesson` ADD INDEX `IDX_660aa87df001704981c3a000f1` (`ownerId`, `updatedAt`), ADD INDEX `IDX_16c2696e4b143019bd3f105132` (`unitId`, `updatedAt`)',
      'ALTER TABLE `lesson` DROP INDEX `IDX_c001c8879994009b254888ab61`, DROP INDEX `IDX_2e4ec2ae66c028d3b20f8ff0eb`',

      'CREATE TABLE `lesson_tag` (`lessonId` uuid NOT NULL, `tag` varchar(40) NOT NULL, PRIMARY KEY (`lessonId`, `tag`)) ENGINE=InnoDB',
      ...keys('lesson_tag', [['lessonId', 'lesson', 'CASCADE', 'FK_674aefe3125e1964fd28733a7cd']]),

      "ALTER TABLE `page` ADD `text` mediumtext NOT NULL DEFAULT '', ADD `words` mediumtext NOT NULL DEFAULT ''",
      'ALTER TABLE `page` ALTER COLUMN `text` DROP DEFAULT, ALTER COLUMN `words` DROP DEFAULT',
      "UPDATE `page` SET `words` = LEFT(CONCAT_WS('\\n', JSON_EXTRACT(`things`, '$[*].text'), REGEXP_REPLACE(`cues`, '<[^>]*>', ' ')), 20000)",

      'CREATE FULLTEXT INDEX `IDX_9b6658d9bcde47c85db6adbfe2` ON `lesson` (`words`)',
      'CREATE FULLTEXT INDEX `IDX_956108bf38cce89521f01cff01` ON `page` (`words`)',
    ]);
  }

  /** There is no way back: a course would not know which of its teachers it belongs to. Go back by a backup. */
  async down(): Promise<void> {
    throw new Error('This step cannot be taken back; restore the backup made before it.');
  }
}

type Key = readonly [column: string, parent: string, rule: string, name: string];
const keys = (table: string, all: readonly Key[]): readonly string[] =>
  all.map(
    ([column, parent, rule, name]) =>
      `ALTER TABLE \`${table}\` ADD CONSTRAINT \`${name}\` FOREIGN KEY (\`${column}\`) REFERENCES \`${parent}\`(\`id\`) ON DELETE ${rule} ON UPDATE NO ACTION`,
  );
