import type { MigrationInterface, QueryRunner } from 'typeorm';

/** People, classes and terms can come from a roster, and are known by what the other program calls them. */
export class Rosters1765100000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    const key = '`rosterKey` varchar(200) COLLATE "utf8mb4_bin" NULL';
    for (const sql of [
      `CREATE TABLE \`term\` (\`id\` uuid NOT NULL, ${key}, \`name\` varchar(80) NOT NULL, \`startsOn\` date NOT NULL, \`endsOn\` date NOT NULL, UNIQUE INDEX \`IDX_85465b51d8d34a0de38755f6e2\` (\`rosterKey\`), PRIMARY KEY (\`id\`)) ENGINE=InnoDB`,
      'CREATE TABLE `roster` (`id` uuid NOT NULL, `byId` uuid NOT NULL, `name` varchar(200) NOT NULL, `state` varchar(12) NOT NULL, `format` varchar(10) NULL, `version` varchar(5) NULL, `key` varchar(200) NULL, `sample` json NULL, `reading` json NULL, `plan` json NULL, `undo` json NULL, `failure` varchar(400) NULL, `createdAt` datetime(3) NOT NULL, `appliedAt` datetime(3) NULL, INDEX `IDX_c69f53e03695cd981961971033` (`byId`), INDEX `IDX_e91fcc9ef6331e4e3c6851c56a` (`createdAt`), PRIMARY KEY (`id`)) ENGINE=InnoDB',
      `ALTER TABLE \`person\` ADD ${key}, ADD UNIQUE INDEX \`IDX_e74bc9409212c162c0668d3c2b\` (\`rosterKey\`)`,
      'ALTER TABLE `person` ADD `mail` varchar(254) NULL, ADD INDEX `IDX_cf4c8c129770ff76831756ea03` (`mail`)',
      `ALTER TABLE \`school_class\` ADD ${key}, ADD UNIQUE INDEX \`IDX_1deffd21356bbb29599bd8f355\` (\`rosterKey\`)`,
      'ALTER TABLE `school_class` ADD `termId` uuid NULL, ADD INDEX `IDX_82a9d6f7ebdd30403bba28afb6` (`termId`)',
      'ALTER TABLE `school_class` ADD CONSTRAINT `FK_82a9d6f7ebdd30403bba28afb64` FOREIGN KEY (`termId`) REFERENCES `term`(`id`) ON DELETE SET NULL ON UPDATE NO ACTION',
      'ALTER TABLE `roster` ADD CONSTRAINT `FK_c69f53e03695cd981961971033f` FOREIGN KEY (`byId`) REFERENCES `person`(`id`) ON DELETE CASCADE ON UPDATE NO ACTION',
    ])
      await runner.query(sql);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE `school_class` DROP FOREIGN KEY `FK_82a9d6f7ebdd30403bba28afb64`');
    await runner.query('ALTER TABLE `school_class` DROP COLUMN `termId`, DROP COLUMN `rosterKey`');
    await runner.query('ALTER TABLE `person` DROP COLUMN `mail`, DROP COLUMN `rosterKey`');
    await runner.query('DROP TABLE `roster`');
    await runner.query('DROP TABLE `term`');
  }
}
