import type { MigrationInterface, QueryRunner } from 'typeorm';

const KEYS = [
  ['submission', 'partnerId', 'person', 'FK_0478e2564a6f27969db83c5bb2a', 'NO ACTION'],
  ['answer_pair', 'lessonId', 'lesson', 'FK_4c8657304edc282658aced065fc', 'CASCADE'],
  ['answer_pair', 'partnerId', 'person', 'FK_3ddad449af78b1373428da1e859', 'CASCADE'],
  ['class_reply', 'submissionId', 'submission', 'FK_fa524ef7ab005699b833f393dc6', 'CASCADE'],
  ['class_reply', 'byId', 'person', 'FK_dd680ee0e24974beb65d44e2fd0', 'CASCADE'],
] as const;

/** Answers that a class may see, and small lessons that learners make, alone or in twos. */
export class AnswersOfClasses1766500000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    for (const sql of [
      ...['assignment', 'assignment_template'].flatMap((table) => [
        `ALTER TABLE \`${table}\` ADD \`makers\` int NULL`,
        `ALTER TABLE \`${table}\` ADD \`answersSeen\` varchar(8) NOT NULL DEFAULT 'teacher'`,
        `ALTER TABLE \`${table}\` ALTER \`answersSeen\` DROP DEFAULT`,
        `ALTER TABLE \`${table}\` ADD CONSTRAINT \`CHK_${table}_answersSeen\` CHECK (answersSeen IN ('teacher', 'class'))`,
        `ALTER TABLE \`${table}\` ADD CONSTRAINT \`CHK_${table}_makers\` CHECK (makers IS NULL OR (answerLimitMs IS NOT NULL AND makers BETWEEN 1 AND 2))`,
      ]),
      'ALTER TABLE `submission` ADD `partnerId` uuid NULL',
      'ALTER TABLE `submission` ADD `approvedAt` datetime(3) NULL',
      'ALTER TABLE `submission` ADD `named` tinyint NOT NULL DEFAULT 0',
      'ALTER TABLE `submission` ALTER `named` DROP DEFAULT',
      'CREATE UNIQUE INDEX `IDX_51a25df8fa835a8524e988d862` ON `submission` (`assignmentId`, `partnerId`)',
      'CREATE INDEX `IDX_0478e2564a6f27969db83c5bb2` ON `submission` (`partnerId`)',
      'ALTER TABLE `submission` ADD CONSTRAINT `CHK_submission_two` CHECK (partnerId IS NULL OR partnerId <> learnerId)',
      'CREATE TABLE `answer_pair` (`lessonId` uuid NOT NULL, `assignmentId` uuid NOT NULL, `partnerId` uuid NULL, `code` char(8) NULL, UNIQUE INDEX `IDX_cf20ec4beeb32dff31d7f8b3b4` (`assignmentId`, `code`), UNIQUE INDEX `IDX_3783591a357730400bb66bee8a` (`assignmentId`, `partnerId`), INDEX `IDX_3ddad449af78b1373428da1e85` (`partnerId`), PRIMARY KEY (`lessonId`)) ENGINE=InnoDB',
      'CREATE TABLE `class_reply` (`id` uuid NOT NULL, `submissionId` uuid NOT NULL, `times` int NOT NULL, `byId` uuid NOT NULL, `text` text NOT NULL, `at` datetime(3) NOT NULL, `approvedAt` datetime(3) NULL, INDEX `IDX_dd680ee0e24974beb65d44e2fd` (`byId`), INDEX `IDX_107777d2aa40cc773a0d54d1b7` (`submissionId`, `at`), PRIMARY KEY (`id`)) ENGINE=InnoDB',
      ...KEYS.map(
        ([table, column, of, name, gone]) =>
          `ALTER TABLE \`${table}\` ADD CONSTRAINT \`${name}\` FOREIGN KEY (\`${column}\`) REFERENCES \`${of}\`(\`id\`) ON DELETE ${gone} ON UPDATE NO ACTION`,
      ),
    ])
      await runner.query(sql);
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const sql of [
      'DROP TABLE `class_reply`',
      'DROP TABLE `answer_pair`',
      'ALTER TABLE `submission` DROP FOREIGN KEY `FK_0478e2564a6f27969db83c5bb2a`',
      'ALTER TABLE `submission` DROP CONSTRAINT `CHK_submission_two`',
      'DROP INDEX `IDX_51a25df8fa835a8524e988d862` ON `submission`',
      'DROP INDEX `IDX_0478e2564a6f27969db83c5bb2` ON `submission`',
      'ALTER TABLE `submission` DROP COLUMN `partnerId`',
      'ALTER TABLE `submission` DROP COLUMN `approvedAt`',
      'ALTER TABLE `submission` DROP COLUMN `named`',
      ...['assignment', 'assignment_template'].flatMap((table) => [
        `ALTER TABLE \`${table}\` DROP CONSTRAINT \`CHK_${table}_makers\``,
        `ALTER TABLE \`${table}\` DROP CONSTRAINT \`CHK_${table}_answersSeen\``,
        `ALTER TABLE \`${table}\` DROP COLUMN \`makers\``,
        `ALTER TABLE \`${table}\` DROP COLUMN \`answersSeen\``,
      ]),
    ])
      await runner.query(sql);
  }
}
