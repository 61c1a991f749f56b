import { Column, Entity, PrimaryColumn } from 'typeorm';

/** A season, one that ships or the seller's own. */
@Entity('seasons')
export class SeasonRow {
  @PrimaryColumn('varchar', { length: 80 }) id!: string;
  /** See core's Season. */
  @Column('text') document!: string;
  /** It did not ship with the application. */
  @Column('boolean') own!: boolean;
  /** The seller has changed it: what ships does not replace it. */
  @Column('boolean') changed!: boolean;
}

/** A note that may become a design. */
@Entity('ideas')
export class IdeaRow {
  @PrimaryColumn('char', { length: 36 }) id!: string;
  @Column('int') revision!: number;
  /** See core's Idea. */
  @Column('mediumtext') document!: string;
  /** The season that it is for, of the document. */
  @Column('varchar', { length: 80, nullable: true }) season!: string | null;
  @Column('char', { length: 36, name: 'design_id', nullable: true }) designId!: string | null;
  @Column('varchar', { length: 12 }) state!: string;
  @Column('datetime', { precision: 3, name: 'created_at' }) createdAt!: Date;
  @Column('datetime', { precision: 3, name: 'updated_at' }) updatedAt!: Date;
}

/** A month of the seller's own figures of what is looked for. */
@Entity('own_searches')
export class OwnSearchRow {
  @PrimaryColumn('varchar', { length: 120 }) phrase!: string;
  @PrimaryColumn('varchar', { length: 40 }) product!: string;
  @PrimaryColumn('char', { length: 2 }) country!: string;
  @PrimaryColumn('char', { length: 7 }) month!: string;
  @Column('double') searches!: number;
}

/** A phrase that the seller keeps an eye on. */
@Entity('watched_phrases')
export class WatchedRow {
  @PrimaryColumn('varchar', { length: 120 }) phrase!: string;
  @PrimaryColumn('varchar', { length: 40 }) product!: string;
  @PrimaryColumn('char', { length: 2 }) country!: string;
  @Column('datetime', { precision: 3, name: 'added_at' }) addedAt!: Date;
}
