import type { MigrationInterface, QueryRunner } from 'typeorm';

const TABLE = 'ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci';

/** The first tables. */
export class First1764000000000 implements MigrationInterface {
  async up(db: QueryRunner): Promise<void> {
    await db.query(`CREATE TABLE designs (
      id CHAR(36) NOT NULL PRIMARY KEY, name VARCHAR(300) NOT NULL, revision INT NOT NULL,
      document LONGTEXT NOT NULL, created_at DATETIME(3) NOT NULL, updated_at DATETIME(3) NOT NULL,
      archived_at DATETIME(3) NULL, INDEX by_updated (updated_at)) ${TABLE}`);
    await db.query(`CREATE TABLE design_versions (
      id INT NOT NULL AUTO_INCREMENT PRIMARY KEY, design_id CHAR(36) NOT NULL, revision INT NOT NULL,
      kind VARCHAR(20) NOT NULL, document LONGTEXT NOT NULL, created_at DATETIME(3) NOT NULL,
      INDEX by_design (design_id)) ${TABLE}`);
    await db.query(`CREATE TABLE materials (
      sha256 CHAR(64) NOT NULL PRIMARY KEY, name VARCHAR(300) NOT NULL, kind VARCHAR(20) NOT NULL,
      mime VARCHAR(60) NOT NULL, width INT NOT NULL, height INT NOT NULL, bytes INT NOT NULL,
      created_at DATETIME(3) NOT NULL) ${TABLE}`);
    await db.query(`CREATE TABLE specs (
      id VARCHAR(120) NOT NULL PRIMARY KEY, document LONGTEXT NOT NULL) ${TABLE}`);
    await db.query(`CREATE TABLE garments (
      id VARCHAR(120) NOT NULL PRIMARY KEY, position INT NOT NULL, document TEXT NOT NULL) ${TABLE}`);
    await db.query(`CREATE TABLE exports (
      id CHAR(36) NOT NULL PRIMARY KEY, design_id CHAR(36) NOT NULL, revision INT NOT NULL,
      spec VARCHAR(120) NOT NULL, side VARCHAR(120) NOT NULL, colourway VARCHAR(120) NOT NULL,
      state VARCHAR(12) NOT NULL, reason TEXT NULL, file_name VARCHAR(400) NOT NULL,
      sha256 CHAR(64) NULL, report TEXT NULL, created_at DATETIME(3) NOT NULL,
      finished_at DATETIME(3) NULL, INDEX by_design (design_id)) ${TABLE}`);
    await db.query(`CREATE TABLE settings (
      name VARCHAR(60) NOT NULL PRIMARY KEY, value TEXT NOT NULL) ${TABLE}`);
  }

  async down(db: QueryRunner): Promise<void> {
    for (const table of [
      'settings',
      'exports',
      'garments',
      'specs',
      'materials',
      'design_versions',
      'designs',
    ])
      await db.query(`DROP TABLE ${table}`);
  }
}

/** Versions that the seller keeps have a name. */
export class NamedVersions1764060000000 implements MigrationInterface {
  async up(db: QueryRunner): Promise<void> {
    await db.query("ALTER TABLE design_versions ADD COLUMN name VARCHAR(120) NOT NULL DEFAULT ''");
  }

  async down(db: QueryRunner): Promise<void> {
    await db.query('ALTER TABLE design_versions DROP COLUMN name');
  }
}

/** Palettes and starters that are kept. */
export class PalettesAndStarters1764070000000 implements MigrationInterface {
  async up(db: QueryRunner): Promise<void> {
    await db.query(`CREATE TABLE palettes (
      id INT NOT NULL AUTO_INCREMENT PRIMARY KEY, name VARCHAR(120) NOT NULL, colours TEXT NOT NULL) ${TABLE}`);
    await db.query(`CREATE TABLE starters (
      id VARCHAR(120) NOT NULL PRIMARY KEY, position INT NOT NULL, own TINYINT(1) NOT NULL,
      document LONGTEXT NOT NULL) ${TABLE}`);
  }

  async down(db: QueryRunner): Promise<void> {
    await db.query('DROP TABLE starters');
    await db.query('DROP TABLE palettes');
  }
}

