import { invertEdit, applyEdit, EMPTY_EDITS, programmeOf, type Edit, type EditList } from '@oakbell/core/edits';
import { withPlays, type PlayLayers } from '@oakbell/core/coverage';
import { micros } from '@oakbell/core/clock';
import type { MigrationInterface, QueryRunner } from 'typeorm';

/**
 * Everything is saved once and wholly: edits become a log of changes, plays are compacted beside the raw ones, what
 * follows an act waits in an outbox, and the keys of the database say what may not be.
 */
export class SavedOnce1764500000000 implements MigrationInterface {
  readonly name = 'SavedOnce1764500000000';

  async up(runner: QueryRunner): Promise<void> {
    const run = async (queries: readonly string[]) => {
      for (const query of queries) await runner.query(query);
    };
    await run([
      'CREATE TABLE `lesson_change` (`lessonId` uuid NOT NULL, `revision` int NOT NULL, `edit` json NOT NULL, `below` int NULL, `length` bigint NOT NULL, `byId` uuid NOT NULL, `at` datetime(3) NOT NULL, PRIMARY KEY (`lessonId`, `revision`)) ENGINE=InnoDB',
      'CREATE TABLE `lesson_edits` (`lessonId` uuid NOT NULL, `revision` int NOT NULL, `edits` json NOT NULL, PRIMARY KEY (`lessonId`)) ENGINE=InnoDB',
      'CREATE TABLE `watched` (`learnerId` uuid NOT NULL, `lessonId` uuid NOT NULL, `takeId` uuid NOT NULL, `layers` json NOT NULL, `firstAt` datetime(3) NOT NULL, `lastAt` datetime(3) NOT NULL, INDEX `IDX_009103bd60b97ab84c386238bc` (`lessonId`, `learnerId`), PRIMARY KEY (`learnerId`, `lessonId`, `takeId`)) ENGINE=InnoDB',
      'CREATE TABLE `outbox` (`id` bigint NOT NULL AUTO_INCREMENT, `kind` varchar(40) NOT NULL, `about` json NOT NULL, `at` datetime(3) NOT NULL, INDEX `IDX_290c61790d1a35f09d42396b93` (`at`), PRIMARY KEY (`id`)) ENGINE=InnoDB',
      'CREATE TABLE `act_key` (`personId` uuid NOT NULL, `key` varchar(64) NOT NULL, `act` varchar(200) NOT NULL, `answer` mediumtext NOT NULL, `at` datetime(3) NOT NULL, INDEX `IDX_18c1e21ad52c2bff0285167dd3` (`at`), PRIMARY KEY (`personId`, `key`)) ENGINE=InnoDB',
      'ALTER TABLE `lesson` ADD `length` bigint NOT NULL DEFAULT 0',
      'ALTER TABLE `lesson` ADD `cover` char(64) NULL',
      'ALTER TABLE `lesson` ADD `undo` int NULL',
      'ALTER TABLE `lesson` ADD `redo` int NULL',
      'ALTER TABLE `lesson` ADD `undoable` int NOT NULL DEFAULT 0',
      'ALTER TABLE `lesson` ADD `redoable` int NOT NULL DEFAULT 0',
      ...['length', 'undoable', 'redoable', 'sources'].map(
        (name) => `ALTER TABLE \`lesson\` ALTER COLUMN \`${name}\` DROP DEFAULT`,
      ),
    ]);
    // Keys first, so that nothing is made of rows that hang in the air.
    for (let pass = 0; pass < DEEPEST; pass += 1) await run(KEYS.map(orphansOf));
    await changesOf(runner);
    await run([
      'ALTER TABLE `lesson` DROP COLUMN `edits`',
      'ALTER TABLE `lesson` DROP COLUMN `history`',
      "ALTER TABLE `visit` ADD `counted` json NOT NULL DEFAULT '[]'",
      'ALTER TABLE `visit` ALTER COLUMN `counted` DROP DEFAULT',
      'UPDATE `visit` v JOIN (SELECT `visitId`, COUNT(*) AS plays FROM `play` GROUP BY `visitId`) p ON p.`visitId` = v.`id` SET v.`counted` = CONCAT(\'[{"start":0,"end":\', p.plays, \'}]\')',
    ]);
    await watchedOf(runner);
    await run([
      'ALTER TABLE `play` ADD `report` int NOT NULL DEFAULT 0',
      'ALTER TABLE `play` ADD `number` int NOT NULL DEFAULT 0',
      'UPDATE `play` p JOIN (SELECT `id`, ROW_NUMBER() OVER (PARTITION BY `visitId` ORDER BY `at`, `id`) - 1 AS report FROM `play`) r ON r.`id` = p.`id` SET p.`report` = r.report',
      'DROP INDEX `IDX_1dee37d2f7e2c9716de9fcfefb` ON `play`',
      'ALTER TABLE `play` DROP PRIMARY KEY, DROP COLUMN `id`, DROP COLUMN `lessonId`, DROP COLUMN `learnerId`, ADD PRIMARY KEY (`visitId`, `report`, `number`)',
      'ALTER TABLE `play` ALTER COLUMN `report` DROP DEFAULT',
      'ALTER TABLE `play` ALTER COLUMN `number` DROP DEFAULT',
      // Of several that were made at the same moment the newest counts; the others stay, and belong to nothing.
      'UPDATE `lesson` l JOIN (SELECT `id`, ROW_NUMBER() OVER (PARTITION BY `submissionId` ORDER BY `revision` DESC, `updatedAt` DESC, `id`) AS place FROM `lesson` WHERE `submissionId` IS NOT NULL) o ON o.`id` = l.`id` AND o.place > 1 SET l.`submissionId` = NULL',
      'UPDATE `lesson` l JOIN (SELECT `id`, ROW_NUMBER() OVER (PARTITION BY `answersId`, `ownerId` ORDER BY `revision` DESC, `updatedAt` DESC, `id`) AS place FROM `lesson` WHERE `answersId` IS NOT NULL) o ON o.`id` = l.`id` AND o.place > 1 SET l.`answersId` = NULL',
      'UPDATE `edition` e JOIN (SELECT `id`, ROW_NUMBER() OVER (PARTITION BY `lessonId` ORDER BY `number`, `createdAt`, `id`) AS place FROM `edition`) o ON o.`id` = e.`id` SET e.`number` = o.place',
      'DROP INDEX `IDX_97b0c0293019bc5b31a5eccbc3` ON `edition`',
      'DROP INDEX `IDX_6d0664cf91ea5c56fb0fdeec22` ON `lesson`',
      'DROP INDEX `IDX_4d6f9a51c2b7e80a1f3c5d7e90` ON `lesson`',
      'DROP INDEX `IDX_fe6e10a5178ed9133fad73f901` ON `visit`',
      'ALTER TABLE `job` MODIFY `ownerId` uuid NULL',
      'DROP INDEX `IDX_9b1d2c5e7f40a86b3c9d1e2f50` ON `job`',
      'CREATE UNIQUE INDEX `IDX_6d0664cf91ea5c56fb0fdeec22` ON `lesson` (`submissionId`)',
      'CREATE UNIQUE INDEX `IDX_266977b9c56366731d8cd8917b` ON `lesson` (`answersId`, `ownerId`)',
      'CREATE UNIQUE INDEX `IDX_95159d4c29e23ed74308ce395b` ON `edition` (`lessonId`, `number`)',
      'CREATE INDEX `IDX_c5aa798eca166948ab51325f82` ON `take` (`byId`, `state`)',
      'CREATE INDEX `IDX_d4aac381a61cab686b5fd7f373` ON `visit` (`learnerId`, `lessonId`, `lastAt`)',
      'CREATE INDEX `IDX_70ba94b853be0685538cec4a15` ON `job` (`lane`, `state`)',
    ]);
    await run(
      KEYS.map(
        ([table, column, parent, rule, name]) =>
          `ALTER TABLE \`${table}\` ADD CONSTRAINT \`${name}\` FOREIGN KEY (\`${column}\`) REFERENCES \`${parent}\`(\`id\`) ON DELETE ${rule} ON UPDATE NO ACTION`,
      ),
    );
  }

