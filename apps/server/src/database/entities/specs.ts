import { Column, Entity, Index, PrimaryColumn, PrimaryGeneratedColumn } from 'typeorm';

/** A spec of the spec book, as its JSON document. */
@Entity('specs')
export class SpecRow {
  @PrimaryColumn('varchar', { length: 120 }) id!: string;
  @Column('longtext') document!: string;
  /** Counts its states, from 1. */
  @Column('int', { default: 1 }) revision!: number;
  /** The seller made or changed it: what ships with the application leaves it alone. */
  @Column('boolean', { default: false }) own!: boolean;
  /** Taken out of the book; kept, since designs may refer to it. */
  @Column('datetime', { precision: 3, name: 'archived_at', nullable: true }) archivedAt!: Date | null;
}

/** An earlier state of a spec. */
@Entity('spec_versions')
export class SpecVersionRow {
  @PrimaryGeneratedColumn() id!: number;
  @Index() @Column('varchar', { length: 120, name: 'spec_id' }) specId!: string;
  @Column('int') revision!: number;
  @Column('longtext') document!: string;
  /** When another took its place. */
  @Column('datetime', { precision: 3, name: 'replaced_at' }) replacedAt!: Date;
}

/** A garment colour, as its JSON document. */
@Entity('garments')
export class GarmentRow {
  @PrimaryColumn('varchar', { length: 120 }) id!: string;
  @Column('int') position!: number;
  @Column('text') document!: string;
}
