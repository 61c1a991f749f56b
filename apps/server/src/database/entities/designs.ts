import { Column, Entity, Index, PrimaryColumn, PrimaryGeneratedColumn } from 'typeorm';

/** A design as it stands: one JSON document with the number of its revision. */
@Entity('designs')
export class DesignRow {
  @PrimaryColumn('char', { length: 36 }) id!: string;
  @Column('varchar', { length: 300 }) name!: string;
  @Column('int') revision!: number;
  @Column('longtext') document!: string;
  @Column('datetime', { precision: 3, name: 'created_at' }) createdAt!: Date;
  @Column('datetime', { precision: 3, name: 'updated_at' }) updatedAt!: Date;
  @Column('datetime', { precision: 3, name: 'archived_at', nullable: true }) archivedAt!: Date | null;
  /** What a list shows of it: core's DesignSummary as JSON; null until it is first listed. */
  @Column('mediumtext', { nullable: true }) summary!: string | null;
  /** What it is found by. */
  @Column('text', { nullable: true }) words!: string | null;
  /** SHA-256 of all of it that is made into files, and of its listings' words; null until it is read for them. */
  @Column('char', { length: 64, nullable: true }) artwork!: string | null;
  @Column('char', { length: 64, nullable: true }) wording!: string | null;
  /** What it uses that somebody has a right to: core's UsedMaterial, as a JSON list. */
  @Column('mediumtext', { nullable: true }) used!: string | null;
}

/** A file of a product of a design: of which state of the design it was last proofed and made. */
@Entity('product_files')
export class ProductFileRow {
  @PrimaryColumn('char', { length: 36, name: 'design_id' }) designId!: string;
  @PrimaryColumn('varchar', { length: 120 }) spec!: string;
  @PrimaryColumn('varchar', { length: 8 }) kind!: 'print' | 'picture';
  /** See fileHash. */
  @PrimaryColumn('char', { length: 64 }) file!: string;
  /** How many of its kind the product had when it was last asked for. */
  @Column('int') files!: number;
  /** SHA-256 of the design as it was when it was proofed, and what was found: 0 nothing, 1 a watch, 2 a stop. */
  @Column('char', { length: 64, nullable: true }) proofed!: string | null;
  @Column('tinyint', { default: 0 }) worst!: number;
  /** SHA-256 of the design as it was when it was made, and the run that has it. */
  @Column('char', { length: 64, nullable: true }) made!: string | null;
  @Index() @Column('char', { length: 36, name: 'run_id', nullable: true }) runId!: string | null;
}

/** What is asked of the shelf, kept under a name. */
@Entity('shelf_views')
export class ShelfViewRow {
  @PrimaryColumn('char', { length: 36 }) id!: string;
  @Column('varchar', { length: 80 }) name!: string;
  /** See ShelfAskedDto, as JSON. */
  @Column('text') asked!: string;
  @Column('datetime', { precision: 3, name: 'created_at' }) createdAt!: Date;
}

/** A small picture of a design and how it reads on its garments, as it was at a revision. */
@Entity('design_previews')
export class DesignPreviewRow {
  @PrimaryColumn('char', { length: 36, name: 'design_id' }) designId!: string;
  /** Of all that it was made of: the design's revision, spec, garment colours and the code that judges. */
  @Column('char', { length: 64, name: 'made_of' }) madeOf!: string;
  /** WebP, transparent. */
  @Column('mediumblob') picture!: Buffer;
  /** What it looks like from far away: see core's `packedLook`; null for a picture from before there were any. */
  @Column('varbinary', { length: 600, nullable: true }) look!: Buffer | null;
  @Column('mediumtext') verdicts!: string;
}

/** Two designs that look alike and are not the same thing, as the seller says: the lesser id first. */
@Entity('designs_apart')
export class DesignApartRow {
  @PrimaryColumn('char', { length: 36 }) first!: string;
  @PrimaryColumn('char', { length: 36 }) second!: string;
}

/**
 * A version of a design that is kept aside: a save that was refused because it was stale, one that was
 * replaced knowingly, or one that the seller named.
 */
@Entity('design_versions')
export class DesignVersionRow {
  @PrimaryGeneratedColumn() id!: number;
  @Index() @Column('char', { length: 36, name: 'design_id' }) designId!: string;
  /** The revision that the version was based on. */
  @Column('int') revision!: number;
  @Column('varchar', { length: 20 }) kind!: 'refused' | 'replaced' | 'named';
  /** What the seller calls it; empty for one that was kept by itself. */
  @Column('varchar', { length: 120, default: '' }) name!: string;
  @Column('longtext') document!: string;
  @Column('datetime', { precision: 3, name: 'created_at' }) createdAt!: Date;
}

/** A design to start others from: one that came with the application, or the seller's own. */
@Entity('starters')
export class StarterRow {
  @PrimaryColumn('varchar', { length: 120 }) id!: string;
  @Column('int') position!: number;
  @Column('boolean') own!: boolean;
  @Column('longtext') document!: string;
}

/** Colours that the seller keeps for later designs, as a JSON list. */
@Entity('palettes')
export class PaletteRow {
  @PrimaryGeneratedColumn() id!: number;
  @Column('varchar', { length: 120 }) name!: string;
  @Column('mediumtext') colours!: string;
}

/** A look of lettering or of pictures, or a film, that is kept under a name. */
@Entity('looks')
export class LookRow {
  @PrimaryGeneratedColumn() id!: number;
  /** What it is a look of. */
  @Column('varchar', { length: 20 }) of!: 'lettering' | 'picture' | 'film';
  @Column('varchar', { length: 120 }) name!: string;
  /** See core's LetteringStyle, KeptLook and Film. */
  @Column('mediumtext') document!: string;
}

/** Stickers on a sheet: where each lies, and of which design it is. */
@Entity('sheets')
export class SheetRow {
  @PrimaryColumn('char', { length: 36 }) id!: string;
  @Column('varchar', { length: 300 }) name!: string;
  @Column('int') revision!: number;
  /** See core's Sheet. */
  @Column('mediumtext') document!: string;
  @Column('datetime', { precision: 3, name: 'created_at' }) createdAt!: Date;
  @Column('datetime', { precision: 3, name: 'updated_at' }) updatedAt!: Date;
  @Column('datetime', { precision: 3, name: 'archived_at', nullable: true }) archivedAt!: Date | null;
}

/** Many designs from one layout and a table. */
@Entity('series')
export class OwnSeriesRow {
  @PrimaryColumn('char', { length: 36 }) id!: string;
  @Column('varchar', { length: 300 }) name!: string;
  @Column('int') revision!: number;
  /** The design that is its layout. */
  @Column('char', { length: 36, name: 'layout_id' }) layoutId!: string;
  @Column('int', { name: 'row_count' }) rowCount!: number;
  /** See core's Series. */
  @Column('mediumtext') document!: string;
  @Column('datetime', { precision: 3, name: 'created_at' }) createdAt!: Date;
  @Column('datetime', { precision: 3, name: 'updated_at' }) updatedAt!: Date;
  @Column('datetime', { precision: 3, name: 'archived_at', nullable: true }) archivedAt!: Date | null;
}
