import { Column, Entity, PrimaryGeneratedColumn } from 'typeorm';

/** What somebody did to something, and when. Rows are only ever added. */
@Entity('history')
export class HistoryRow {
  @PrimaryGeneratedColumn() id!: number;
  @Column('datetime', { precision: 3 }) at!: Date;
  /** Null on a machine of one's own, where nobody signs in. */
  @Column('char', { name: 'person_id', length: 36, nullable: true }) personId!: string | null;
  /** What they were called then. */
  @Column('varchar', { length: 120, nullable: true }) person!: string | null;
  @Column('varchar', { length: 24 }) did!: string;
  @Column('varchar', { length: 24 }) kind!: string;
  @Column('varchar', { name: 'of_id', length: 190 }) ofId!: string;
  /** What it was called then. */
  @Column('varchar', { length: 300 }) name!: string;
}
