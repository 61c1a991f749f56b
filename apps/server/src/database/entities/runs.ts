import type { RunState } from '@brelm/contract';
import { Column, Entity, Index, PrimaryColumn } from 'typeorm';

/** A job in the queue: files that were asked for together. */
@Entity('runs')
export class RunRow {
  @PrimaryColumn('char', { length: 36 }) id!: string;
  @Column('varchar', { length: 300 }) title!: string;
  /** Runs are served in this order; equal ones as they came. */
  @Index() @Column('int') position!: number;
  @Column('varchar', { length: 12 }) state!: RunState;
  /** Whether its files become one archive, too. */
  @Column('boolean') pack!: boolean;
  @Column('varchar', { length: 300, name: 'pack_name' }) packName!: string;
  @Column('bigint', {
    name: 'pack_bytes',
    nullable: true,
    transformer: { from: (v: string | null) => (v === null ? null : Number(v)), to: (v: number | null) => v },
  })
  packBytes!: number | null;
  /** Nothing more of it is begun until it goes on. */
  @Column('boolean', { default: false }) paused!: boolean;
  /** Why the pack could not be written. */
  @Column('text', { nullable: true }) reason!: string | null;
  /** Its files were removed by the policy for old ones. */
  @Column('boolean', { default: false }) cleaned!: boolean;
  /** SHA-256 of its pack, by which another machine knows that it has all of it. */
  @Column('char', { length: 64, name: 'pack_sha256', nullable: true }) packSha256!: string | null;
  /** When a file of it was last begun. */
  @Column('datetime', { precision: 3, name: 'served_at', nullable: true }) servedAt!: Date | null;
  /** Who is ending it, and until when nobody else does. */
  @Column('varchar', { length: 80, name: 'ended_by', nullable: true }) endedBy!: string | null;
  @Column('datetime', { precision: 3, name: 'ended_by_until', nullable: true }) endedByUntil!: Date | null;
  @Column('datetime', { precision: 3, name: 'created_at' }) createdAt!: Date;
  @Column('datetime', { precision: 3, name: 'finished_at', nullable: true }) finishedAt!: Date | null;
}

/** One file of a run: what of, how it went, and where it lies. */
@Entity('run_files')
export class RunFileRow {
  @PrimaryColumn('char', { length: 36 }) id!: string;
  @Index() @Column('char', { length: 36, name: 'run_id' }) runId!: string;
  @Column('int') position!: number;
  @Column('varchar', { length: 12 }) state!: RunState;
  @Column('char', { length: 36, name: 'design_id' }) designId!: string;
  @Column('int') revision!: number;
  /** SHA-256 of the design as it was when the run was started. */
  @Column('char', { length: 64 }) snapshot!: string;
  /** All else that the file is made of, as JSON: see the workers' RunJob. */
  @Column('longtext') job!: string;
  /** In which version of it: a process that knows only earlier ones leaves it to others. */
  @Column('smallint', { name: 'job_version', default: 1 }) jobVersion!: number;
  /** Path in the pack; its last piece is the file's name. */
  @Column('varchar', { length: 600 }) path!: string;
  /** Stops of the proof are known and taken. */
  @Column('boolean', { name: 'accept_stops' }) acceptStops!: boolean;
  /** Times that it was begun. */
  @Column('int') attempts!: number;
  /** Which process makes it; null for none. */
  @Column('varchar', { length: 80, nullable: true }) owner!: string | null;
  /** Counts its claims: what was made under an earlier one does not count any more. */
  @Column('int', { default: 0 }) token!: number;
  /** Until then it is its owner's, by the database's clock. */
  @Column('datetime', { precision: 3, name: 'lease_until', nullable: true }) leaseUntil!: Date | null;
  /** Times that its owner went away in the middle of it, since somebody last asked for it. */
  @Column('int', { default: 0 }) lost!: number;
  @Column('text', { nullable: true }) reason!: string | null;
  @Column('char', { length: 64, nullable: true }) sha256!: string | null;
  @Column('text', { nullable: true }) report!: string | null;
  @Column('mediumtext', { nullable: true }) findings!: string | null;
  /** SHA-256 of all that it is made of, where the same may be asked for again; null for what is made anew each time. */
  @Index() @Column('char', { length: 64, name: 'made_of', nullable: true }) madeOf!: string | null;
  @Column('datetime', { precision: 3, name: 'started_at', nullable: true }) startedAt!: Date | null;
  @Column('datetime', { precision: 3, name: 'finished_at', nullable: true }) finishedAt!: Date | null;
}

/** What one process at a time does for a shop, and which one that is. */
@Entity('duties')
export class DutyRow {
  @PrimaryColumn('varchar', { length: 40 }) name!: string;
  @Column('varchar', { length: 80 }) owner!: string;
  @Column('datetime', { precision: 3, name: 'lease_until' }) leaseUntil!: Date;
}
