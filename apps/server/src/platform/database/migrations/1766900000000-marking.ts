import type { MigrationInterface, QueryRunner } from 'typeorm';

const KEYS = [
  ['rubric', 'ownerId', 'person', 'FK_9db109f578e0fb699f6925991db', 'NO ACTION'],
  ['rubric', 'courseId', 'course', 'FK_ba18e362204582067950c1a1f1f', 'SET NULL'],
  ['rubric_version', 'rubricId', 'rubric', 'FK_7c7759a63c6d0758e720ce7f0b4', 'CASCADE'],
  ['rubric_version', 'byId', 'person', 'FK_1756480ee81f0657639a830f181', 'NO ACTION'],
  ['assignment', 'rubricId', 'rubric', 'FK_740038d4867a648f728bb076cdc', 'NO ACTION'],
  ['mark_ink', 'submissionId', 'submission', 'FK_1f53139146640746f8e85b55bcf', 'CASCADE'],
  ['mark_ink', 'byId', 'person', 'FK_3414f31faa934c3fbef3132862f', 'NO ACTION'],
  ['feedback_word', 'submissionId', 'submission', 'FK_fd9e203f88985cb247c60f27c97', 'CASCADE'],
  ['feedback_word', 'byId', 'person', 'FK_b4e1c60c15069c2972f69355b02', 'NO ACTION'],
  ['comment_line', 'ownerId', 'person', 'FK_2658e8a1678d26d2f20aa33ff2a', 'CASCADE'],
  ['mark', 'rubricVersionId', 'rubric_version', 'FK_d7519f372ee56b21c784c813742', 'NO ACTION'],
] as const;

/** Rubrics and their versions, how their lines were filled, and what waits to be handed back with others. */
export class Marking1766900000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    for (const sql of [
      'CREATE TABLE `rubric` (`id` uuid NOT NULL, `ownerId` uuid NOT NULL, `courseId` uuid NULL, `name` varchar(120) NOT NULL, `number` int NOT NULL, `archivedAt` datetime(3) NULL, INDEX `IDX_9db109f578e0fb699f6925991d` (`ownerId`), INDEX `IDX_ba18e362204582067950c1a1f1` (`courseId`), PRIMARY KEY (`id`)) ENGINE=InnoDB',
      'CREATE TABLE `rubric_version` (`id` uuid NOT NULL, `rubricId` uuid NOT NULL, `number` int NOT NULL, `criteria` json NOT NULL, `byId` uuid NOT NULL, `madeAt` datetime(3) NOT NULL, INDEX `IDX_1756480ee81f0657639a830f18` (`byId`), UNIQUE INDEX `IDX_d17d3ffc199b05f4967596bf93` (`rubricId`, `number`), PRIMARY KEY (`id`)) ENGINE=InnoDB',
      'CREATE TABLE `mark_ink` (`submissionId` uuid NOT NULL, `log` mediumtext NOT NULL, `forTimes` int NOT NULL, `revision` int NOT NULL, `byId` uuid NOT NULL, `changedAt` datetime(3) NOT NULL, INDEX `IDX_3414f31faa934c3fbef3132862` (`byId`), PRIMARY KEY (`submissionId`)) ENGINE=InnoDB',
      'CREATE TABLE `feedback_word` (`id` uuid NOT NULL, `submissionId` uuid NOT NULL, `byId` uuid NOT NULL, `byTeacher` tinyint NOT NULL, `again` tinyint NOT NULL, `text` text NOT NULL, `voice` char(64) NULL, `voiceMs` int NULL, `sourceId` uuid NULL, `atTime` bigint NULL, `at` datetime(3) NOT NULL, INDEX `IDX_b4e1c60c15069c2972f69355b0` (`byId`), INDEX `IDX_f5974eff4687722178bb1d71b4` (`voice`), INDEX `IDX_7dfb20d88813d7499e404a2118` (`submissionId`, `at`), PRIMARY KEY (`id`)) ENGINE=InnoDB',
      "ALTER TABLE `feedback_word` ADD CONSTRAINT `CHK_feedback_word_said` CHECK (text <> '' OR voice IS NOT NULL)",
      'CREATE TABLE `comment_line` (`id` uuid NOT NULL, `ownerId` uuid NOT NULL, `text` varchar(500) NOT NULL, `uses` int NOT NULL, `usedAt` datetime(3) NOT NULL, INDEX `IDX_2d4e61123741229d81d99b4753` (`ownerId`, `uses`), PRIMARY KEY (`id`)) ENGINE=InnoDB',
      'ALTER TABLE `assignment` ADD `rubricId` uuid NULL',
      'CREATE INDEX `IDX_740038d4867a648f728bb076cd` ON `assignment` (`rubricId`)',
      'ALTER TABLE `mark` ADD `reason` text NOT NULL',
      'ALTER TABLE `mark` ADD `rubricVersionId` uuid NULL',
      'ALTER TABLE `mark` ADD `choices` json NULL',
      'ALTER TABLE `mark` ADD `readyAt` datetime(3) NULL',
      'ALTER TABLE `mark` ADD `backAt` datetime(3) NULL',
      'CREATE INDEX `IDX_d7519f372ee56b21c784c81374` ON `mark` (`rubricVersionId`)',
      'CREATE INDEX `IDX_cd9a85058393dda519c2234a5f` ON `mark` (`backAt`)',
      'ALTER TABLE `mark` ADD CONSTRAINT `CHK_mark_choices` CHECK (rubricVersionId IS NOT NULL OR choices IS NULL)',
      'ALTER TABLE `mark` ADD CONSTRAINT `CHK_mark_back` CHECK (backAt IS NULL OR readyAt IS NOT NULL)',
      ...KEYS.map(
        ([table, column, of, name, gone]) =>
          `ALTER TABLE \`${table}\` ADD CONSTRAINT \`${name}\` FOREIGN KEY (\`${column}\`) REFERENCES \`${of}\`(\`id\`) ON DELETE ${gone} ON UPDATE NO ACTION`,
      ),
    ])
      await runner.query(sql);
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const sql of [
      'ALTER TABLE `mark` DROP FOREIGN KEY `FK_d7519f372ee56b21c784c813742`',
      'ALTER TABLE `assignment` DROP FOREIGN KEY `FK_740038d4867a648f728bb076cdc`',
      'ALTER TABLE `mark` DROP CONSTRAINT `CHK_mark_back`',
      'ALTER TABLE `mark` DROP CONSTRAINT `CHK_mark_choices`',
      ...['backAt', 'readyAt', 'choices', 'rubricVersionId', 'reason'].map(
        (column) => `ALTER TABLE \`mark\` DROP COLUMN \`${column}\``,
      ),
      'ALTER TABLE `assignment` DROP COLUMN `rubricId`',
      'DROP TABLE `comment_line`',
      'DROP TABLE `feedback_word`',
      'DROP TABLE `mark_ink`',
      'DROP TABLE `rubric_version`',
      'DROP TABLE `rubric`',
    ])
      await runner.query(sql);
  }
}
