import { createHmac } from 'node:crypto';
import { rm } from 'node:fs/promises';
import { join } from 'node:path';
import type { DataSource } from 'typeorm';
import { storeOf, within, type FileStore, type Place } from '../files';
import { placeOf, type DatabaseOptions, type ServerOptions } from '../options';
import { bucketOf, schemaOf } from './shop-id';

/** Where further shops lie: a schema with an account that has no other, and a folder. */
export class ShopPlaces {
  constructor(
    private readonly house: DataSource,
    private readonly options: ServerOptions,
  ) {}

  /** Folder of a shop's files. */
  filesOf(id: string): string {
    return join(this.options.shopsDir, id, 'files');
  }

  /** Where they lie, in the folder or where all machines have them. */
  placeOf(id: string): Place {
    const { bucket } = this.options;
    return placeOf({
      filesDir: this.filesOf(id),
      ...(bucket && { bucket: bucketOf(bucket, id) }),
    });
  }

  /** The copies of shops that were taken away. */
  get away(): FileStore {
    const { shopsDir, bucket } = this.options;
    const all = {
      folder: shopsDir,
      ...(bucket && { bucket: { ...bucket, prefix: `${bucket.prefix}shops/` } }),
    };
    return storeOf(within(all, 'taken-away'));
  }

  /** How a shop's database is asked. Nobody has to keep its password: it follows from the house's. */
  databaseOf(id: string): DatabaseOptions {
    const { host, port, password } = this.options.house;
    const name = schemaOf(id);
    return {
      host,
      port,
      user: name,
      name,
      password: createHmac('sha256', password).update(name).digest('hex'),
    };
  }

  /** Makes a shop's schema and account, or the account anew. */
  async make(id: string): Promise<void> {
    const { name, password } = this.databaseOf(id);
    const account = `'${name}'@'127.0.0.1'`;
    await this.house.query(
      `CREATE DATABASE IF NOT EXISTS \`${name}\` CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci`,
    );
    await this.house.query(`CREATE OR REPLACE USER ${account} IDENTIFIED BY '${password}'`);
    // In a grant `_` stands for any character.
    await this.house.query(`GRANT ALL ON \`${name.replaceAll('_', '\\_')}\`.* TO ${account}`);
  }

  /** Takes a shop's schema, account and files away for good. */
  async drop(id: string): Promise<void> {
    const { name } = this.databaseOf(id);
    await this.house.query(`DROP USER IF EXISTS '${name}'@'127.0.0.1'`);
    await this.house.query(`DROP DATABASE IF EXISTS \`${name}\``);
    await storeOf(this.placeOf(id)).clear();
    await rm(join(this.options.shopsDir, id), { recursive: true, force: true });
  }
}
