/**
 * Every statement here can be run again: the database commits each change of a table by itself, and a start
 * that is killed in between begins its migration anew.
 */
import type { MigrationInterface, QueryRunner } from 'typeorm';
import {
  First1764000000000,
  NamedVersions1764060000000,
  PalettesAndStarters1764070000000,
  Lettering1764080000000,
  RunsAndSpecBook1764090000000,
  RowsAndSummaries1764120000000,
  PicturesInSummaries1764170000000,
  Sheets1764200000000,
  PictureLooks1764210000000,
  OwnScenes1764230000000,
  Samples1764240000000,
} from './early-migrations';
import { onlyAdded } from './only-added';
import { TABLE } from './table';

/** Listings, what is sent of them, and the stand-in marketplaces. */
export class Listings1764260000000 implements MigrationInterface {
  async up(db: QueryRunner): Promise<void> {
    await db.query(`CREATE TABLE IF NOT EXISTS market_shops (
      token_hash CHAR(64) NOT NULL PRIMARY KEY, market VARCHAR(40) NOT NULL, name VARCHAR(120) NOT NULL,
      expires_at DATETIME(3) NOT NULL) ${TABLE}`);
    await db.query(`CREATE TABLE IF NOT EXISTS market_listings (
      id CHAR(36) NOT NULL PRIMARY KEY, market VARCHAR(40) NOT NULL, shop VARCHAR(120) NOT NULL,
      reference VARCHAR(80) NOT NULL, product VARCHAR(120) NOT NULL, document MEDIUMTEXT NOT NULL,
      revision INT NOT NULL, received_at DATETIME(3) NOT NULL, reasons TEXT NOT NULL,
      accepted_at DATETIME(3) NULL, down_at DATETIME(3) NULL,
      UNIQUE INDEX one_for_a_reference (market, shop, reference)) ${TABLE}`);
    await db.query(`CREATE TABLE IF NOT EXISTS market_files (
      id CHAR(36) NOT NULL PRIMARY KEY, listing_id CHAR(36) NULL, kind VARCHAR(12) NOT NULL,
      position INT NOT NULL, side VARCHAR(80) NOT NULL, name VARCHAR(300) NOT NULL, sha256 CHAR(64) NOT NULL,
      created_at DATETIME(3) NOT NULL, INDEX by_listing (listing_id), INDEX by_file (sha256)) ${TABLE}`);
    await db.query(`CREATE TABLE IF NOT EXISTS connections (
      market VARCHAR(40) NOT NULL PRIMARY KEY, shop VARCHAR(120) NOT NULL, token TEXT NOT NULL,
      connected_at DATETIME(3) NOT NULL, fault TEXT NULL) ${TABLE}`);
    await db.query(`CREATE TABLE IF NOT EXISTS listings (
      id CHAR(36) NOT NULL PRIMARY KEY, design_id CHAR(36) NOT NULL, spec VARCHAR(120) NOT NULL,
      state VARCHAR(12) NOT NULL, sent MEDIUMTEXT NULL, remote MEDIUMTEXT NULL, seen INT NULL,
      heard_at DATETIME(3) NULL, UNIQUE INDEX one_for_a_product (design_id, spec)) ${TABLE}`);
    await db.query(`CREATE TABLE IF NOT EXISTS sendings (
      id CHAR(36) NOT NULL PRIMARY KEY, created_at DATETIME(3) NOT NULL, INDEX by_time (created_at, id)) ${TABLE}`);
    await db.query(`CREATE TABLE IF NOT EXISTS sending_rows (
      id CHAR(36) NOT NULL PRIMARY KEY, sending_id CHAR(36) NOT NULL, listing_id CHAR(36) NOT NULL,
      open_for CHAR(36) NULL, market VARCHAR(40) NOT NULL, action VARCHAR(12) NOT NULL,
      state VARCHAR(12) NOT NULL, step VARCHAR(12) NOT NULL, attempts INT NOT NULL, next_at DATETIME(3) NULL,
      reason TEXT NULL, job LONGTEXT NOT NULL, snapshot CHAR(64) NOT NULL, finished_at DATETIME(3) NULL,
      UNIQUE INDEX one_open (open_for), INDEX by_sending (sending_id), INDEX by_listing (listing_id),
      INDEX by_snapshot (snapshot), INDEX by_state (state, next_at)) ${TABLE}`);
    await db.query('ALTER TABLE materials ADD COLUMN IF NOT EXISTS licence TEXT NULL');
    // Summaries say which products a design is on: those that do not yet are made anew.
    await db.query("UPDATE designs SET summary = NULL WHERE JSON_EXISTS(summary, '$.products') = 0");
    await db.query(`CREATE TABLE IF NOT EXISTS protected_words (
      folded VARCHAR(120) NOT NULL PRIMARY KEY, words VARCHAR(120) NOT NULL, why VARCHAR(400) NOT NULL) ${TABLE}`);
  }

