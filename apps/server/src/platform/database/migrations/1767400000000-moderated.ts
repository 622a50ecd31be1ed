import type { MigrationInterface, QueryRunner } from 'typeorm';

/**
 * Feedback is answered by writing on one's own pages as well; a hand-in can be removed with a reason, and shown to a
 * class under another name.
 */
export class Moderated1767400000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    for (const sql of [
      'ALTER TABLE `feedback_word` ADD `ink` mediumtext NULL',
      'ALTER TABLE `feedback_word` DROP CONSTRAINT `CHK_feedback_word_said`',
      "ALTER TABLE `feedback_word` ADD CONSTRAINT `CHK_feedback_word_said` CHECK (text <> '' OR ink IS NOT NULL OR voice IS NOT NULL)",
      'ALTER TABLE `submission` ADD `removedAt` datetime(3) NULL, ADD `removedReason` varchar(500) NULL, ADD `shownAs` varchar(80) NULL',
      'ALTER TABLE `submission` DROP CONSTRAINT `CHK_submission_state`',
      "ALTER TABLE `submission` ADD CONSTRAINT `CHK_submission_state` CHECK (state IN ('handed-in', 'handed-back', 'removed'))",
      "ALTER TABLE `submission` ADD CONSTRAINT `CHK_submission_removed` CHECK ((state = 'removed') = (removedAt IS NOT NULL) AND (state = 'removed') = (removedReason IS NOT NULL))",
      'ALTER TABLE `submission` ADD CONSTRAINT `CHK_submission_shown` CHECK (shownAs IS NULL OR (approvedAt IS NOT NULL AND named = 0))',
    ])
      await runner.query(sql);
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const sql of [
      'ALTER TABLE `submission` DROP CONSTRAINT `CHK_submission_shown`, DROP CONSTRAINT `CHK_submission_removed`',
      'ALTER TABLE `submission` DROP CONSTRAINT `CHK_submission_state`',
      // What was removed waits again: nothing of it was lost.
      "UPDATE `submission` SET state = 'handed-in' WHERE state = 'removed'",
      "ALTER TABLE `submission` ADD CONSTRAINT `CHK_submission_state` CHECK (state IN ('handed-in', 'handed-back'))",
      'ALTER TABLE `submission` DROP COLUMN `removedAt`, DROP COLUMN `removedReason`, DROP COLUMN `shownAs`',
      'ALTER TABLE `feedback_word` DROP CONSTRAINT `CHK_feedback_word_said`',
      "UPDATE `feedback_word` SET text = 'Written on the page.' WHERE text = '' AND voice IS NULL",
      "ALTER TABLE `feedback_word` ADD CONSTRAINT `CHK_feedback_word_said` CHECK (text <> '' OR voice IS NOT NULL)",
      'ALTER TABLE `feedback_word` DROP COLUMN `ink`',
    ])
      await runner.query(sql);
  }
}