  /** There is no way back: earlier versions read edits where none are any more. Go back by a backup. */
  async down(): Promise<void> {
    throw new Error('This step cannot be taken back; restore the backup made before it.');
  }
}

type Key = readonly [table: string, column: string, parent: string, rule: string, name: string];
/** What goes away takes along what hangs on it, so many tables deep: person, lesson, edition, visit, play. */
const DEEPEST = 5;
const KEYS: readonly Key[] = [
  ['assignment', 'lessonId', 'lesson', 'NO ACTION', 'FK_01c74e33f096093669cf9115510'],
  ['assignment', 'classId', 'school_class', 'NO ACTION', 'FK_06502a00f4ff25d2f52f236ac5a'],
  ['assignment', 'byId', 'person', 'NO ACTION', 'FK_3e2cd62c5267cf18471da26dc5d'],
  ['membership', 'classId', 'school_class', 'CASCADE', 'FK_6cc00044e9d753ca4a510582d9c'],
  ['membership', 'personId', 'person', 'CASCADE', 'FK_27596f83abf11927b07021ea2c8'],
  ['course', 'ownerId', 'person', 'NO ACTION', 'FK_ebf0ff6d5d6aeaa87d9b4b29c0c'],
  ['unit', 'courseId', 'course', 'CASCADE', 'FK_c88f881f8a9aa8be02740289776'],
  ['preference', 'personId', 'person', 'CASCADE', 'FK_820733a7a01d9d3e9d62739762a'],
  ['edition', 'lessonId', 'lesson', 'NO ACTION', 'FK_97b0c0293019bc5b31a5eccbc3e'],
  ['lesson', 'ownerId', 'person', 'NO ACTION', 'FK_c001c8879994009b254888ab61c'],
  ['lesson', 'unitId', 'unit', 'SET NULL', 'FK_2e4ec2ae66c028d3b20f8ff0eb9'],
  ['lesson', 'submissionId', 'submission', 'NO ACTION', 'FK_6d0664cf91ea5c56fb0fdeec220'],
  ['lesson', 'answersId', 'assignment', 'NO ACTION', 'FK_fbd8ebfe040393e241867d8eba4'],
  ['lesson_change', 'lessonId', 'lesson', 'CASCADE', 'FK_97d5e4a1ea9f56bb9c0e55f8279'],
  ['lesson_edits', 'lessonId', 'lesson', 'CASCADE', 'FK_b5309c9e745dcffe7e4d2c47ed5'],
  ['page', 'lessonId', 'lesson', 'CASCADE', 'FK_6f64911dc6342f2e6898f6c41f6'],
  ['lesson_asset', 'lessonId', 'lesson', 'CASCADE', 'FK_2929d258c51326d2cc83d62c41a'],
  ['upload', 'lessonId', 'lesson', 'CASCADE', 'FK_6116273d3dd177640316db0f7a6'],
  ['mark', 'submissionId', 'submission', 'CASCADE', 'FK_f8c9f3b2aaef63b963ddc98b258'],
  ['mark', 'editionId', 'edition', 'NO ACTION', 'FK_8757e265624a1a85e8a0dfc0368'],
  ['submission', 'assignmentId', 'assignment', 'NO ACTION', 'FK_ef99745f278ca701c5efe5d8ddd'],
  ['submission', 'learnerId', 'person', 'NO ACTION', 'FK_0a8b184c10ee04438ff2458fd43'],
  ['submission', 'answerId', 'lesson', 'NO ACTION', 'FK_c2ab2118f46f205bfd6a1039e9e'],
  ['take', 'lessonId', 'lesson', 'CASCADE', 'FK_03a7d3f4d211fa5c6ea3e9e2028'],
  ['take', 'byId', 'person', 'NO ACTION', 'FK_39020c6bf27d62406600471d5d9'],
  ['take_part', 'takeId', 'take', 'CASCADE', 'FK_a3148f2b03f35ffb3423caf9f58'],
  ['visit', 'editionId', 'edition', 'NO ACTION', 'FK_1e913c34b535cf3cdcd631119d5'],
  ['visit', 'lessonId', 'lesson', 'NO ACTION', 'FK_dc26f18dbf833a60829cac04781'],
  ['visit', 'learnerId', 'person', 'NO ACTION', 'FK_337ca25e935e7de7a314ceb2f72'],
  ['play', 'visitId', 'visit', 'CASCADE', 'FK_f06aa88fc0aa9a9a956192eee6b'],
  ['watched', 'learnerId', 'person', 'NO ACTION', 'FK_1905250a666c64da5e9e57e10ff'],
  ['watched', 'lessonId', 'lesson', 'NO ACTION', 'FK_fda18bde502d5b54967148ee770'],
  ['job', 'ownerId', 'person', 'CASCADE', 'FK_4230d15401eafcf6f4538208015'],
  ['session', 'personId', 'person', 'CASCADE', 'FK_b8e1fcf37e349295272a5ebbd50'],
];
/** What may be missing is named no longer; what cannot be without the other is no longer there. */
const MAY_BE_MISSING = new Set(['unitId', 'submissionId', 'answersId', 'answerId', 'editionId']);

