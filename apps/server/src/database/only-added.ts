import type { QueryRunner } from 'typeorm';

/** From now on rows of a table are added, and none is changed or taken away, by whatever statement. */
export async function onlyAdded(db: QueryRunner, table: string): Promise<void> {
  for (const what of ['UPDATE', 'DELETE'])
    await db.query(`CREATE OR REPLACE TRIGGER ${table}_no_${what.toLowerCase()} BEFORE ${what} ON ${table}
      FOR EACH ROW SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'rows of this table are only ever added'`);
}