/** The seller's own typefaces, and looks of lettering. */
export class Lettering1764080000000 implements MigrationInterface {
  async up(db: QueryRunner): Promise<void> {
    await db.query(`CREATE TABLE typefaces (
      id VARCHAR(80) NOT NULL PRIMARY KEY, name VARCHAR(200) NOT NULL, facts TEXT NOT NULL,
      created_at DATETIME(3) NOT NULL) ${TABLE}`);
    await db.query(`CREATE TABLE lettering_styles (
      id INT NOT NULL AUTO_INCREMENT PRIMARY KEY, name VARCHAR(120) NOT NULL,
      document MEDIUMTEXT NOT NULL) ${TABLE}`);
  }

  async down(db: QueryRunner): Promise<void> {
    await db.query('DROP TABLE lettering_styles');
    await db.query('DROP TABLE typefaces');
  }
}

/** Runs instead of single exports, and a spec book that is edited. */
export class RunsAndSpecBook1764090000000 implements MigrationInterface {
  async up(db: QueryRunner): Promise<void> {
    await db.query(`CREATE TABLE runs (
      id CHAR(36) NOT NULL PRIMARY KEY, title VARCHAR(300) NOT NULL, position INT NOT NULL,
      state VARCHAR(12) NOT NULL, pack TINYINT(1) NOT NULL, pack_name VARCHAR(300) NOT NULL,
      pack_bytes BIGINT NULL, reason TEXT NULL, cleaned TINYINT(1) NOT NULL DEFAULT 0,
      created_at DATETIME(3) NOT NULL, finished_at DATETIME(3) NULL, INDEX (position)) ${TABLE}`);
    await db.query(`CREATE TABLE run_files (
      id CHAR(36) NOT NULL PRIMARY KEY, run_id CHAR(36) NOT NULL, position INT NOT NULL,
      state VARCHAR(12) NOT NULL, design_id CHAR(36) NOT NULL, revision INT NOT NULL,
      snapshot CHAR(64) NOT NULL, job LONGTEXT NOT NULL, path VARCHAR(600) NOT NULL,
      accept_stops TINYINT(1) NOT NULL, attempts INT NOT NULL, reason TEXT NULL, sha256 CHAR(64) NULL,
      report TEXT NULL, findings MEDIUMTEXT NULL, started_at DATETIME(3) NULL, finished_at DATETIME(3) NULL,
      INDEX (run_id), INDEX (state), FOREIGN KEY (run_id) REFERENCES runs (id) ON DELETE CASCADE) ${TABLE}`);
    await db.query('DROP TABLE exports');
    await db.query(`ALTER TABLE specs ADD revision INT NOT NULL DEFAULT 1,
      ADD own TINYINT(1) NOT NULL DEFAULT 0, ADD archived_at DATETIME(3) NULL`);
    await db.query(`CREATE TABLE spec_versions (
      id INT NOT NULL AUTO_INCREMENT PRIMARY KEY, spec_id VARCHAR(120) NOT NULL, revision INT NOT NULL,
      document LONGTEXT NOT NULL, replaced_at DATETIME(3) NOT NULL, INDEX (spec_id)) ${TABLE}`);
  }

  async down(db: QueryRunner): Promise<void> {
    await db.query('DROP TABLE spec_versions');
    await db.query('ALTER TABLE specs DROP revision, DROP own, DROP archived_at');
    await db.query('DROP TABLE run_files');
    await db.query('DROP TABLE runs');
    await db.query(`CREATE TABLE exports (
      id CHAR(36) NOT NULL PRIMARY KEY, design_id CHAR(36) NOT NULL, revision INT NOT NULL,
      spec VARCHAR(120) NOT NULL, side VARCHAR(120) NOT NULL, colourway VARCHAR(120) NOT NULL,
      state VARCHAR(12) NOT NULL, reason TEXT NULL, file_name VARCHAR(400) NOT NULL, sha256 CHAR(64) NULL,
      report TEXT NULL, created_at DATETIME(3) NOT NULL, finished_at DATETIME(3) NULL,
      INDEX (design_id)) ${TABLE}`);
  }
}

export const MIGRATIONS = [
  First1764000000000,
  NamedVersions1764060000000,
  PalettesAndStarters1764070000000,
  Lettering1764080000000,
  RunsAndSpecBook1764090000000,
];
