import type { MigrationInterface, QueryRunner } from 'typeorm';

const KEYS = [
  ['uncounted', 'learnerId', 'person', 'FK_d2c1eefee71fb2be5f14b067706', 'NO ACTION'],
  ['uncounted', 'lessonId', 'lesson', 'FK_70267c4cdd2d4a7cb17eea68201', 'NO ACTION'],
  ['question', 'assignmentId', 'assignment', 'FK_bbabf96e919735552d6cc28a84e', 'NO ACTION'],
  ['question', 'lessonId', 'lesson', 'FK_328503a049ab618608e47b50742', 'NO ACTION'],
  ['question', 'byId', 'person', 'FK_bdcbd2eaf797d8a13a026cc5331', 'NO ACTION'],
  ['question', 'answeredById', 'person', 'FK_acc668ac0faab609ee70e7a7273', 'NO ACTION'],
  ['sign', 'assignmentId', 'assignment', 'FK_7f2c81a763e4cac335532ec5380', 'CASCADE'],
  ['sign', 'byId', 'person', 'FK_af436073a86b9c344b8287787c9', 'NO ACTION'],
  ['reminder', 'assignmentId', 'assignment', 'FK_08ca9c5638f3ecde16b2f0ebcbf', 'CASCADE'],
  ['reminder', 'learnerId', 'person', 'FK_5f732b353dd0a1e9d4359bb59e7', 'NO ACTION'],
  ['reminder', 'byId', 'person', 'FK_d12fd0d8edac9f577c7ddc9b7e8', 'NO ACTION'],
  ['sign', 'lessonId', 'lesson', 'FK_e768d1b8bbd26bd7567e1f105c6', 'NO ACTION'],
] as const;

/** Questions and signs at a moment of a lesson, and what was claimed to be watched and was not counted; reminders. */
export class Questions1766600000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    for (const sql of [
      ...['assignment', 'assignment_template'].map(
        (table) => `ALTER TABLE \`${table}\` ADD \`asking\` tinyint NOT NULL DEFAULT 1`,
      ),
      'CREATE TABLE `uncounted` (`learnerId` uuid NOT NULL, `lessonId` uuid NOT NULL, `reports` int NOT NULL, `claimedMs` bigint NOT NULL, `lastAt` datetime(3) NOT NULL, INDEX `IDX_eea7ca70136100bb329076dc59` (`lessonId`, `learnerId`), PRIMARY KEY (`learnerId`, `lessonId`)) ENGINE=InnoDB',
      'CREATE TABLE `question` (`id` uuid NOT NULL, `assignmentId` uuid NOT NULL, `lessonId` uuid NOT NULL, `byId` uuid NOT NULL, `sourceId` uuid NOT NULL, `atTime` bigint NOT NULL, `text` text NOT NULL, `voice` char(64) NULL, `voiceMs` int NULL, `at` datetime(3) NOT NULL, `answeredAt` datetime(3) NULL, `answeredById` uuid NULL, `answer` text NOT NULL, `answerVoice` char(64) NULL, `answerVoiceMs` int NULL, `forClass` tinyint NOT NULL, INDEX `IDX_305e0ad54aee79080c76a83149` (`assignmentId`, `lessonId`, `at`), INDEX `IDX_857ced21b3e61774bd803aee23` (`byId`, `answeredAt`), INDEX `IDX_328503a049ab618608e47b5074` (`lessonId`), INDEX `IDX_732e45521623a0eb3e3d6b13bf` (`voice`), INDEX `IDX_acc668ac0faab609ee70e7a727` (`answeredById`), INDEX `IDX_e19b0f7663e986676dc97d7dcb` (`answerVoice`), PRIMARY KEY (`id`)) ENGINE=InnoDB',
      "ALTER TABLE `question` ADD CONSTRAINT `CHK_question_said` CHECK (text <> '' OR voice IS NOT NULL)",
      'ALTER TABLE `question` ADD CONSTRAINT `CHK_question_answered` CHECK ((answeredAt IS NULL) = (answeredById IS NULL))',
      'CREATE TABLE `sign` (`assignmentId` uuid NOT NULL, `byId` uuid NOT NULL, `kind` varchar(8) NOT NULL, `sourceId` uuid NOT NULL, `atTime` bigint NOT NULL, `lessonId` uuid NOT NULL, `at` datetime(3) NOT NULL, INDEX `IDX_af436073a86b9c344b8287787c` (`byId`), INDEX `IDX_e768d1b8bbd26bd7567e1f105c` (`lessonId`), INDEX `IDX_5fe264971184188aaf8a99939a` (`assignmentId`, `lessonId`), PRIMARY KEY (`assignmentId`, `byId`, `kind`, `sourceId`, `atTime`)) ENGINE=InnoDB',
      "ALTER TABLE `sign` ADD CONSTRAINT `CHK_sign_kind` CHECK (kind IN ('again', 'fast', 'clear'))",
      'CREATE TABLE `reminder` (`id` uuid NOT NULL, `assignmentId` uuid NOT NULL, `learnerId` uuid NOT NULL, `byId` uuid NOT NULL, `text` text NOT NULL, `at` datetime(3) NOT NULL, INDEX `IDX_d12fd0d8edac9f577c7ddc9b7e` (`byId`), INDEX `IDX_099d9c9ad5bfadcb830afff49a` (`learnerId`, `at`), INDEX `IDX_216525064318cf2d4d8af21179` (`assignmentId`, `learnerId`, `at`), PRIMARY KEY (`id`)) ENGINE=InnoDB',
      ...KEYS.map(
        ([table, column, of, name, gone]) =>
          `ALTER TABLE \`${table}\` ADD CONSTRAINT \`${name}\` FOREIGN KEY (\`${column}\`) REFERENCES \`${of}\`(\`id\`) ON DELETE ${gone} ON UPDATE NO ACTION`,
      ),
    ])
      await runner.query(sql);
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const sql of [
      'DROP TABLE `reminder`',
      'DROP TABLE `sign`',
      'DROP TABLE `question`',
      'DROP TABLE `uncounted`',
      'ALTER TABLE `assignment_template` DROP COLUMN `asking`',
      'ALTER TABLE `assignment` DROP COLUMN `asking`',
    ])
      await runner.query(sql);
  }
}
