import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Column, what it names, what the key is called, and what becomes of it when that goes. */
const KEYS = [
  ['assignment', 'worksheetId', 'lesson', 'FK_6d06c13615993f3a82c3b25000c', 'NO ACTION'],
  ['sheet', 'assignmentId', 'assignment', 'FK_e7955d955ef6ffe4abf16ca7c23', 'NO ACTION'],
  ['sheet', 'learnerId', 'person', 'FK_ce53337063cffbc391cdb720fee', 'NO ACTION'],
  ['sheet_part', 'sheetId', 'sheet', 'FK_30bf52e2296d2133acca9326a2a', 'CASCADE'],
  ['sheet_picture', 'sheetId', 'sheet', 'FK_7c82f0675fbbbb1503912a70131', 'CASCADE'],
] as const;
/** What may be said of a lesson and a hand-in, with worksheets and before. */
const LESSON_KINDS = ['slides', 'worked', 'feedback', 'answer'];
const SUBMISSION_KINDS = ['file', 'text', 'spoken'];
const kinds = (table: string, all: readonly string[]): string =>
  `ALTER TABLE \`${table}\` DROP CONSTRAINT \`CHK_${table}_kind\`, ADD CONSTRAINT \`CHK_${table}_kind\` CHECK (kind IN (${all.map((one) => `'${one}'`).join(', ')}))`;

/** Worksheets that learners write on, and what each of them wrote. */
export class Worksheets1766400000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    for (const sql of [
      kinds('lesson', [...LESSON_KINDS, 'worksheet']),
      kinds('submission', [...SUBMISSION_KINDS, 'worksheet']),
      'ALTER TABLE `assignment` ADD `worksheetId` uuid NULL',
      'CREATE INDEX `IDX_6d06c13615993f3a82c3b25000` ON `assignment` (`worksheetId`)',
      'CREATE TABLE `sheet` (`id` uuid NOT NULL, `assignmentId` uuid NOT NULL, `learnerId` uuid NOT NULL, `parts` int NOT NULL, `letters` int NOT NULL, `begunAt` datetime(3) NOT NULL, `changedAt` datetime(3) NOT NULL, INDEX `IDX_ce53337063cffbc391cdb720fe` (`learnerId`), UNIQUE INDEX `IDX_1129f8042bef69b88c75c7bc12` (`assignmentId`, `learnerId`), PRIMARY KEY (`id`)) ENGINE=InnoDB',
      'CREATE TABLE `sheet_part` (`sheetId` uuid NOT NULL, `number` int NOT NULL, `visit` uuid NOT NULL, `visitNumber` int NOT NULL, `events` mediumtext NOT NULL, `at` datetime(3) NOT NULL, UNIQUE INDEX `IDX_febf216e1c9f2c3c1deba6eb36` (`sheetId`, `visit`, `visitNumber`), PRIMARY KEY (`sheetId`, `number`)) ENGINE=InnoDB',
      'CREATE TABLE `sheet_picture` (`sheetId` uuid NOT NULL, `digest` char(64) NOT NULL, `width` int NOT NULL, `height` int NOT NULL, INDEX `IDX_0c2a973cc31732c67c72596881` (`digest`), PRIMARY KEY (`sheetId`, `digest`)) ENGINE=InnoDB',
      ...KEYS.map(
        ([table, column, of, name, gone]) =>
          `ALTER TABLE \`${table}\` ADD CONSTRAINT \`${name}\` FOREIGN KEY (\`${column}\`) REFERENCES \`${of}\`(\`id\`) ON DELETE ${gone} ON UPDATE NO ACTION`,
      ),
    ])
      await runner.query(sql);
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const sql of [
      'DROP TABLE `sheet_picture`',
      'DROP TABLE `sheet_part`',
      'DROP TABLE `sheet`',
      'ALTER TABLE `assignment` DROP FOREIGN KEY `FK_6d06c13615993f3a82c3b25000c`',
      'DROP INDEX `IDX_6d06c13615993f3a82c3b25000` ON `assignment`',
      'ALTER TABLE `assignment` DROP COLUMN `worksheetId`',
      // What was handed in stays as pages; there is no word for it any more.
      "UPDATE `submission` SET kind = 'text' WHERE kind = 'worksheet'",
      "DELETE FROM `lesson` WHERE kind = 'worksheet'",
      kinds('submission', SUBMISSION_KINDS),
      kinds('lesson', LESSON_KINDS),
    ])
      await runner.query(sql);
  }
}
