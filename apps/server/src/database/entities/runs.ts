import { Column, Entity, Index, PrimaryColumn } from 'typeorm';

export type RunState = 'queued' | 'working' | 'done' | 'failed' | 'cancelled';

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
  /** Path in the pack; its last piece is the file's name. */
  @Column('varchar', { length: 600 }) path!: string;
  /** Stops of the proof are known and taken. */
  @Column('boolean', { name: 'accept_stops' }) acceptStops!: boolean;
  @Column('int') attempts!: number;
  @Column('text', { nullable: true }) reason!: string | null;
  @Column('char', { length: 64, nullable: true }) sha256!: string | null;
  @Column('text', { nullable: true }) report!: string | null;
  @Column('mediumtext', { nullable: true }) findings!: string | null;
  /** SHA-256 of all that it is made of, where the same may be asked for again; null for what is made anew each time. */
  @Index() @Column('char', { length: 64, name: 'made_of', nullable: true }) madeOf!: string | null;
  @Column('datetime', { precision: 3, name: 'started_at', nullable: true }) startedAt!: Date | null;
  @Column('datetime', { precision: 3, name: 'finished_at', nullable: true }) finishedAt!: Date | null;
}
