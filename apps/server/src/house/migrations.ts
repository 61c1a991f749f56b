/** Changes of the house's own schema; every statement can be run again. */
import type { MigrationInterface, QueryRunner } from 'typeorm';

const TABLE = 'ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci';

export class Shops1764310000000 implements MigrationInterface {
  async up(db: QueryRunner): Promise<void> {
    await db.query(`CREATE TABLE IF NOT EXISTS shops (
      id VARCHAR(40) NOT NULL PRIMARY KEY, state VARCHAR(10) NOT NULL, made_at DATETIME(3) NOT NULL) ${TABLE}`);
  }

  async down(db: QueryRunner): Promise<void> {
    await db.query('DROP TABLE IF EXISTS shops');
  }
}

export const HOUSE_MIGRATIONS = [Shops1764310000000];
