import { Column, Entity, PrimaryColumn } from 'typeorm';

/** A word that the seller has said is right. */
@Entity('own_words')
export class OwnWordRow {
  /** The word in small letters, by which it is found. */
  @PrimaryColumn('varchar', { length: 120 }) folded!: string;
  @Column('varchar', { length: 120 }) word!: string;
}

/** Small facts about the installation, e.g. that the demo was loaded. */
@Entity('settings')
export class SettingRow {
  @PrimaryColumn('varchar', { length: 60 }) name!: string;
  @Column('text') value!: string;
}
