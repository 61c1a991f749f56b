import { Column, Entity, PrimaryColumn } from 'typeorm';

/** A file that was brought in; its bytes lie in the content-addressed folder. */
@Entity('materials')
export class MaterialRow {
  @PrimaryColumn('char', { length: 64 }) sha256!: string;
  @Column('varchar', { length: 300 }) name!: string;
  @Column('varchar', { length: 20 }) kind!: 'picture' | 'motif' | 'reference' | 'bill';
  @Column('varchar', { length: 60 }) mime!: string;
  @Column('int') width!: number;
  @Column('int') height!: number;
  @Column('int') bytes!: number;
  @Column('datetime', { precision: 3, name: 'created_at' }) createdAt!: Date;
  /** What the seller has said of its rights, as JSON: see core's Licence; null while they have not. */
  @Column('text', { nullable: true }) licence!: string | null;
  /** Since when nothing refers to it; null while something does. */
  @Column('datetime', { precision: 3, name: 'unused_since', nullable: true }) unusedSince!: Date | null;
}

/** A typeface of the seller's own; its file lies in the content-addressed folder. */
@Entity('typefaces')
export class TypefaceRow {
  /** `own-` and the file's SHA-256 and the font's place in it. */
  @PrimaryColumn('varchar', { length: 80 }) id!: string;
  @Column('varchar', { length: 200 }) name!: string;
  /** What the file says of itself, as JSON: see the engine's OwnFont. */
  @Column('text') facts!: string;
  /** What the seller has said of its rights, as JSON: see core's Licence; null while they have not. */
  @Column('text', { nullable: true }) licence!: string | null;
  @Column('datetime', { precision: 3, name: 'created_at' }) createdAt!: Date;
}

/** A typeface that the seller has marked. */
@Entity('favourite_typefaces')
export class FavouriteTypefaceRow {
  @PrimaryColumn('varchar', { length: 80 }) id!: string;
}

/** A scene of the seller's own: a photo of a blank, or one that was brought in as a file. */
@Entity('scenes')
export class SceneRow {
  /** `own-` and a UUID. */
  @PrimaryColumn('varchar', { length: 80 }) id!: string;
  @Column('int') revision!: number;
  /** See core's Scene. */
  @Column('mediumtext') document!: string;
  /** SHA-256 of its pictures by their names, as JSON; a photo's is in the document. */
  @Column('text', { nullable: true }) files!: string | null;
  @Column('datetime', { precision: 3, name: 'created_at' }) createdAt!: Date;
  @Column('datetime', { precision: 3, name: 'updated_at' }) updatedAt!: Date;
}

/** Words that figures were drawn from by a service. */
@Entity('figure_orders')
export class FigureOrderRow {
  @PrimaryColumn('char', { length: 36 }) id!: string;
  @Column('varchar', { length: 300 }) words!: string;
  @Column('varchar', { length: 40 }) style!: string;
  @Column('char', { length: 7 }) ground!: string;
  @Column('int') seed!: number;
  /** Who drew them. */
  @Column('varchar', { length: 80 }) service!: string;
  @Column('boolean') simulated!: boolean;
  @Column('datetime', { precision: 3, name: 'created_at' }) createdAt!: Date;
}

/** One of the drawings that came of it. Their bytes lie in the content-addressed folder. */
@Entity('figure_drawings')
export class FigureDrawingRow {
  @PrimaryColumn('char', { length: 36, name: 'order_id' }) orderId!: string;
  @PrimaryColumn('int') n!: number;
  @Column('int') seed!: number;
  @Column('char', { length: 64 }) picture!: string;
  /** Its outlines as SVG, where it has some. */
  @Column('char', { length: 64, nullable: true }) outlines!: string | null;
  @Column('int') width!: number;
  @Column('int') height!: number;
  @Column('varchar', { length: 40 }) mime!: string;
  /** What was not done, and the licences of what it is made of, as JSON. */
  @Column('mediumtext') said!: string;
}
