import { Inject, Injectable } from '@nestjs/common';
import { In } from 'typeorm';
import { RunFileRow } from '../database/entities';
import { OPTIONS, type ShopOptions } from '../options';
import { RunStore } from './run-store.service';

/** So long a claim holds without being renewed, s, by the database's clock. */
export const LEASE = 30;
/** How often claims are renewed and lost ones looked for, ms. */
export const RENEW_EVERY = 10_000;
/** Times that the process that makes a file may end before the file is given up. */
export const MOST_LOST = 5;
/** Runs that are looked at for the next file: others may be taking the first ones' at this moment. */
const LOOKED_AT = 20;

/**
 * The version of RunJob. It counts up when a job is written that an earlier build would make wrongly: where processes of two
 * builds share the work, the earlier one leaves it.
 */
export const JOB_VERSION = 1;

/** A file that this process makes now. */
export interface Claim {
  file: RunFileRow;
  /** What is made counts only as long as the row has it. */
  token: number;
}

/** What a claim is asked for by: whether a file may begin now, as far as is known. */
export type MayTake = (job: string) => boolean;

const LEASED = `UTC_TIMESTAMP(3) + INTERVAL ${LEASE} SECOND`;
const given = (): string =>
  `Its process ended ${MOST_LOST} times while this file was being made: it is not begun again by itself.`;

/**
 * Which process makes which file. A claim is a lease in the file's own row, held by the database's clock and renewed by
 * heartbeats, with a token that counts up: what a process brings that was too slow is not taken, and every file ends once.
 */
@Injectable()
export class ClaimsService {
  private readonly own: string;

  constructor(
    private readonly store: RunStore,
    @Inject(OPTIONS) options: ShopOptions,
  ) {
    this.own = options.process.name;
  }

  /**
   * Claims the next file: of the run that has fewest in work, then was served longest ago, then stands first. Null where there
   * is none; `later` where the next one may not begin yet.
   */
  async take(mayTake: MayTake): Promise<Claim | 'later' | null> {
    const runs = (await this.store.runs.query(
      `SELECT r.id,
          (SELECT COUNT(*) FROM run_files w WHERE w.run_id = r.id AND w.state = 'working') working
        FROM runs r
        WHERE r.finished_at IS NULL AND r.paused = 0
          AND EXISTS (SELECT 1 FROM run_files q WHERE q.run_id = r.id AND q.state = 'queued' AND q.job_version <= ${JOB_VERSION})
        ORDER BY working, r.served_at, r.position, r.created_at LIMIT ${LOOKED_AT}`,
    )) as { id: string }[];
    for (const { id } of runs) {
      const claim = await this.takeOf(id, mayTake);
      if (claim) return claim;
    }
    return null;
  }

  private takeOf(runId: string, mayTake: MayTake): Promise<Claim | 'later' | null> {
    return this.store.files.manager.transaction('READ COMMITTED', async (db) => {
      // Rows that another process is claiming at this moment are passed over, not waited for.
      const [next] = (await db.query(
        `SELECT id, job FROM run_files WHERE run_id = ? AND state = 'queued' AND job_version <= ${JOB_VERSION}
          ORDER BY position LIMIT 1 FOR UPDATE SKIP LOCKED`,
        [runId],
      )) as { id: string; job: string }[];
      if (!next) return null;
      if (!mayTake(next.job)) return 'later';
      await db.query(
        `UPDATE run_files SET state = 'working', owner = ?, token = token + 1, attempts = attempts + 1, reason = NULL,
          started_at = UTC_TIMESTAMP(3), lease_until = ${LEASED} WHERE id = ?`,
        [this.own, next.id],
      );
      await db.query("UPDATE runs SET state = 'working', served_at = UTC_TIMESTAMP(3) WHERE id = ?", [runId]);
      const file = await db.findOneByOrFail(RunFileRow, { id: next.id });
      return { file, token: file.token };
    });
  }

  /** Holds claims for longer. Answers those that are this process's no more: cancelled, or taken for lost. */
  async renew(claims: readonly Claim[]): Promise<Claim[]> {
    if (claims.length === 0) return [];
    const ids = claims.map((c) => c.file.id);
    await this.store.files.query(
      `UPDATE run_files SET lease_until = ${LEASED} WHERE id IN (?) AND owner = ? AND state = 'working'`,
      [ids, this.own],
    );
    const held = await this.store.files.find({
      where: { id: In(ids), owner: this.own, state: 'working' },
      select: { id: true, token: true },
    });
    const tokens = new Map(held.map((f) => [f.id, f.token]));
    return claims.filter((c) => tokens.get(c.file.id) !== c.token);
  }

