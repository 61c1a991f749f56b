import { Column, Entity, PrimaryColumn } from 'typeorm';

/** `making` and `leaving` are ended at the next start, where the server was killed in between. */
export type ShopState = 'open' | 'making' | 'leaving';

/** A shop beside the first one. What it is called is in its own settings. */
@Entity('shops')
export class ShopRow {
  /** A short name for addresses, folders and schemas: small letters, digits and hyphens. */
  @PrimaryColumn('varchar', { length: 40 }) id!: string;
  @Column('varchar', { length: 10 }) state!: ShopState;
  @Column('datetime', { name: 'made_at', precision: 3 }) madeAt!: Date;
}

export const HOUSE_ENTITIES = [ShopRow];
