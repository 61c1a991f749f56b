/** Changes of the house's own schema; every statement can be run again. */
import type { MigrationInterface, QueryRunner } from 'typeorm';
import { onlyAdded } from '../database/only-added';

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

/** People who sign in, and what they may. */
export class People1764320000000 implements MigrationInterface {
  async up(db: QueryRunner): Promise<void> {
    await db.query(`CREATE TABLE IF NOT EXISTS people (
      id CHAR(36) NOT NULL PRIMARY KEY, sign_in VARCHAR(190) NOT NULL, name VARCHAR(120) NOT NULL,
      password VARCHAR(200) NOT NULL, totp VARCHAR(200) NULL, totp_step INT NOT NULL DEFAULT 0, recovery TEXT NOT NULL,
      made_at DATETIME(3) NOT NULL, UNIQUE INDEX by_sign_in (sign_in)) ${TABLE}`);
    await db.query(`CREATE TABLE IF NOT EXISTS members (
      person_id CHAR(36) NOT NULL, shop_id VARCHAR(40) NOT NULL, role VARCHAR(10) NOT NULL,
      PRIMARY KEY (person_id, shop_id), INDEX by_shop (shop_id)) ${TABLE}`);
    await db.query(`CREATE TABLE IF NOT EXISTS sessions (
      id CHAR(64) NOT NULL PRIMARY KEY, person_id CHAR(36) NULL, data TEXT NOT NULL, agent VARCHAR(300) NOT NULL,
      made_at DATETIME(3) NOT NULL, seen_at DATETIME(3) NOT NULL, ends_at DATETIME(3) NOT NULL,
      INDEX by_person (person_id), INDEX by_end (ends_at)) ${TABLE}`);
    await db.query(`CREATE TABLE IF NOT EXISTS links (
      id CHAR(64) NOT NULL PRIMARY KEY, kind VARCHAR(10) NOT NULL, shop_id VARCHAR(40) NULL, role VARCHAR(10) NULL,
      person_id CHAR(36) NULL, sent_to VARCHAR(190) NULL, made_at DATETIME(3) NOT NULL, ends_at DATETIME(3) NOT NULL,
      INDEX by_shop (shop_id)) ${TABLE}`);
    await db.query(`CREATE TABLE IF NOT EXISTS outbox (
      id INT NOT NULL AUTO_INCREMENT PRIMARY KEY, shop_id VARCHAR(40) NOT NULL, sent_to VARCHAR(190) NOT NULL,
      subject VARCHAR(200) NOT NULL, body TEXT NOT NULL, made_at DATETIME(3) NOT NULL, INDEX by_shop (shop_id)) ${TABLE}`);
    await db.query(`CREATE TABLE IF NOT EXISTS house_events (
      id INT NOT NULL AUTO_INCREMENT PRIMARY KEY, at DATETIME(3) NOT NULL, person_id CHAR(36) NULL,
      person VARCHAR(120) NOT NULL, shop_id VARCHAR(40) NULL, did VARCHAR(40) NOT NULL, about VARCHAR(300) NOT NULL,
      INDEX by_shop (shop_id, id)) ${TABLE}`);
    await onlyAdded(db, 'house_events');
  }

  async down(db: QueryRunner): Promise<void> {
    for (const table of ['house_events', 'outbox', 'links', 'sessions', 'members', 'people'])
      await db.query(`DROP TABLE IF EXISTS ${table}`);
  }
}

/** Keys of people's own devices. */
export class Passkeys1764350000000 implements MigrationInterface {
  async up(db: QueryRunner): Promise<void> {
    await db.query(`CREATE TABLE IF NOT EXISTS passkeys (
      id CHAR(64) NOT NULL PRIMARY KEY, person_id CHAR(36) NOT NULL, credential TEXT NOT NULL, public_key TEXT NOT NULL,
      counter INT UNSIGNED NOT NULL, transports VARCHAR(200) NOT NULL, rp_id VARCHAR(190) NOT NULL, name VARCHAR(120) NOT NULL,
      made_at DATETIME(3) NOT NULL, seen_at DATETIME(3) NULL, INDEX by_person (person_id)) ${TABLE}`);
  }

  async down(db: QueryRunner): Promise<void> {
    await db.query('DROP TABLE IF EXISTS passkeys');
  }
}

export const HOUSE_MIGRATIONS = [Shops1764310000000, People1764320000000, Passkeys1764350000000];
