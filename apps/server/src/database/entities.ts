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

/** A file that was brought in; its bytes lie in the content-addressed folder. */
@Entity('materials')
export class MaterialRow {
  @PrimaryColumn('char', { length: 64 }) sha256!: string;
  @Column('varchar', { length: 300 }) name!: string;
  @Column('varchar', { length: 20 }) kind!: 'picture' | 'motif';
  @Column('varchar', { length: 60 }) mime!: string;
  @Column('int') width!: number;
  @Column('int') height!: number;
  @Column('int') bytes!: number;
  @Column('datetime', { precision: 3, name: 'created_at' }) createdAt!: Date;
}

/** A spec of the spec book, as its JSON document. */
@Entity('specs')
export class SpecRow {
  @PrimaryColumn('varchar', { length: 120 }) id!: string;
  @Column('longtext') document!: string;
}

/** A garment colour, as its JSON document. */
@Entity('garments')
export class GarmentRow {
  @PrimaryColumn('varchar', { length: 120 }) id!: string;
  @Column('int') position!: number;
  @Column('text') document!: string;
}

export type ExportState = 'working' | 'done' | 'failed' | 'cancelled';

/** One file that was asked for: what of, how it went, and where it lies. */
@Entity('exports')
export class ExportRow {
  @PrimaryColumn('char', { length: 36 }) id!: string;
  @Index() @Column('char', { length: 36, name: 'design_id' }) designId!: string;
  @Column('int') revision!: number;
  @Column('varchar', { length: 120 }) spec!: string;
  @Column('varchar', { length: 120 }) side!: string;
  @Column('varchar', { length: 120 }) colourway!: string;
  @Column('varchar', { length: 12 }) state!: ExportState;
  @Column('text', { nullable: true }) reason!: string | null;
  @Column('varchar', { length: 400, name: 'file_name' }) fileName!: string;
  @Column('char', { length: 64, nullable: true }) sha256!: string | null;
  @Column('text', { nullable: true }) report!: string | null;
  @Column('datetime', { precision: 3, name: 'created_at' }) createdAt!: Date;
  @Column('datetime', { precision: 3, name: 'finished_at', nullable: true }) finishedAt!: Date | null;
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
  @Column('text') colours!: string;
}

/** A typeface of the seller's own; its file lies in the content-addressed folder. */
@Entity('typefaces')
export class TypefaceRow {
  /** `own-` and the file's SHA-256 and the font's place in it. */
  @PrimaryColumn('varchar', { length: 80 }) id!: string;
  @Column('varchar', { length: 200 }) name!: string;
  /** What the file says of itself, as JSON: see the engine's OwnFont. */
  @Column('text') facts!: string;
  @Column('datetime', { precision: 3, name: 'created_at' }) createdAt!: Date;
}

/** A look of lettering that is kept under a name. */
@Entity('lettering_styles')
export class LetteringStyleRow {
  @PrimaryGeneratedColumn() id!: number;
  @Column('varchar', { length: 120 }) name!: string;
  /** See core's LetteringStyle. */
  @Column('mediumtext') document!: string;
}

/** Small facts about the installation, e.g. that the demo was loaded. */
@Entity('settings')
export class SettingRow {
  @PrimaryColumn('varchar', { length: 60 }) name!: string;
  @Column('text') value!: string;
}

export const ENTITIES = [
  DesignRow,
  DesignVersionRow,
  MaterialRow,
  SpecRow,
  GarmentRow,
  ExportRow,
  PaletteRow,
  StarterRow,
  TypefaceRow,
  LetteringStyleRow,
  SettingRow,
];