  /** Ends a file under its claim; false where the claim holds no more, and nothing was written. */
  async end({ file, token }: Claim, how: Partial<RunFileRow>): Promise<boolean> {
    const { affected } = await this.store.files.update(
      { id: file.id, token, owner: this.own, state: 'working' },
      { ...how, owner: null, leaseUntil: null, finishedAt: new Date() },
    );
    return affected === 1;
  }

  /** Gives claimed files back: this process stops, and whoever goes on takes them at once. */
  async giveBack(claims: readonly Claim[]): Promise<void> {
    if (claims.length === 0) return;
    await this.store.files.update(
      { id: In(claims.map((c) => c.file.id)), owner: this.own, state: 'working' },
      { state: 'queued', owner: null, leaseUntil: null, startedAt: null },
    );
  }

  /** Queues again what nobody holds any more; `all` where no other process can. Answers the runs that have some of it. */
  async takeBack(all = false): Promise<string[]> {
    const gone = all ? '' : 'AND (lease_until IS NULL OR lease_until < UTC_TIMESTAMP(3))';
    const rows = (await this.store.files.query(
      `SELECT DISTINCT run_id runId FROM run_files WHERE state = 'working' ${gone}`,
    )) as { runId: string }[];
    if (rows.length === 0) return [];
    // One that was in work each time may be why: it is not begun for ever.
    await this.store.files.query(
      `UPDATE run_files SET state = 'failed', owner = NULL, lease_until = NULL, lost = lost + 1, reason = ?,
        finished_at = UTC_TIMESTAMP(3) WHERE state = 'working' AND lost >= ${MOST_LOST - 1} ${gone}`,
      [given()],
    );
    await this.store.files.query(
      `UPDATE run_files SET state = 'queued', owner = NULL, lease_until = NULL, lost = lost + 1, started_at = NULL
        WHERE state = 'working' ${gone}`,
    );
    return rows.map((r) => r.runId);
  }

  /** Takes it on to end a run, with its pack; false where another process is at it, or it has ended. */
  async takeEnd(runId: string): Promise<boolean> {
    const { affectedRows } = (await this.store.runs.query(
      `UPDATE runs SET ended_by = ?, ended_by_until = ${LEASED} WHERE id = ? AND finished_at IS NULL
        AND (ended_by IS NULL OR ended_by = ? OR ended_by_until < UTC_TIMESTAMP(3))`,
      [this.own, runId, this.own],
    )) as { affectedRows: number };
    return affectedRows === 1;
  }

  async renewEnd(runId: string): Promise<void> {
    await this.store.runs.query(`UPDATE runs SET ended_by_until = ${LEASED} WHERE id = ? AND ended_by = ?`, [
      runId,
      this.own,
    ]);
  }

  /** Runs of which every file has ended, that nobody is ending. */
  async unended(): Promise<string[]> {
    const rows = (await this.store.runs.query(
      `SELECT r.id FROM runs r WHERE r.finished_at IS NULL AND (r.ended_by IS NULL OR r.ended_by_until < UTC_TIMESTAMP(3))
        AND NOT EXISTS (SELECT 1 FROM run_files f WHERE f.run_id = r.id AND f.state IN ('queued', 'working'))`,
    )) as { id: string }[];
    return rows.map((r) => r.id);
  }

  /** How many files wait, and how long the first has waited, s. */
  async standing(): Promise<{ waiting: number; oldest: number }> {
    const [row] = (await this.store.files.query(
      `SELECT COUNT(*) waiting, MAX(TIMESTAMPDIFF(MICROSECOND, r.created_at, UTC_TIMESTAMP(3))) / 1e6 oldest
        FROM run_files f JOIN runs r ON r.id = f.run_id WHERE f.state = 'queued'`,
    )) as { waiting: string; oldest: string | null }[];
    return { waiting: Number(row.waiting), oldest: Math.max(0, Number(row.oldest ?? 0)) };
  }

  /** Files that can be made, the first so many. */
  async waiting(most: number): Promise<string[]> {
    const rows = (await this.store.files.query(
      `SELECT f.id FROM run_files f JOIN runs r ON r.id = f.run_id
        WHERE f.state = 'queued' AND r.paused = 0 AND r.finished_at IS NULL ORDER BY r.position, f.position LIMIT ${most}`,
    )) as { id: string }[];
    return rows.map((r) => r.id);
  }
}
