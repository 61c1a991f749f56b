/** The migrations up to the first samples: see migrations.ts. */
import type { MigrationInterface, QueryRunner } from 'typeorm';
import { TABLE } from './table';

/** The first tables. */
export class First1764000000000 implements MigrationInterface {
  async up(db: QueryRunner): Promise<void> {
    await db.query(`CREATE TABLE IF NOT EXISTS designs (
      id CHAR(36) NOT NULL PRIMARY KEY, name VARCHAR(300) NOT NULL, revision INT NOT NULL,
      document LONGTEXT NOT NULL, created_at DATETIME(3) NOT NULL, updated_at DATETIME(3) NOT NULL,
      archived_at DATETIME(3) NULL, INDEX by_updated (updated_at)) ${TABLE}`);
    await db.query(`CREATE TABLE IF NOT EXISTS design_versions (
      id INT NOT NULL AUTO_INCREMENT PRIMARY KEY, design_id CHAR(36) NOT NULL, revision INT NOT NULL,
      kind VARCHAR(20) NOT NULL, document LONGTEXT NOT NULL, created_at DATETIME(3) NOT NULL,
      INDEX by_design (design_id)) ${TABLE}`);
    await db.query(`CREATE TABLE IF NOT EXISTS materials (
      sha256 CHAR(64) NOT NULL PRIMARY KEY, name VARCHAR(300) NOT NULL, kind VARCHAR(20) NOT NULL,
      mime VARCHAR(60) NOT NULL, width INT NOT NULL, height INT NOT NULL, bytes INT NOT NULL,
      created_at DATETIME(3) NOT NULL) ${TABLE}`);
    await db.query(`CREATE TABLE IF NOT EXISTS specs (
      id VARCHAR(120) NOT NULL PRIMARY KEY, document LONGTEXT NOT NULL) ${TABLE}`);
    await db.query(`CREATE TABLE IF NOT EXISTS garments (
      id VARCHAR(120) NOT NULL PRIMARY KEY, position INT NOT NULL, document TEXT NOT NULL) ${TABLE}`);
    await db.query(`CREATE TABLE IF NOT EXISTS exports (
      id CHAR(36) NOT NULL PRIMARY KEY, design_id CHAR(36) NOT NULL, revision INT NOT NULL,
      spec VARCHAR(120) NOT NULL, side VARCHAR(120) NOT NULL, colourway VARCHAR(120) NOT NULL,
      state VARCHAR(12) NOT NULL, reason TEXT NULL, file_name VARCHAR(400) NOT NULL,
      sha256 CHAR(64) NULL, report TEXT NULL, created_at DATETIME(3) NOT NULL,
      finished_at DATETIME(3) NULL, INDEX by_design (design_id)) ${TABLE}`);
    await db.query(`CREATE TABLE IF NOT EXISTS settings (
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
      await db.query(`DROP TABLE IF EXISTS ${table}`);
    await db.query('ALTER TABLE IF EXISTS materials DROP COLUMN IF EXISTS licence');
  }
}

/** Versions that the seller keeps have a name. */
export class NamedVersions1764060000000 implements MigrationInterface {
  async up(db: QueryRunner): Promise<void> {
    await db.query(
      "ALTER TABLE design_versions ADD COLUMN IF NOT EXISTS name VARCHAR(120) NOT NULL DEFAULT ''",
    );
  }

  async down(db: QueryRunner): Promise<void> {
    await db.query('ALTER TABLE design_versions DROP COLUMN IF EXISTS name');
  }
}

/** Palettes and starters that are kept. */
export class PalettesAndStarters1764070000000 implements MigrationInterface {
  async up(db: QueryRunner): Promise<void> {
    await db.query(`CREATE TABLE IF NOT EXISTS palettes (
      id INT NOT NULL AUTO_INCREMENT PRIMARY KEY, name VARCHAR(120) NOT NULL, colours TEXT NOT NULL) ${TABLE}`);
    await db.query(`CREATE TABLE IF NOT EXISTS starters (
      id VARCHAR(120) NOT NULL PRIMARY KEY, position INT NOT NULL, own TINYINT(1) NOT NULL,
      document LONGTEXT NOT NULL) ${TABLE}`);
  }

  async down(db: QueryRunner): Promise<void> {
    await db.query('DROP TABLE IF EXISTS starters');
    await db.query('DROP TABLE IF EXISTS palettes');
  }
}

/** The seller's own typefaces, and looks of lettering. */
export class Lettering1764080000000 implements MigrationInterface {
  async up(db: QueryRunner): Promise<void> {
    await db.query(`CREATE TABLE IF NOT EXISTS typefaces (
      id VARCHAR(80) NOT NULL PRIMARY KEY, name VARCHAR(200) NOT NULL, facts TEXT NOT NULL,
      created_at DATETIME(3) NOT NULL) ${TABLE}`);
    await db.query(`CREATE TABLE IF NOT EXISTS lettering_styles (
      id INT NOT NULL AUTO_INCREMENT PRIMARY KEY, name VARCHAR(120) NOT NULL,
      document MEDIUMTEXT NOT NULL) ${TABLE}`);
  }

  async down(db: QueryRunner): Promise<void> {
    await db.query('DROP TABLE IF EXISTS lettering_styles');
    await db.query('DROP TABLE IF EXISTS typefaces');
  }
}

/** Runs instead of single exports, and a spec book that is edited. */
export class RunsAndSpecBook1764090000000 implements MigrationInterface {
  async up(db: QueryRunner): Promise<void> {
    await db.query(`CREATE TABLE IF NOT EXISTS runs (
      id CHAR(36) NOT NULL PRIMARY KEY, title VARCHAR(300) NOT NULL, position INT NOT NULL,
      state VARCHAR(12) NOT NULL, pack TINYINT(1) NOT NULL, pack_name VARCHAR(300) NOT NULL,
      pack_bytes BIGINT NULL, reason TEXT NULL, cleaned TINYINT(1) NOT NULL DEFAULT 0,
      created_at DATETIME(3) NOT NULL, finished_at DATETIME(3) NULL, INDEX (position)) ${TABLE}`);
    await db.query(`CREATE TABLE IF NOT EXISTS run_files (
      id CHAR(36) NOT NULL PRIMARY KEY, run_id CHAR(36) NOT NULL, position INT NOT NULL,
      state VARCHAR(12) NOT NULL, design_id CHAR(36) NOT NULL, revision INT NOT NULL,
      snapshot CHAR(64) NOT NULL, job LONGTEXT NOT NULL, path VARCHAR(600) NOT NULL,
      accept_stops TINYINT(1) NOT NULL, attempts INT NOT NULL, reason TEXT NULL, sha256 CHAR(64) NULL,
      report TEXT NULL, findings MEDIUMTEXT NULL, started_at DATETIME(3) NULL, finished_at DATETIME(3) NULL,
      INDEX (run_id), INDEX (state), FOREIGN KEY (run_id) REFERENCES runs (id) ON DELETE CASCADE) ${TABLE}`);
    await db.query('DROP TABLE IF EXISTS exports');
    await db.query(`ALTER TABLE specs ADD COLUMN IF NOT EXISTS revision INT NOT NULL DEFAULT 1,
      ADD COLUMN IF NOT EXISTS own TINYINT(1) NOT NULL DEFAULT 0,
      ADD COLUMN IF NOT EXISTS archived_at DATETIME(3) NULL`);
    await db.query(`CREATE TABLE IF NOT EXISTS spec_versions (
      id INT NOT NULL AUTO_INCREMENT PRIMARY KEY, spec_id VARCHAR(120) NOT NULL, revision INT NOT NULL,
      document LONGTEXT NOT NULL, replaced_at DATETIME(3) NOT NULL, INDEX (spec_id)) ${TABLE}`);
  }

  async down(db: QueryRunner): Promise<void> {
    await db.query('DROP TABLE IF EXISTS spec_versions');
    await db.query(`ALTER TABLE specs DROP COLUMN IF EXISTS revision, DROP COLUMN IF EXISTS own,
      DROP COLUMN IF EXISTS archived_at`);
    await db.query('DROP TABLE IF EXISTS run_files');
    await db.query('DROP TABLE IF EXISTS runs');
    await db.query(`CREATE TABLE IF NOT EXISTS exports (
      id CHAR(36) NOT NULL PRIMARY KEY, design_id CHAR(36) NOT NULL, revision INT NOT NULL,
      spec VARCHAR(120) NOT NULL, side VARCHAR(120) NOT NULL, colourway VARCHAR(120) NOT NULL,
      state VARCHAR(12) NOT NULL, reason TEXT NULL, file_name VARCHAR(400) NOT NULL, sha256 CHAR(64) NULL,
      report TEXT NULL, created_at DATETIME(3) NOT NULL, finished_at DATETIME(3) NULL,
      INDEX (design_id)) ${TABLE}`);
  }
}

/** Rows instead of lists in one value, so that two who write at once lose nothing; summaries and previews. */
export class RowsAndSummaries1764120000000 implements MigrationInterface {
  async up(db: QueryRunner): Promise<void> {
    await db.query('ALTER TABLE palettes MODIFY colours MEDIUMTEXT NOT NULL');
    await db.query(`CREATE TABLE IF NOT EXISTS own_words (
      folded VARCHAR(120) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL PRIMARY KEY,
      word VARCHAR(120) NOT NULL) ${TABLE}`);
    await db.query(`CREATE TABLE IF NOT EXISTS favourite_typefaces (
      id VARCHAR(80) NOT NULL PRIMARY KEY) ${TABLE}`);
    for (const word of await listOf(db, 'words'))
      await db.query('INSERT IGNORE INTO own_words (folded, word) VALUES (?, ?)', [word.toLowerCase(), word]);
    for (const id of await listOf(db, 'favourite-typefaces'))
      await db.query('INSERT IGNORE INTO favourite_typefaces (id) VALUES (?)', [id]);
    // Last of all: until here the lists are what counts.
    await db.query("DELETE FROM settings WHERE name IN ('words', 'favourite-typefaces')");
    await db.query(`ALTER TABLE designs ADD COLUMN IF NOT EXISTS summary MEDIUMTEXT NULL,
      ADD COLUMN IF NOT EXISTS words TEXT NULL`);
    await db.query('CREATE INDEX IF NOT EXISTS by_shelf ON designs (archived_at, updated_at, id)');
    await db.query(`CREATE TABLE IF NOT EXISTS design_previews (
      design_id CHAR(36) NOT NULL PRIMARY KEY, made_of CHAR(64) NOT NULL, picture MEDIUMBLOB NOT NULL,
      verdicts MEDIUMTEXT NOT NULL) ${TABLE}`);
    await db.query('CREATE INDEX IF NOT EXISTS by_snapshot ON run_files (snapshot)');
    await db.query('CREATE INDEX IF NOT EXISTS by_made ON run_files (sha256)');
    await db.query('ALTER TABLE materials ADD COLUMN IF NOT EXISTS unused_since DATETIME(3) NULL');
  }

  async down(db: QueryRunner): Promise<void> {
    await db.query('ALTER TABLE materials DROP COLUMN IF EXISTS unused_since');
    await db.query('DROP INDEX IF EXISTS by_made ON run_files');
    await db.query('DROP INDEX IF EXISTS by_snapshot ON run_files');
    await db.query('DROP TABLE IF EXISTS design_previews');
    await db.query('DROP INDEX IF EXISTS by_shelf ON designs');
    await db.query('ALTER TABLE designs DROP COLUMN IF EXISTS summary, DROP COLUMN IF EXISTS words');
    const put = (name: string, values: unknown[]) =>
      db.query('REPLACE INTO settings (name, value) VALUES (?, ?)', [name, JSON.stringify(values)]);
    const words = (await db.query('SELECT word FROM own_words')) as { word: string }[];
    await put(
      'words',
      words.map((r) => r.word),
    );
    const faces = (await db.query('SELECT id FROM favourite_typefaces')) as { id: string }[];
    await put(
      'favourite-typefaces',
      faces.map((r) => r.id),
    );
    await db.query('DROP TABLE IF EXISTS favourite_typefaces');
    await db.query('DROP TABLE IF EXISTS own_words');
  }
}

/** Summaries say which pictures a design has: those that do not yet are made anew. */
export class PicturesInSummaries1764170000000 implements MigrationInterface {
  async up(db: QueryRunner): Promise<void> {
    await db.query("UPDATE designs SET summary = NULL WHERE JSON_EXISTS(summary, '$.pictures') = 0");
  }

  async down(): Promise<void> {
    // An older version reads what it knows of a summary.
  }
}

/** Sheets of stickers. */
export class Sheets1764200000000 implements MigrationInterface {
  async up(db: QueryRunner): Promise<void> {
    await db.query(`CREATE TABLE IF NOT EXISTS sheets (
      id CHAR(36) NOT NULL PRIMARY KEY, name VARCHAR(300) NOT NULL, revision INT NOT NULL,
      document MEDIUMTEXT NOT NULL, created_at DATETIME(3) NOT NULL, updated_at DATETIME(3) NOT NULL,
      archived_at DATETIME(3) NULL, INDEX by_list (archived_at, updated_at, id)) ${TABLE}`);
  }

  async down(db: QueryRunner): Promise<void> {
    await db.query('DROP TABLE IF EXISTS sheets');
  }
}

/** Looks of pictures beside those of lettering. */
export class PictureLooks1764210000000 implements MigrationInterface {
  async up(db: QueryRunner): Promise<void> {
    await db.query('RENAME TABLE IF EXISTS lettering_styles TO looks');
    await db.query(
      "ALTER TABLE looks ADD COLUMN IF NOT EXISTS `of` VARCHAR(20) NOT NULL DEFAULT 'lettering'",
    );
  }

  async down(db: QueryRunner): Promise<void> {
    // An earlier version takes every row for a look of lettering.
    if (await hasColumn(db, 'looks', 'of')) await db.query("DELETE FROM looks WHERE `of` <> 'lettering'");
    await db.query('ALTER TABLE IF EXISTS looks DROP COLUMN IF EXISTS `of`');
    await db.query('RENAME TABLE IF EXISTS looks TO lettering_styles');
  }
}

/** Scenes of the seller's own photos. */
export class OwnScenes1764230000000 implements MigrationInterface {
  async up(db: QueryRunner): Promise<void> {
    await db.query(`CREATE TABLE IF NOT EXISTS scenes (
      id VARCHAR(80) NOT NULL PRIMARY KEY, revision INT NOT NULL, document MEDIUMTEXT NOT NULL, files TEXT NULL,
      created_at DATETIME(3) NOT NULL, updated_at DATETIME(3) NOT NULL) ${TABLE}`);
  }

  async down(db: QueryRunner): Promise<void> {
    await db.query('DROP TABLE IF EXISTS scenes');
  }
}

/** Orders at the stand-in press, and samples. */
export class Samples1764240000000 implements MigrationInterface {
  async up(db: QueryRunner): Promise<void> {
    await db.query(`CREATE TABLE IF NOT EXISTS press_orders (
      id CHAR(36) NOT NULL PRIMARY KEY, placed_at DATETIME(3) NOT NULL, cancelled_at DATETIME(3) NULL,
      country CHAR(2) NOT NULL, items MEDIUMTEXT NOT NULL, quote MEDIUMTEXT NOT NULL, reasons TEXT NOT NULL,
      INDEX by_time (placed_at, id)) ${TABLE}`);
    await db.query(`CREATE TABLE IF NOT EXISTS samples (
      id CHAR(36) NOT NULL PRIMARY KEY, order_id CHAR(36) NOT NULL, position INT NOT NULL,
      design_id CHAR(36) NOT NULL, design_name VARCHAR(300) NOT NULL, snapshot CHAR(64) NOT NULL,
      job MEDIUMTEXT NOT NULL, garment VARCHAR(80) NULL, note TEXT NOT NULL, rating TINYINT NULL,
      photo CHAR(64) NULL, INDEX by_order (order_id), INDEX by_design (design_id)) ${TABLE}`);
  }

  async down(db: QueryRunner): Promise<void> {
    await db.query('DROP TABLE IF EXISTS samples');
    await db.query('DROP TABLE IF EXISTS press_orders');
  }
}

/** Whether a table is there and has a column. */
async function hasColumn(db: QueryRunner, table: string, column: string): Promise<boolean> {
  const found = (await db.query(
    'SELECT 1 FROM information_schema.columns WHERE table_schema = DATABASE() AND table_name = ? AND column_name = ?',
    [table, column],
  )) as unknown[];
  return found.length > 0;
}

/** A list that earlier versions kept in one value. */
async function listOf(db: QueryRunner, name: string): Promise<string[]> {
  const rows = (await db.query('SELECT value FROM settings WHERE name = ?', [name])) as { value: string }[];
  return rows.length ? (JSON.parse(rows[0].value) as string[]) : [];
}
