import type { MigrationInterface, QueryRunner } from 'typeorm';

/** The first schema. */
export class FirstSchema1764000000000 implements MigrationInterface {
  readonly name = 'FirstSchema1764000000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      'CREATE TABLE `session` (`digest` char(64) NOT NULL, `personId` uuid NOT NULL, `role` varchar(10) NOT NULL, `expiresAt` datetime(3) NOT NULL, INDEX `IDX_b8e1fcf37e349295272a5ebbd5` (`personId`), PRIMARY KEY (`digest`)) ENGINE=InnoDB',
    );
    await runner.query(
      'CREATE TABLE `person` (`id` uuid NOT NULL, `signInName` varchar(80) NOT NULL, `name` varchar(120) NOT NULL, `role` varchar(10) NOT NULL, `passwordHash` varchar(200) NOT NULL, `createdAt` datetime(3) NOT NULL, UNIQUE INDEX `IDX_714f84f23b8b4285e5569c89d5` (`signInName`), PRIMARY KEY (`id`)) ENGINE=InnoDB',
    );
    await runner.query(
      'CREATE TABLE `sign_in_failure` (`id` uuid NOT NULL, `key` char(64) NOT NULL, `at` datetime(3) NOT NULL, INDEX `IDX_a75120052a7a4ce2ec7152681d` (`key`), PRIMARY KEY (`id`)) ENGINE=InnoDB',
    );
    await runner.query(
      'CREATE TABLE `school_class` (`id` uuid NOT NULL, `name` varchar(80) NOT NULL, `course` varchar(120) NOT NULL, PRIMARY KEY (`id`)) ENGINE=InnoDB',
    );
    await runner.query(
      'CREATE TABLE `membership` (`classId` uuid NOT NULL, `personId` uuid NOT NULL, `part` varchar(10) NOT NULL, INDEX `IDX_27596f83abf11927b07021ea2c` (`personId`), PRIMARY KEY (`classId`, `personId`)) ENGINE=InnoDB',
    );
    await runner.query(
      'CREATE TABLE `job` (`id` uuid NOT NULL, `kind` varchar(40) NOT NULL, `ownerId` uuid NOT NULL, `subjectId` uuid NOT NULL, `input` json NOT NULL, `state` varchar(10) NOT NULL, `progress` int NOT NULL, `failureCode` varchar(60) NULL, `failureText` varchar(400) NULL, `createdAt` datetime(3) NOT NULL, `endedAt` datetime(3) NULL, `attempt` bigint NOT NULL, INDEX `IDX_4230d15401eafcf6f453820801` (`ownerId`), INDEX `IDX_e9b8962a52c5d197969f5c2eb3` (`subjectId`), INDEX `IDX_d4ad1c50002ead62808d6c1560` (`state`), PRIMARY KEY (`id`)) ENGINE=InnoDB',
    );
    await runner.query(
      'CREATE TABLE `lesson` (`id` uuid NOT NULL, `ownerId` uuid NOT NULL, `kind` varchar(10) NOT NULL, `title` varchar(160) NOT NULL, `submissionId` uuid NULL, `edits` json NOT NULL, `history` json NOT NULL, `revision` int NOT NULL, `createdAt` datetime(3) NOT NULL, `updatedAt` datetime(3) NOT NULL, INDEX `IDX_c001c8879994009b254888ab61` (`ownerId`), INDEX `IDX_6d0664cf91ea5c56fb0fdeec22` (`submissionId`), PRIMARY KEY (`id`)) ENGINE=InnoDB',
    );
    await runner.query(
      'CREATE TABLE `page` (`id` uuid NOT NULL, `lessonId` uuid NOT NULL, `position` int NOT NULL, `kind` varchar(10) NOT NULL, `backdrop` varchar(10) NULL, `height` int NOT NULL, `picture` char(64) NULL, `smallPicture` char(64) NULL, `cues` text NOT NULL, `source` varchar(200) NULL, `removedAt` datetime(3) NULL, INDEX `IDX_6f64911dc6342f2e6898f6c41f` (`lessonId`), PRIMARY KEY (`id`)) ENGINE=InnoDB',
    );
    await runner.query(
      'CREATE TABLE `take` (`id` uuid NOT NULL, `lessonId` uuid NOT NULL, `byId` uuid NOT NULL, `state` varchar(10) NOT NULL, `windowKey` varchar(60) NOT NULL, `openedAt` datetime(3) NOT NULL, `heardAt` datetime(3) NOT NULL, `frames` bigint NOT NULL, `earlier` json NOT NULL, INDEX `IDX_03a7d3f4d211fa5c6ea3e9e202` (`lessonId`), PRIMARY KEY (`id`)) ENGINE=InnoDB',
    );
    await runner.query(
      'CREATE TABLE `take_part` (`takeId` uuid NOT NULL, `track` varchar(10) NOT NULL, `number` int NOT NULL, `digest` char(64) NOT NULL, `bytes` int NOT NULL, PRIMARY KEY (`takeId`, `track`, `number`)) ENGINE=InnoDB',
    );
    await runner.query(
      'CREATE TABLE `edition` (`id` uuid NOT NULL, `lessonId` uuid NOT NULL, `number` int NOT NULL, `state` varchar(10) NOT NULL, `edits` json NOT NULL, `length` bigint NOT NULL, `manifest` char(64) NULL, `lufs` float NULL, `hasAac` tinyint NOT NULL, `jobId` uuid NOT NULL, `createdAt` datetime(3) NOT NULL, INDEX `IDX_97b0c0293019bc5b31a5eccbc3` (`lessonId`), PRIMARY KEY (`id`)) ENGINE=InnoDB',
    );
    await runner.query(
      'CREATE TABLE `assignment` (`id` uuid NOT NULL, `lessonId` uuid NOT NULL, `classId` uuid NOT NULL, `byId` uuid NOT NULL, `instructions` text NOT NULL, `dueAt` datetime(3) NOT NULL, `points` int NULL, `handIn` tinyint NOT NULL, `createdAt` datetime(3) NOT NULL, INDEX `IDX_01c74e33f096093669cf911551` (`lessonId`), INDEX `IDX_06502a00f4ff25d2f52f236ac5` (`classId`), PRIMARY KEY (`id`)) ENGINE=InnoDB',
    );
    await runner.query(
      'CREATE TABLE `submission` (`id` uuid NOT NULL, `assignmentId` uuid NOT NULL, `learnerId` uuid NOT NULL, `state` varchar(12) NOT NULL, `kind` varchar(10) NOT NULL, `fileNames` json NOT NULL, `text` mediumtext NOT NULL, `handedInAt` datetime(3) NOT NULL, `times` int NOT NULL, INDEX `IDX_0a8b184c10ee04438ff2458fd4` (`learnerId`), UNIQUE INDEX `IDX_269fe4c1dca0affa329270cdd3` (`assignmentId`, `learnerId`), PRIMARY KEY (`id`)) ENGINE=InnoDB',
    );
    await runner.query(
      'CREATE TABLE `visit` (`id` uuid NOT NULL, `editionId` uuid NOT NULL, `lessonId` uuid NOT NULL, `learnerId` uuid NOT NULL, `startedAt` datetime(3) NOT NULL, `lastAt` datetime(3) NOT NULL, `claimedMs` int NOT NULL, `atTakeId` uuid NULL, `atTime` bigint NOT NULL, INDEX `IDX_fe6e10a5178ed9133fad73f901` (`lessonId`, `learnerId`), PRIMARY KEY (`id`)) ENGINE=InnoDB',
    );
    await runner.query(
      'CREATE TABLE `play` (`id` uuid NOT NULL, `visitId` uuid NOT NULL, `lessonId` uuid NOT NULL, `learnerId` uuid NOT NULL, `takeId` uuid NOT NULL, `start` bigint NOT NULL, `end` bigint NOT NULL, `speed` float NOT NULL, `at` datetime(3) NOT NULL, INDEX `IDX_1dee37d2f7e2c9716de9fcfefb` (`lessonId`, `learnerId`), PRIMARY KEY (`id`)) ENGINE=InnoDB',
    );
    await runner.query(
      'CREATE TABLE `mark` (`submissionId` uuid NOT NULL, `points` float NULL, `comment` text NOT NULL, `handedBackAt` datetime(3) NULL, `editionId` uuid NULL, PRIMARY KEY (`submissionId`)) ENGINE=InnoDB',
    );
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE `mark`');
    await runner.query('DROP TABLE `play`');
    await runner.query('DROP TABLE `visit`');
    await runner.query('DROP TABLE `submission`');
    await runner.query('DROP TABLE `assignment`');
    await runner.query('DROP TABLE `edition`');
    await runner.query('DROP TABLE `take_part`');
    await runner.query('DROP TABLE `take`');
    await runner.query('DROP TABLE `page`');
    await runner.query('DROP TABLE `lesson`');
    await runner.query('DROP TABLE `job`');
    await runner.query('DROP TABLE `membership`');
    await runner.query('DROP TABLE `school_class`');
    await runner.query('DROP TABLE `sign_in_failure`');
    await runner.query('DROP TABLE `person`');
    await runner.query('DROP TABLE `session`');
  }
}
