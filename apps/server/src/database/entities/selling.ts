import { Column, Entity, Index, PrimaryColumn } from 'typeorm';
import type { RunState } from '@brelm/contract';

/** An order at the stand-in press. */
@Entity('press_orders')
export class PressOrderRow {
  @PrimaryColumn('char', { length: 36 }) id!: string;
  @Column('datetime', { precision: 3, name: 'placed_at' }) placedAt!: Date;
  @Column('datetime', { precision: 3, name: 'cancelled_at', nullable: true }) cancelledAt!: Date | null;
  @Column('char', { length: 2 }) country!: string;
  /** See PlacedItem. */
  @Column('mediumtext') items!: string;
  /** See core's Quote. */
  @Column('mediumtext') quote!: string;
  /** What its check found wrong, as a JSON list. */
  @Column('text') reasons!: string;
}

/** A sample that the seller has ordered: which design it is of, and what they say of it. */
@Entity('samples')
export class SampleRow {
  @PrimaryColumn('char', { length: 36 }) id!: string;
  @Index() @Column('char', { length: 36, name: 'order_id' }) orderId!: string;
  @Column('int') position!: number;
  @Index() @Column('char', { length: 36, name: 'design_id' }) designId!: string;
  @Column('varchar', { length: 300, name: 'design_name' }) designName!: string;
  /** SHA-256 of the design as it was ordered. */
  @Column('char', { length: 64 }) snapshot!: string;
  /** The first of its files, as JSON: see the workers' RunJob. */
  @Column('mediumtext') job!: string;
  @Column('varchar', { length: 80, nullable: true }) garment!: string | null;
  @Column('text') note!: string;
  /** 1 to 5. */
  @Column('tinyint', { nullable: true }) rating!: number | null;
  /** SHA-256 of its photo, once it was taken. */
  @Column('char', { length: 64, nullable: true }) photo!: string | null;
}

/** A shop at a stand-in marketplace, by what its token hashes to. */
@Entity('market_shops')
export class MarketShopRow {
  @PrimaryColumn('char', { length: 64, name: 'token_hash' }) tokenHash!: string;
  @Column('varchar', { length: 40 }) market!: string;
  @Column('varchar', { length: 120 }) name!: string;
  @Column('datetime', { precision: 3, name: 'expires_at' }) expiresAt!: Date;
}

/** A listing as a stand-in marketplace has it. A shop has one for a reference of its own. */
@Entity('market_listings')
export class MarketListingRow {
  @PrimaryColumn('char', { length: 36 }) id!: string;
  @Column('varchar', { length: 40 }) market!: string;
  @Column('varchar', { length: 120 }) shop!: string;
  @Column('varchar', { length: 80 }) reference!: string;
  @Column('varchar', { length: 120 }) product!: string;
  /** See MarketWords. */
  @Column('mediumtext') document!: string;
  @Column('int') revision!: number;
  /** When what is there now was handed in: its review begins. */
  @Column('datetime', { precision: 3, name: 'received_at' }) receivedAt!: Date;
  /** What its check found, as a JSON list of MarketFault. */
  @Column('text') reasons!: string;
  /** When it was first accepted; its figures begin. */
  @Column('datetime', { precision: 3, name: 'accepted_at', nullable: true }) acceptedAt!: Date | null;
  @Column('datetime', { precision: 3, name: 'down_at', nullable: true }) downAt!: Date | null;
}

/** A file of a listing at a stand-in marketplace, or one that was handed in for a listing to come. */
@Entity('market_files')
export class MarketFileRow {
  @PrimaryColumn('char', { length: 36 }) id!: string;
  /** Null until a listing takes it. */
  @Index() @Column('char', { length: 36, name: 'listing_id', nullable: true }) listingId!: string | null;
  @Column('varchar', { length: 12 }) kind!: 'print' | 'picture';
  @Column('int') position!: number;
  /** The side that a print is of. */
  @Column('varchar', { length: 80 }) side!: string;
  @Column('varchar', { length: 300 }) name!: string;
  @Index() @Column('char', { length: 64 }) sha256!: string;
  @Column('datetime', { precision: 3, name: 'created_at' }) createdAt!: Date;
}

