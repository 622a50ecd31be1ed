import type { MigrationInterface, QueryRunner } from 'typeorm';

/** What is told to a record store, and how it stands with it. */
export class Records1766800000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    for (const sql of [
      'CREATE TABLE `visit_telling` (`visitId` uuid NOT NULL, `dueAt` datetime(3) NULL, `reports` int NOT NULL, `completed` tinyint NOT NULL, INDEX `IDX_318f10afb85f2792a1f40b0464` (`dueAt`), PRIMARY KEY (`visitId`)) ENGINE=InnoDB',
      'ALTER TABLE `visit_telling` ADD CONSTRAINT `FK_5f6276083f48f6bacf8fd6f1339` FOREIGN KEY (`visitId`) REFERENCES `visit`(`id`) ON DELETE CASCADE ON UPDATE NO ACTION',
      'CREATE TABLE `record_store` (`id` int NOT NULL, `triedAt` datetime(3) NOT NULL, `failures` int NOT NULL, `problem` varchar(200) NOT NULL, `nextAt` datetime(3) NOT NULL, PRIMARY KEY (`id`)) ENGINE=InnoDB',
    ])
      await runner.query(sql);
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const table of ['record_store', 'visit_telling']) await runner.query(`DROP TABLE \`${table}\``);
  }
}
