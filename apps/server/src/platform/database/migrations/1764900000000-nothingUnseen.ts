import type { MigrationInterface, QueryRunner } from 'typeorm';

/**
 * What can have been watched is bounded for a learner and a lesson, and no longer for each visit by itself. Marks say
 * which hand-in they are for and who gave them, so that nobody overwrites what they have not seen.
 */
export class NothingUnseen1764900000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      'CREATE TABLE `sitting` (`learnerId` uuid NOT NULL, `lessonId` uuid NOT NULL, `open` json NOT NULL, `pastMs` bigint NOT NULL, `claimedMs` bigint NOT NULL, PRIMARY KEY (`learnerId`, `lessonId`)) ENGINE=InnoDB',
    );
    for (const [column, table, name] of LINKS)
      await runner.query(
        `ALTER TABLE sitting ADD CONSTRAINT ${name} FOREIGN KEY (${column}) REFERENCES ${table}(id) ON DELETE NO ACTION ON UPDATE NO ACTION`,
      );
    // What was claimed until now was believed: there was as much time.
    await runner.query(
      "INSERT INTO sitting SELECT learnerId, lessonId, '[]', SUM(claimedMs), SUM(claimedMs) FROM visit GROUP BY learnerId, lessonId",
    );
    await runner.query('ALTER TABLE visit DROP COLUMN claimedMs');
    await runner.query(
      'ALTER TABLE mark ADD forTimes int NOT NULL DEFAULT 1, ADD revision int NOT NULL DEFAULT 1, ADD byId uuid NULL, ADD correctedAt datetime(3) NULL',
    );
    await runner.query('UPDATE mark m JOIN submission s ON s.id = m.submissionId SET m.forTimes = s.times');
    await runner.query('ALTER TABLE mark ALTER forTimes DROP DEFAULT, ALTER revision DROP DEFAULT');
    await runner.query(
      'ALTER TABLE mark ADD CONSTRAINT FK_14c6396d80824fab49af9429bb4 FOREIGN KEY (byId) REFERENCES person(id) ON DELETE NO ACTION ON UPDATE NO ACTION',
    );
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE mark DROP FOREIGN KEY FK_14c6396d80824fab49af9429bb4');
    await runner.query(
      'ALTER TABLE mark DROP COLUMN forTimes, DROP COLUMN revision, DROP COLUMN byId, DROP COLUMN correctedAt',
    );
    await runner.query('ALTER TABLE visit ADD claimedMs int NOT NULL DEFAULT 0 AFTER lastAt');
    await runner.query(
      'UPDATE visit v SET v.claimedMs = COALESCE((SELECT ROUND(SUM((p.end - p.start) / p.speed) / 1000) FROM play p WHERE p.visitId = v.id), 0)',
    );
    await runner.query('ALTER TABLE visit ALTER claimedMs DROP DEFAULT');
    await runner.query('DROP TABLE sitting');
  }
}

const LINKS = [
  ['learnerId', 'person', 'FK_3e61f5aadb15fc902f54eeed389'],
  ['lessonId', 'lesson', 'FK_ff16d31840812c1e39c646e13aa'],
] as const;
