import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Column, what it names, and what the key is called: what hangs on what goes, goes too. */
const KEYS = [
  ['attachment', 'ownerId', 'person', 'FK_30a7133a8dc825f126074d311b7'],
  ['assignment_attachment', 'assignmentId', 'assignment', 'FK_26db0fcaf0f54e92be40e40b707'],
  ['assignment_attachment', 'attachmentId', 'attachment', 'FK_a41d119676a3a3e3290b2144ab3'],
] as const;

/** Files that go with what is given. */
export class Attachments1766300000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    for (const sql of [
      'CREATE TABLE `attachment` (`id` uuid NOT NULL, `ownerId` uuid NOT NULL, `fileKey` varchar(120) COLLATE "utf8mb4_bin" NOT NULL, `name` varchar(200) NOT NULL, `bytes` bigint NOT NULL, `createdAt` datetime(3) NOT NULL, INDEX `IDX_30a7133a8dc825f126074d311b` (`ownerId`), UNIQUE INDEX `IDX_cd4eba5d0db8d4cd7dc449b9ff` (`fileKey`), PRIMARY KEY (`id`)) ENGINE=InnoDB',
      'CREATE TABLE `assignment_attachment` (`assignmentId` uuid NOT NULL, `attachmentId` uuid NOT NULL, `place` int NOT NULL, INDEX `IDX_a41d119676a3a3e3290b2144ab` (`attachmentId`), PRIMARY KEY (`assignmentId`, `attachmentId`)) ENGINE=InnoDB',
      ...KEYS.map(
        ([table, column, of, name]) =>
          `ALTER TABLE \`${table}\` ADD CONSTRAINT \`${name}\` FOREIGN KEY (\`${column}\`) REFERENCES \`${of}\`(\`id\`) ON DELETE CASCADE ON UPDATE NO ACTION`,
      ),
    ])
      await runner.query(sql);
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const sql of ['DROP TABLE `assignment_attachment`', 'DROP TABLE `attachment`']) await runner.query(sql);
  }
}