function orphansOf([table, column, parent]: Key): string {
  const from = `\`${table}\` c LEFT JOIN \`${parent}\` p ON p.\`id\` = c.\`${column}\``;
  const where = `p.\`id\` IS NULL AND c.\`${column}\` IS NOT NULL`;
  return MAY_BE_MISSING.has(column) && table !== 'visit'
    ? `UPDATE ${from} SET c.\`${column}\` = NULL WHERE ${where}`
    : `DELETE c FROM ${from} WHERE ${where}`;
}

const asJson = <T>(value: unknown): T => (typeof value === 'string' ? JSON.parse(value) : value) as T;

interface OldLesson {
  readonly id: string;
  readonly ownerId: string;
  readonly edits: unknown;
  readonly history: unknown;
  readonly revision: number;
  readonly updatedAt: Date;
}

/** The log that an edit list and its two stacks were: done changes, and those that took others back. */
async function changesOf(runner: QueryRunner): Promise<void> {
  const ids = (await runner.query('SELECT `id` FROM `lesson`')) as { id: string }[];
  for (const { id } of ids) {
    const [lesson] = (await runner.query(
      'SELECT `id`, `ownerId`, `edits`, `history`, `revision`, `updatedAt` FROM `lesson` WHERE `id` = ?',
      [id],
    )) as OldLesson[];
    if (lesson) await changesOfLesson(runner, lesson);
  }
}