/** A marketplace that the seller is connected to. */
@Entity('connections')
export class ConnectionRow {
  @PrimaryColumn('varchar', { length: 40 }) market!: string;
  @Column('varchar', { length: 120 }) shop!: string;
  /** Sealed; see the connections' seal. */
  @Column('text') token!: string;
  @Column('datetime', { precision: 3, name: 'connected_at' }) connectedAt!: Date;
  /** Why it does not work any more; null while it does. */
  @Column('text', { nullable: true }) fault!: string | null;
}

/** A product of a design on its marketplace: what was sent, and what was heard of it. */
@Entity('listings')
export class ListingRow {
  /** The marketplace knows the listing by this as its reference. */
  @PrimaryColumn('char', { length: 36 }) id!: string;
  @Index() @Column('char', { length: 36, name: 'design_id' }) designId!: string;
  @Column('varchar', { length: 120 }) spec!: string;
  @Column('varchar', { length: 12 }) state!: 'new' | 'sent' | 'down' | 'by-hand';
  /** What was sent last, as JSON: see SentListing. */
  @Column('mediumtext', { nullable: true }) sent!: string | null;
  /** What was heard last, as JSON: see Remote. */
  @Column('mediumtext', { nullable: true }) remote!: string | null;
  /** The state of it there that was seen last; another one was made by somebody else. */
  @Column('int', { nullable: true }) seen!: number | null;
  @Column('datetime', { precision: 3, name: 'heard_at', nullable: true }) heardAt!: Date | null;
  /** Pieces that it has sold, as was heard last. */
  @Column('int', { default: 0 }) sold!: number;
}

/** Listings that were sent together. */
@Entity('sendings')
export class SendingRow {
  @PrimaryColumn('char', { length: 36 }) id!: string;
  @Column('datetime', { precision: 3, name: 'created_at' }) createdAt!: Date;
}

/** One listing of a sending. */
@Entity('sending_rows')
export class SendingLineRow {
  @PrimaryColumn('char', { length: 36 }) id!: string;
  @Index() @Column('char', { length: 36, name: 'sending_id' }) sendingId!: string;
  @Index() @Column('char', { length: 36, name: 'listing_id' }) listingId!: string;
  /** The listing while it is open: no two lines of one listing are open at once. */
  @Column('char', { length: 36, name: 'open_for', nullable: true, unique: true }) openFor!: string | null;
  @Column('varchar', { length: 40 }) market!: string;
  @Column('varchar', { length: 12 }) action!: 'publish' | 'down';
  @Column('varchar', { length: 12 }) state!: RunState;
  /** What it is at. */
  @Column('varchar', { length: 12 }) step!: string;
  @Column('int') attempts!: number;
  /** Not before. */
  @Column('datetime', { precision: 3, name: 'next_at', nullable: true }) nextAt!: Date | null;
  @Column('text', { nullable: true }) reason!: string | null;
  /** What is sent, as JSON: see SendJob. */
  @Column('longtext') job!: string;
  /** In which version of it: a process that knows only earlier ones leaves it to others. */
  @Column('smallint', { name: 'job_version', default: 1 }) jobVersion!: number;
  /** SHA-256 of the design as it was then. */
  @Index() @Column('char', { length: 64 }) snapshot!: string;
  @Column('datetime', { precision: 3, name: 'finished_at', nullable: true }) finishedAt!: Date | null;
}

/** Words that somebody else has the right to. */
@Entity('protected_words')
export class ProtectedWordRow {
  /** Folded, as they are found. */
  @PrimaryColumn('varchar', { length: 120 }) folded!: string;
  @Column('varchar', { length: 120 }) words!: string;
  @Column('varchar', { length: 400 }) why!: string;
}
