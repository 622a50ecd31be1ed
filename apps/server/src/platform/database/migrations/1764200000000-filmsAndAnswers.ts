import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Clips as pages, and what learners answer aloud. Nothing that was there is changed. */
export class FilmsAndAnswers1764200000000 implements MigrationInterface {
  readonly name = 'FilmsAndAnswers1764200000000';

  async up(runner: QueryRunner): Promise<void> {
    const queries = [
      'ALTER TABLE `page` ADD `clip` json NULL',
      'ALTER TABLE `assignment` ADD `answerLimitMs` int NULL',
      'ALTER TABLE `assignment` ADD `answerPage` uuid NULL',
      'ALTER TABLE `lesson` ADD `answersId` uuid NULL',
      'CREATE INDEX `IDX_4d6f9a51c2b7e80a1f3c5d7e90` ON `lesson` (`answersId`)',
      'ALTER TABLE `submission` ADD `answerId` uuid NULL',
    ];
    for (const query of queries) await runner.query(query);
  }

  /** There is no way back: earlier versions have no place for what is kept here. Go back by a backup. */
  async down(): Promise<void> {
    throw new Error('This step cannot be taken back; restore the backup made before it.');
  }
}