async function changesOfLesson(runner: QueryRunner, lesson: OldLesson): Promise<void> {
  const edits = { ...EMPTY_EDITS, ...asJson<Partial<EditList>>(lesson.edits) };
  const { done = [], undone = [] } = asJson<{ done?: readonly Edit[]; undone?: readonly Edit[] }>(lesson.history);
  const begins = done.toReversed().reduce<EditList | null>((after, edit) => {
    const before = after && applyEdit(after, invertEdit(edit));
    return before?.ok ? before.edits : null;
  }, edits);
  // A list whose history does not lead to it keeps the list: what was done to it can no longer be taken back.
  const kept = begins ? [...done, ...undone] : [];
  const rows: unknown[][] = [];
  let now = begins ?? edits;
  const first = { begins: now };
  const write = (edit: Edit, below: number | null) => {
    const applied = applyEdit(now, edit);
    if (applied.ok) now = applied.edits;
    const length = programmeOf(now).length;
    rows.push([lesson.id, rows.length + 2, JSON.stringify(edit), below, length, lesson.ownerId, lesson.updatedAt]);
  };
  for (const [i, edit] of (begins ? done : []).entries()) write(edit, i === 0 ? null : i + 1);
  if (begins) {
    // What had been taken back is done and taken back once more: its rows then stand where redo looks for them.
    for (const edit of undone.toReversed()) write(edit, null);
    for (const [i, edit] of undone.entries()) write(invertEdit(edit), i === 0 ? null : rows.length + 1);
  }
  const making = makingOf(first.begins);
  const zero = [
    lesson.id,
    1,
    JSON.stringify(making),
    null,
    programmeOf(first.begins).length,
    lesson.ownerId,
    lesson.updatedAt,
  ];
  for (const row of [zero, ...rows])
    await runner.query(
      'INSERT INTO `lesson_change` (`lessonId`, `revision`, `edit`, `below`, `length`, `byId`, `at`) VALUES (?, ?, ?, ?, ?, ?, ?)',
      row,
    );
  const revision = rows.length + 1;
  await runner.query('INSERT INTO `lesson_edits` (`lessonId`, `revision`, `edits`) VALUES (?, ?, ?)', [
    lesson.id,
    revision,
    JSON.stringify(edits),
  ]);
  await runner.query(
    'UPDATE `lesson` SET `revision` = ?, `length` = ?, `cover` = ?, `undo` = ?, `redo` = ?, `undoable` = ?, `redoable` = ? WHERE `id` = ?',
    [
      revision,
      programmeOf(edits).length,
      edits.cover?.picture ?? null,
      begins && done.length > 0 ? done.length + 1 : null,
      begins && undone.length > 0 ? revision : null,
      begins ? done.length : 0,
      kept.length - (begins ? done.length : 0),
      lesson.id,
    ],
  );
}

