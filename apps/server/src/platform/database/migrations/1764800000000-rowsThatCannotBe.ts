import type { MigrationInterface, QueryRunner } from 'typeorm';

/** What holds for each row of a table, by name. The unions of the entities say the same to the compiler. */
const RULES: Readonly<Record<string, Readonly<Record<string, string>>>> = {
  lesson: {
    kind: "kind IN ('slides', 'worked', 'feedback', 'answer')",
    feedback: "(kind = 'feedback') = (submissionId IS NOT NULL)",
    answer: "(kind = 'answer') = (answersId IS NOT NULL)",
    saved: "savedAs IS NULL OR (kind IN ('slides', 'worked') AND savedAs IN ('opening', 'template'))",
    undo: '(undoable > 0) = (`undo` IS NOT NULL)',
    redo: '(redoable > 0) = (redo IS NOT NULL)',
  },
  take: {
    state: "state IN ('open', 'finished', 'discarded')",
    frames: "(state = 'finished') = (frames IS NOT NULL)",
  },
  edition: {
    state: "state IN ('making', 'ready', 'failed')",
    manifest: "(state = 'ready') = (manifest IS NOT NULL)",
    lufs: "state = 'ready' OR lufs IS NULL",
  },
  submission: {
    state: "state IN ('handed-in', 'handed-back')",
    kind: "kind IN ('file', 'text', 'spoken')",
    spoken: "(kind = 'spoken') = (answerId IS NOT NULL)",
    files: "(kind = 'file') = (JSON_LENGTH(fileNames) > 0)",
    text: "kind = 'text' OR text = ''",
  },
  job: {
    state: "state IN ('waiting', 'running', 'done', 'failed', 'cancelled')",
    waiting: "state <> 'waiting' OR runner IS NULL",
    running: "state <> 'running' OR (runner IS NOT NULL AND startedAt IS NOT NULL)",
    ended: "(state IN ('done', 'failed', 'cancelled')) = (endedAt IS NOT NULL)",
    failed:
      "(state = 'failed') = (failureStatus IS NOT NULL) AND (state = 'failed') = (failureCode IS NOT NULL) AND (state = 'failed') = (failureText IS NOT NULL)",
    result: "state = 'done' OR result IS NULL",
  },
  upload: {
    state: "state IN ('converting', 'ready', 'failed')",
    failure: "(state = 'failed') = (failure <> '')",
    converting: "state <> 'converting' OR kind = 'slides'",
  },
  page: {
    kind: "kind IN ('slide', 'board', 'document', 'window', 'clip')",
    clip: "(kind = 'clip') = (clip IS NOT NULL)",
    board: "kind <> 'board' OR backdrop IS NOT NULL",
  },
  assignment: { answer: 'answerLimitMs IS NOT NULL OR answerPage IS NULL' },
  membership: { part: "part IN ('teacher', 'learner')" },
  visit: { place: 'atSourceId IS NOT NULL OR atTime = 0' },
};

/** Rows of before the rules that contradict themselves are made to say one thing: the one that loses nothing. */
const MENDED: readonly string[] = [
  'ALTER TABLE `take` MODIFY `frames` bigint NULL',
  "UPDATE `take` SET frames = NULL WHERE state <> 'finished'",
  "UPDATE `job` SET state = 'waiting' WHERE state = 'running' AND (runner IS NULL OR startedAt IS NULL)",
  "UPDATE `job` SET runner = NULL WHERE state = 'waiting'",
  "UPDATE `job` SET endedAt = NULL, result = NULL WHERE state IN ('waiting', 'running')",
  "UPDATE `job` SET endedAt = COALESCE(endedAt, startedAt, createdAt) WHERE state IN ('done', 'failed', 'cancelled')",
  "UPDATE `job` SET result = NULL WHERE state <> 'done'",
  "UPDATE `job` SET failureStatus = NULL, failureCode = NULL, failureText = NULL WHERE state <> 'failed'",
  `UPDATE job SET failureStatus = COALESCE(failureStatus, 500), failureCode = COALESCE(failureCode, 'failed'),
     failureText = COALESCE(failureText, 'Something went wrong while this was being made. Try again.') WHERE state = 'failed'`,
  // What cannot be given out is made again by whoever asks for it.
  "UPDATE `edition` SET state = 'failed' WHERE state = 'ready' AND manifest IS NULL",
  "UPDATE `edition` SET manifest = NULL, lufs = NULL WHERE state <> 'ready'",
  "UPDATE `lesson` SET savedAs = NULL, unitId = NULL WHERE kind IN ('feedback', 'answer')",
  "UPDATE `submission` SET text = '' WHERE kind <> 'text'",
  "UPDATE `upload` SET failure = '' WHERE state <> 'failed'",
  "UPDATE `upload` SET failure = 'This file could not be opened.' WHERE state = 'failed' AND failure = ''",
  'UPDATE `assignment` SET answerPage = NULL WHERE answerLimitMs IS NULL',
  'UPDATE `visit` SET atTime = 0 WHERE atSourceId IS NULL',
];

/** What cannot be cannot be written, by us or by hand. */
export class RowsThatCannotBe1764800000000 implements MigrationInterface {
  readonly name = 'RowsThatCannotBe1764800000000';

  async up(runner: QueryRunner): Promise<void> {
    for (const sql of MENDED) await runner.query(sql);
    for (const [table, rules] of Object.entries(RULES)) {
      const added = Object.entries(rules).map(
        ([name, rule]) => `ADD CONSTRAINT \`${nameOf(table, name)}\` CHECK (${rule})`,
      );
      await runner.query(`ALTER TABLE \`${table}\` ${added.join(', ')}`);
    }
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const [table, rules] of Object.entries(RULES)) {
      const dropped = Object.keys(rules).map((name) => `DROP CONSTRAINT \`${nameOf(table, name)}\``);
      await runner.query(`ALTER TABLE \`${table}\` ${dropped.join(', ')}`);
    }
    await runner.query('UPDATE `take` SET frames = 0 WHERE frames IS NULL');
    await runner.query('ALTER TABLE `take` MODIFY `frames` bigint NOT NULL');
  }
}

const nameOf = (table: string, rule: string): string => `CHK_${table}_${rule}`;
