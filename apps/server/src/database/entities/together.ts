import { Column, Entity, PrimaryColumn } from 'typeorm';

/** A tab that has a design open, as it said last. */
@Entity('presence')
export class PresenceRow {
  @PrimaryColumn('char', { name: 'design_id', length: 36 }) designId!: string;
  @PrimaryColumn('char', { length: 36 }) tab!: string;
  @Column('char', { name: 'person_id', length: 36, nullable: true }) personId!: string | null;
  @Column('varchar', { length: 120, nullable: true }) person!: string | null;
  @Column('datetime', { name: 'seen_at', precision: 3 }) seenAt!: Date;
}

/** What somebody says about a design, one of its parts, or a finding. */
@Entity('comments')
export class CommentRow {
  @PrimaryColumn('char', { length: 36 }) id!: string;
  @Column('char', { name: 'design_id', length: 36 }) designId!: string;
  /** The part that it is about; null for the whole design. */
  @Column('varchar', { name: 'part_id', length: 120, nullable: true }) partId!: string | null;
  /** What the part was called then. */
  @Column('varchar', { length: 300, nullable: true }) about!: string | null;
  /** The finding that it is about, by its check. */
  @Column('varchar', { name: 'finding', length: 120, nullable: true }) finding!: string | null;
  @Column('text') text!: string;
  @Column('char', { name: 'person_id', length: 36, nullable: true }) personId!: string | null;
  @Column('varchar', { length: 120, nullable: true }) person!: string | null;
  @Column('datetime', { precision: 3 }) at!: Date;
  @Column('datetime', { name: 'resolved_at', precision: 3, nullable: true }) resolvedAt!: Date | null;
  @Column('varchar', { name: 'resolved_by', length: 120, nullable: true }) resolvedBy!: string | null;
}
