import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Who has an assignment, by the class, its groups and those who are named: the one place that says so. */
const ASSIGNED = `CREATE SQL SECURITY INVOKER VIEW assigned AS
  SELECT a.id AS assignmentId, a.classId AS classId, m.personId AS learnerId
  FROM assignment a JOIN membership m ON m.classId = a.classId AND m.part = 'learner'
  WHERE (a.toAll
      OR EXISTS(SELECT 1 FROM assignment_learner n WHERE n.assignmentId = a.id AND n.personId = m.personId AND n.has)
      OR EXISTS(SELECT 1 FROM assignment_group g JOIN class_group_member gm ON gm.groupId = g.groupId
        WHERE g.assignmentId = a.id AND gm.personId = m.personId))
    AND NOT EXISTS(SELECT 1 FROM assignment_learner b WHERE b.assignmentId = a.id AND b.personId = m.personId AND NOT b.has)`;

/** Plain text becomes HTML: a paragraph a line. */
const WORDS = `UPDATE assignment SET instructions = CONCAT('<p>', REPLACE(REPLACE(REPLACE(REPLACE(
  instructions, '&', '&amp;'), '<', '&lt;'), '>', '&gt;'), '\\n', '</p><p>'), '</p>') WHERE instructions <> ''`;

/** Table, column, what it names, what happens when that goes, and what the key is called. */
const KEYS = [
  ['assignment_lesson', 'assignmentId', 'assignment', 'CASCADE', 'FK_2515bd6a78d6cbb911e4288052d'],
  ['assignment_lesson', 'lessonId', 'lesson', 'NO ACTION', 'FK_48002e4c8ebd7870de3e642be36'],
  ['assignment_group', 'assignmentId', 'assignment', 'CASCADE', 'FK_fdc60c43c9f64f0f7d2f5abf79c'],
  ['assignment_group', 'groupId', 'class_group', 'NO ACTION', 'FK_2f9740af71e727948ac600e6049'],
  ['assignment_learner', 'assignmentId', 'assignment', 'CASCADE', 'FK_a4ded9a73d859b7a240c28b7f09'],
  ['assignment_learner', 'personId', 'person', 'CASCADE', 'FK_a95d84ebb827374da62835c8894'],
  ['assignment_template', 'ownerId', 'person', 'CASCADE', 'FK_2d614c40dfdab867f22eb1ec652'],
] as const;

/** Assignments have several lessons, and need not be for all of a class. */
export class Assigned1766000000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    for (const sql of [
      "ALTER TABLE `assignment` ADD COLUMN `watchedPercent` int NOT NULL DEFAULT 90, ADD COLUMN `workOpens` varchar(12) NOT NULL DEFAULT 'at-once', ADD COLUMN `toAll` tinyint NOT NULL DEFAULT 1",
      'ALTER TABLE `assignment` ALTER COLUMN `watchedPercent` DROP DEFAULT, ALTER COLUMN `workOpens` DROP DEFAULT, ALTER COLUMN `toAll` DROP DEFAULT',
      'CREATE TABLE `assignment_lesson` (`assignmentId` uuid NOT NULL, `lessonId` uuid NOT NULL, `place` int NOT NULL, INDEX `IDX_48002e4c8ebd7870de3e642be3` (`lessonId`), PRIMARY KEY (`assignmentId`, `lessonId`)) ENGINE=InnoDB',
      'CREATE TABLE `assignment_group` (`assignmentId` uuid NOT NULL, `groupId` uuid NOT NULL, INDEX `IDX_2f9740af71e727948ac600e604` (`groupId`), PRIMARY KEY (`assignmentId`, `groupId`)) ENGINE=InnoDB',
      'CREATE TABLE `assignment_learner` (`assignmentId` uuid NOT NULL, `personId` uuid NOT NULL, `has` tinyint NOT NULL, INDEX `IDX_a95d84ebb827374da62835c889` (`personId`), PRIMARY KEY (`assignmentId`, `personId`)) ENGINE=InnoDB',
      'CREATE TABLE `assignment_template` (`instructions` mediumtext NOT NULL, `points` int NULL, `handIn` tinyint NOT NULL, `answerLimitMs` int NULL, `watchedPercent` int NOT NULL, `workOpens` varchar(12) NOT NULL, `id` uuid NOT NULL, `ownerId` uuid NOT NULL, `name` varchar(60) NOT NULL, UNIQUE INDEX `IDX_422e68067696431856ad0513f0` (`ownerId`, `name`), PRIMARY KEY (`id`)) ENGINE=InnoDB',
      ...KEYS.map(
        ([table, column, of, gone, name]) =>
          `ALTER TABLE \`${table}\` ADD CONSTRAINT \`${name}\` FOREIGN KEY (\`${column}\`) REFERENCES \`${of}\`(\`id\`) ON DELETE ${gone} ON UPDATE NO ACTION`,
      ),
      'INSERT INTO `assignment_lesson` (`assignmentId`, `lessonId`, `place`) SELECT `id`, `lessonId`, 0 FROM `assignment`',
      'ALTER TABLE `assignment` DROP FOREIGN KEY `FK_01c74e33f096093669cf9115510`',
      'DROP INDEX `IDX_01c74e33f096093669cf911551` ON `assignment`',
      'ALTER TABLE `assignment` DROP COLUMN `lessonId`',
      ASSIGNED,
      'ALTER TABLE `assignment` MODIFY COLUMN `instructions` mediumtext NOT NULL',
      WORDS,
    ])
      await runner.query(sql);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP VIEW `assigned`');
    await runner.query('ALTER TABLE `assignment` ADD COLUMN `lessonId` uuid NULL');
    await runner.query(
      'UPDATE `assignment` a SET `lessonId` = (SELECT l.`lessonId` FROM `assignment_lesson` l WHERE l.`assignmentId` = a.`id` ORDER BY l.`place` LIMIT 1)',
    );
    for (const table of ['template', 'learner', 'group', 'lesson'])
      await runner.query(`DROP TABLE \`assignment_${table}\``);
    await runner.query(
      'ALTER TABLE `assignment` MODIFY COLUMN `lessonId` uuid NOT NULL, DROP COLUMN `toAll`, DROP COLUMN `workOpens`, DROP COLUMN `watchedPercent`, MODIFY COLUMN `instructions` text NOT NULL',
    );
  }
}
