import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Who of the staff saw or changed what of whom. */
export class Audit1765200000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE `school` ADD `auditDays` int NOT NULL DEFAULT 365');
    await runner.query(
      'CREATE TABLE `audit` (`id` bigint NOT NULL AUTO_INCREMENT, `at` datetime(3) NOT NULL, `byId` uuid NOT NULL, `says` varchar(80) NOT NULL, `isChange` tinyint NOT NULL, `aboutId` uuid NULL, `classId` uuid NULL, `once` varchar(28) NULL, UNIQUE INDEX `IDX_96f5e99aa598d6f2533206aeea` (`once`), INDEX `IDX_48b688a4cdc293697d7fd86a8c` (`at`), INDEX `IDX_cf7c030669935ba5b39f09f553` (`classId`, `id`), INDEX `IDX_b35cd93b5fdd1b83c54a924f9f` (`aboutId`, `id`), INDEX `IDX_76be43b36d299de8fe6ab23bc1` (`byId`, `id`), PRIMARY KEY (`id`)) ENGINE=InnoDB',
    );
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE `audit`');
    await runner.query('ALTER TABLE `school` DROP COLUMN `auditDays`');
  }
}