/** The edit that a log begins with which did not begin empty. */
function makingOf(edits: EditList): Edit {
  const { segments, overlays = [], strokes = [], finish, chapters, cover } = edits;
  const made: Edit[] = [
    ...segments.map((segment, index) => ({ op: 'insert', index, segment }) as const),
    ...overlays.map((to, index) => ({ op: 'overlays', index, from: null, to }) as const),
    ...strokes.map((to, index) => ({ op: 'strokes', index, from: null, to }) as const),
    ...(finish ? [{ op: 'finish', from: NONE, to: finish } as const] : []),
    ...(chapters ? [{ op: 'chapters', from: null, to: chapters } as const] : []),
    ...(cover ? [{ op: 'cover', from: null, to: cover } as const] : []),
  ];
  return { op: 'together', act: { kind: 'give', at: micros(0), length: programmeOf(edits).length }, edits: made };
}
const NONE = { fadeIn: micros(0), fadeOut: micros(0), noise: false, levelling: false, music: null } as const;

interface OldPlay {
  readonly lessonId: string;
  readonly learnerId: string;
  readonly takeId: string;
  readonly start: string;
  readonly end: string;
}

/** What every learner has watched of every take, out of all plays there are. */
async function watchedOf(runner: QueryRunner): Promise<void> {
  const pairs = (await runner.query(
    'SELECT v.`lessonId`, v.`learnerId`, MIN(v.`startedAt`) AS firstAt, MAX(v.`lastAt`) AS lastAt FROM `visit` v WHERE EXISTS(SELECT 1 FROM `play` p WHERE p.`visitId` = v.`id`) GROUP BY v.`lessonId`, v.`learnerId`',
  )) as { lessonId: string; learnerId: string; firstAt: Date; lastAt: Date }[];
  for (const { lessonId, learnerId, firstAt, lastAt } of pairs) {
    const plays = (await runner.query(
      'SELECT `takeId`, `start`, `end` FROM `play` WHERE `lessonId` = ? AND `learnerId` = ? ORDER BY `at`',
      [lessonId, learnerId],
    )) as OldPlay[];
    const layers = new Map<string, PlayLayers>();
    for (const { takeId, start, end } of plays)
      layers.set(
        takeId,
        withPlays(layers.get(takeId) ?? [], [{ start: micros(Number(start)), end: micros(Number(end)) }]),
      );
    for (const [takeId, laid] of layers)
      await runner.query(
        'INSERT INTO `watched` (`learnerId`, `lessonId`, `takeId`, `layers`, `firstAt`, `lastAt`) VALUES (?, ?, ?, ?, ?, ?)',
        [learnerId, lessonId, takeId, JSON.stringify(laid), firstAt, lastAt],
      );
  }
}