  async down(db: QueryRunner): Promise<void> {
    for (const table of [
      ...['protected_words', 'sending_rows', 'sendings', 'listings', 'connections'],
      ...['market_files', 'market_listings', 'market_shops'],
    ])
      await db.query(`DROP TABLE IF EXISTS ${table}`);
  }
}

/** The almanac: seasons, ideas, what is looked for. */
export class Almanac1764270000000 implements MigrationInterface {
  async up(db: QueryRunner): Promise<void> {
    await db.query(`CREATE TABLE IF NOT EXISTS seasons (
      id VARCHAR(80) NOT NULL PRIMARY KEY, document TEXT NOT NULL, own TINYINT NOT NULL,
      changed TINYINT NOT NULL) ${TABLE}`);
    await db.query(`CREATE TABLE IF NOT EXISTS ideas (
      id CHAR(36) NOT NULL PRIMARY KEY, revision INT NOT NULL, document MEDIUMTEXT NOT NULL,
      season VARCHAR(80) NULL, design_id CHAR(36) NULL, state VARCHAR(12) NOT NULL,
      created_at DATETIME(3) NOT NULL, updated_at DATETIME(3) NOT NULL,
      INDEX by_time (updated_at, id), INDEX by_season (season)) ${TABLE}`);
    await db.query(`CREATE TABLE IF NOT EXISTS own_searches (
      phrase VARCHAR(120) NOT NULL, product VARCHAR(40) NOT NULL, country CHAR(2) NOT NULL, month CHAR(7) NOT NULL,
      searches DOUBLE NOT NULL, PRIMARY KEY (phrase, product, country, month)) ${TABLE}`);
    await db.query(`CREATE TABLE IF NOT EXISTS watched_phrases (
      phrase VARCHAR(120) NOT NULL, product VARCHAR(40) NOT NULL, country CHAR(2) NOT NULL,
      added_at DATETIME(3) NOT NULL, PRIMARY KEY (phrase, product, country)) ${TABLE}`);
    // Summaries say for which occasion a design is: those that do not yet are made anew.
    await db.query("UPDATE designs SET summary = NULL WHERE JSON_EXISTS(summary, '$.occasion') = 0");
  }

  async down(db: QueryRunner): Promise<void> {
    for (const table of ['watched_phrases', 'own_searches', 'ideas', 'seasons'])
      await db.query(`DROP TABLE IF EXISTS ${table}`);
  }
}

/** Series of designs, and what files of runs are made of. */
export class Series1764280000000 implements MigrationInterface {
  async up(db: QueryRunner): Promise<void> {
    await db.query(`CREATE TABLE IF NOT EXISTS series (
      id CHAR(36) NOT NULL PRIMARY KEY, name VARCHAR(300) NOT NULL, revision INT NOT NULL, layout_id CHAR(36) NOT NULL,
      row_count INT NOT NULL, document MEDIUMTEXT NOT NULL, created_at DATETIME(3) NOT NULL,
      updated_at DATETIME(3) NOT NULL, archived_at DATETIME(3) NULL,
      INDEX by_time (archived_at, updated_at, id)) ${TABLE}`);
    await db.query('ALTER TABLE run_files ADD COLUMN IF NOT EXISTS made_of CHAR(64) NULL');
    await db.query('ALTER TABLE run_files ADD INDEX IF NOT EXISTS by_made_of (made_of)');
  }

