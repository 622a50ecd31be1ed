import type { MigrationInterface, QueryRunner } from 'typeorm';

/**
 * A school has a name, a zone and a week of its own. First passwords follow from a key and are stored nowhere; whoever
 * still had a given one gets a new one from their keeper. People can leave.
 */
export class SchoolBegins1765000000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      'CREATE TABLE `school` (`id` tinyint NOT NULL, `name` varchar(120) NOT NULL, `timeZone` varchar(60) NOT NULL, `days` json NOT NULL, `holidays` json NOT NULL, `begunAt` datetime(3) NOT NULL, CONSTRAINT `one_school` CHECK (id = 1), PRIMARY KEY (`id`)) ENGINE=InnoDB',
    );
    await runner.query('ALTER TABLE person ADD firstKey uuid NULL, ADD leftAt datetime(3) NULL');
    await runner.query("UPDATE person SET firstKey = UUID(), passwordHash = '' WHERE mustChange");
    await runner.query('ALTER TABLE person DROP COLUMN mustChange');
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE person ADD mustChange tinyint NOT NULL DEFAULT 0');
    await runner.query('UPDATE person SET mustChange = firstKey IS NOT NULL');
    await runner.query('ALTER TABLE person DROP COLUMN firstKey, DROP COLUMN leftAt');
    await runner.query('DROP TABLE school');
  }
}