  async down(db: QueryRunner): Promise<void> {
    await db.query('DROP TABLE IF EXISTS series');
    await db.query('ALTER TABLE run_files DROP INDEX IF EXISTS by_made_of');
    await db.query('ALTER TABLE run_files DROP COLUMN IF EXISTS made_of');
  }
}

/** Runs that rest until they go on. */
export class PausedRuns1764290000000 implements MigrationInterface {
  async up(db: QueryRunner): Promise<void> {
    await db.query('ALTER TABLE runs ADD COLUMN IF NOT EXISTS paused BOOLEAN NOT NULL DEFAULT FALSE');
  }

  async down(db: QueryRunner): Promise<void> {
    await db.query('ALTER TABLE runs DROP COLUMN IF EXISTS paused');
  }
}

/** Figures that were drawn to order. */
export class FiguresToOrder1764300000000 implements MigrationInterface {
  async up(db: QueryRunner): Promise<void> {
    await db.query(`CREATE TABLE IF NOT EXISTS figure_orders (
      id CHAR(36) NOT NULL PRIMARY KEY, words VARCHAR(300) NOT NULL, style VARCHAR(40) NOT NULL, ground CHAR(7) NOT NULL,
      seed INT NOT NULL, service VARCHAR(80) NOT NULL, simulated BOOLEAN NOT NULL, created_at DATETIME(3) NOT NULL,
      INDEX by_time (created_at, id)) ${TABLE}`);
    await db.query(`CREATE TABLE IF NOT EXISTS figure_drawings (
      order_id CHAR(36) NOT NULL, n INT NOT NULL, seed INT NOT NULL, picture CHAR(64) NOT NULL, outlines CHAR(64) NULL,
      width INT NOT NULL, height INT NOT NULL, mime VARCHAR(40) NOT NULL, said MEDIUMTEXT NOT NULL,
      PRIMARY KEY (order_id, n), INDEX by_picture (picture), INDEX by_outlines (outlines)) ${TABLE}`);
  }

  async down(db: QueryRunner): Promise<void> {
    for (const table of ['figure_drawings', 'figure_orders']) await db.query(`DROP TABLE IF EXISTS ${table}`);
  }
}

/** Who did what, and when. */
export class History1764330000000 implements MigrationInterface {
  async up(db: QueryRunner): Promise<void> {
    await db.query(`CREATE TABLE IF NOT EXISTS history (
      id INT NOT NULL AUTO_INCREMENT PRIMARY KEY, at DATETIME(3) NOT NULL, person_id CHAR(36) NULL, person VARCHAR(120) NULL,
      did VARCHAR(24) NOT NULL, kind VARCHAR(24) NOT NULL, of_id VARCHAR(190) NOT NULL, name VARCHAR(300) NOT NULL,
      INDEX by_thing (of_id, id), INDEX by_person (person_id, id)) ${TABLE}`);
    await onlyAdded(db, 'history');
  }

  async down(db: QueryRunner): Promise<void> {
    await db.query('DROP TABLE IF EXISTS history');
  }
}

/** Several people in one design: who is there, and what they say of it. */
export class Together1764340000000 implements MigrationInterface {
  async up(db: QueryRunner): Promise<void> {
    await db.query(`CREATE TABLE IF NOT EXISTS presence (
      design_id CHAR(36) NOT NULL, tab CHAR(36) NOT NULL, person_id CHAR(36) NULL, person VARCHAR(120) NULL,
      seen_at DATETIME(3) NOT NULL, PRIMARY KEY (design_id, tab)) ${TABLE}`);
    await db.query(`CREATE TABLE IF NOT EXISTS comments (
      id CHAR(36) NOT NULL PRIMARY KEY, design_id CHAR(36) NOT NULL, part_id VARCHAR(120) NULL, about VARCHAR(300) NULL,
      finding VARCHAR(120) NULL, text TEXT NOT NULL, person_id CHAR(36) NULL, person VARCHAR(120) NULL,
      at DATETIME(3) NOT NULL, resolved_at DATETIME(3) NULL, resolved_by VARCHAR(120) NULL,
      INDEX by_design (design_id, at)) ${TABLE}`);
  }

  async down(db: QueryRunner): Promise<void> {
    for (const table of ['comments', 'presence']) await db.query(`DROP TABLE IF EXISTS ${table}`);
  }
}

/** Several processes make the files of runs: whose each is, until when, and under which claim. */
export class Machines1764350000000 implements MigrationInterface {
  async up(db: QueryRunner): Promise<void> {
    await db.query(`ALTER TABLE run_files
      ADD COLUMN IF NOT EXISTS owner VARCHAR(80) NULL, ADD COLUMN IF NOT EXISTS token INT NOT NULL DEFAULT 0,
      ADD COLUMN IF NOT EXISTS lease_until DATETIME(3) NULL, ADD COLUMN IF NOT EXISTS lost INT NOT NULL DEFAULT 0,
      ADD INDEX IF NOT EXISTS by_turn (run_id, state, position),
      ADD INDEX IF NOT EXISTS by_lease (state, lease_until)`);
    await db.query(`ALTER TABLE runs
      ADD COLUMN IF NOT EXISTS pack_sha256 CHAR(64) NULL, ADD COLUMN IF NOT EXISTS served_at DATETIME(3) NULL,
      ADD COLUMN IF NOT EXISTS ended_by VARCHAR(80) NULL,
      ADD COLUMN IF NOT EXISTS ended_by_until DATETIME(3) NULL, ADD INDEX IF NOT EXISTS by_end (finished_at)`);
    await db.query(`CREATE TABLE IF NOT EXISTS duties (
      name VARCHAR(40) NOT NULL PRIMARY KEY, owner VARCHAR(80) NOT NULL, lease_until DATETIME(3) NOT NULL) ${TABLE}`);
  }

  async down(db: QueryRunner): Promise<void> {
    await db.query('DROP TABLE IF EXISTS duties');
    await db.query(`ALTER TABLE runs
      DROP INDEX IF EXISTS by_end, DROP COLUMN IF EXISTS served_at, DROP COLUMN IF EXISTS ended_by_until, DROP COLUMN IF EXISTS ended_by,
      DROP COLUMN IF EXISTS pack_sha256`);
    await db.query(`ALTER TABLE run_files
      DROP INDEX IF EXISTS by_lease, DROP INDEX IF EXISTS by_turn,
      DROP COLUMN IF EXISTS lost, DROP COLUMN IF EXISTS lease_until, DROP COLUMN IF EXISTS token,
      DROP COLUMN IF EXISTS owner`);
  }
}

/** The shelf says how far each product of a design has come; what it is asked for is kept as a view. */
export class Shelf1764360000000 implements MigrationInterface {
  async up(db: QueryRunner): Promise<void> {
    await db.query(`ALTER TABLE designs
      ADD COLUMN IF NOT EXISTS artwork CHAR(64) NULL, ADD COLUMN IF NOT EXISTS wording CHAR(64) NULL,
      ADD COLUMN IF NOT EXISTS used MEDIUMTEXT NULL`);
    // Summaries say which listings have words: those that do not yet are made anew.
    await db.query("UPDATE designs SET summary = NULL WHERE JSON_EXISTS(summary, '$.worded') = 0");
    await db.query('ALTER TABLE listings ADD COLUMN IF NOT EXISTS sold INT NOT NULL DEFAULT 0');
    await db.query(`CREATE TABLE IF NOT EXISTS product_files (
      design_id CHAR(36) NOT NULL, spec VARCHAR(120) NOT NULL, kind VARCHAR(8) NOT NULL, file CHAR(64) NOT NULL,
      files INT NOT NULL, proofed CHAR(64) NULL, worst TINYINT NOT NULL DEFAULT 0, made CHAR(64) NULL,
      run_id CHAR(36) NULL, PRIMARY KEY (design_id, spec, kind, file), INDEX by_run (run_id)) ${TABLE}`);
    // What was made before counts as what it is: how many files the product had then is not known any more.
    await db.query(`INSERT IGNORE INTO product_files (design_id, spec, kind, file, files, proofed, made, run_id)
      SELECT f.design_id, JSON_VALUE(f.job, '$.spec.id'), 'print',
        SHA2(CONCAT_WS('|', JSON_VALUE(f.job, '$.side'), JSON_VALUE(f.job, '$.colourway'),
          COALESCE(JSON_VALUE(f.job, '$.apart'), '')), 256), 1, f.snapshot, f.snapshot, f.run_id
      FROM run_files f JOIN runs r ON r.id = f.run_id
      WHERE f.state = 'done' AND r.cleaned = 0 AND JSON_VALUE(f.job, '$.spec.id') IS NOT NULL
        AND NOT JSON_EXISTS(f.job, '$.mockup') AND NOT JSON_EXISTS(f.job, '$.row')
        AND NOT JSON_EXISTS(f.job, '$.blade')
      ORDER BY f.finished_at DESC`);
    await db.query(`CREATE TABLE IF NOT EXISTS shelf_views (
      id CHAR(36) NOT NULL PRIMARY KEY, name VARCHAR(80) NOT NULL, asked TEXT NOT NULL,
      created_at DATETIME(3) NOT NULL, UNIQUE INDEX one_of_a_name (name)) ${TABLE}`);
  }

  async down(db: QueryRunner): Promise<void> {
    await db.query('DROP TABLE IF EXISTS shelf_views');
    await db.query('DROP TABLE IF EXISTS product_files');
    await db.query('ALTER TABLE listings DROP COLUMN IF EXISTS sold');
    await db.query(
      'ALTER TABLE designs DROP COLUMN IF EXISTS artwork, DROP COLUMN IF EXISTS wording, DROP COLUMN IF EXISTS used',
    );
  }
}

/** What designs look like from far away is kept with their pictures; which are not the same thing is remembered. */
export class Alike1764370000000 implements MigrationInterface {
  async up(db: QueryRunner): Promise<void> {
    await db.query('ALTER TABLE design_previews ADD COLUMN IF NOT EXISTS look VARBINARY(600) NULL');
    await db.query(`CREATE TABLE IF NOT EXISTS designs_apart (
      first CHAR(36) NOT NULL, second CHAR(36) NOT NULL, PRIMARY KEY (first, second),
      INDEX by_second (second)) ${TABLE}`);
  }

  async down(db: QueryRunner): Promise<void> {
    await db.query('DROP TABLE IF EXISTS designs_apart');
    await db.query('ALTER TABLE design_previews DROP COLUMN IF EXISTS look');
  }
}

/** What is said of the rights of a typeface is remembered. */
export class TypefaceLicences1764380000000 implements MigrationInterface {
  async up(db: QueryRunner): Promise<void> {
    await db.query('ALTER TABLE typefaces ADD COLUMN IF NOT EXISTS licence TEXT NULL');
  }

  async down(db: QueryRunner): Promise<void> {
    await db.query('ALTER TABLE typefaces DROP COLUMN IF EXISTS licence');
  }
}

/** Jobs say in which version they are written, so that processes of two builds can share the work. */
export class JobVersions1764390000000 implements MigrationInterface {
  async up(db: QueryRunner): Promise<void> {
    for (const table of ['run_files', 'sending_rows'])
      await db.query(`ALTER TABLE ${table} ADD COLUMN IF NOT EXISTS job_version SMALLINT NOT NULL DEFAULT 1`);
  }

  async down(db: QueryRunner): Promise<void> {
    for (const table of ['run_files', 'sending_rows'])
      await db.query(`ALTER TABLE ${table} DROP COLUMN IF EXISTS job_version`);
  }
}

export const MIGRATIONS = [
  First1764000000000,
  NamedVersions1764060000000,
  PalettesAndStarters1764070000000,
  Lettering1764080000000,
  RunsAndSpecBook1764090000000,
  RowsAndSummaries1764120000000,
  PicturesInSummaries1764170000000,
  Sheets1764200000000,
  PictureLooks1764210000000,
  OwnScenes1764230000000,
  Samples1764240000000,
  Listings1764260000000,
  Almanac1764270000000,
  Series1764280000000,
  PausedRuns1764290000000,
  FiguresToOrder1764300000000,
  History1764330000000,
  Together1764340000000,
  Machines1764350000000,
  Shelf1764360000000,
  Alike1764370000000,
  TypefaceLicences1764380000000,
  JobVersions1764390000000,
];
