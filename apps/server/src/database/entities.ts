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
}

/** A small picture of a design and how it reads on its garments, as it was at a revision. */
@Entity('design_previews')
export class DesignPreviewRow {
  @PrimaryColumn('char', { length: 36, name: 'design_id' }) designId!: string;
  /** Of all that it was made of: the design's revision, spec, garment colours and the code that judges. */
  @Column('char', { length: 64, name: 'made_of' }) madeOf!: string;
  /** WebP, transparent. */
  @Column('mediumblob') picture!: Buffer;
  @Column('mediumtext') verdicts!: string;
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
  @Column('varchar', { length: 20 }) kind!: 'picture' | 'motif' | 'reference';
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

export type RunState = 'queued' | 'working' | 'done' | 'failed' | 'cancelled';

/** A job in the queue: files that were asked for together. */
@Entity('runs')
export class RunRow {
  @PrimaryColumn('char', { length: 36 }) id!: string;
  @Column('varchar', { length: 300 }) title!: string;
  /** Runs are served in this order; equal ones as they came. */
  @Index() @Column('int') position!: number;
  @Column('varchar', { length: 12 }) state!: RunState;
  /** Whether its files become one archive, too. */
  @Column('boolean') pack!: boolean;
  @Column('varchar', { length: 300, name: 'pack_name' }) packName!: string;
  @Column('bigint', {
    name: 'pack_bytes',
    nullable: true,
    transformer: { from: (v: string | null) => (v === null ? null : Number(v)), to: (v: number | null) => v },
  })
  packBytes!: number | null;
  /** Nothing more of it is begun until it goes on. */
  @Column('boolean', { default: false }) paused!: boolean;
  /** Why the pack could not be written. */
  @Column('text', { nullable: true }) reason!: string | null;
  /** Its files were removed by the policy for old ones. */
  @Column('boolean', { default: false }) cleaned!: boolean;
  @Column('datetime', { precision: 3, name: 'created_at' }) createdAt!: Date;
  @Column('datetime', { precision: 3, name: 'finished_at', nullable: true }) finishedAt!: Date | null;
}

/** One file of a run: what of, how it went, and where it lies. */
@Entity('run_files')
export class RunFileRow {
  @PrimaryColumn('char', { length: 36 }) id!: string;
  @Index() @Column('char', { length: 36, name: 'run_id' }) runId!: string;
  @Column('int') position!: number;
  @Column('varchar', { length: 12 }) state!: RunState;
  @Column('char', { length: 36, name: 'design_id' }) designId!: string;
  @Column('int') revision!: number;
  /** SHA-256 of the design as it was when the run was started. */
  @Column('char', { length: 64 }) snapshot!: string;
  /** All else that the file is made of, as JSON: see the workers' RunJob. */
  @Column('longtext') job!: string;
  /** Path in the pack; its last piece is the file's name. */
  @Column('varchar', { length: 600 }) path!: string;
  /** Stops of the proof are known and taken. */
  @Column('boolean', { name: 'accept_stops' }) acceptStops!: boolean;
  @Column('int') attempts!: number;
  @Column('text', { nullable: true }) reason!: string | null;
  @Column('char', { length: 64, nullable: true }) sha256!: string | null;
  @Column('text', { nullable: true }) report!: string | null;
  @Column('mediumtext', { nullable: true }) findings!: string | null;
  /** SHA-256 of all that it is made of, where the same may be asked for again; null for what is made anew each time. */
  @Index() @Column('char', { length: 64, name: 'made_of', nullable: true }) madeOf!: string | null;
  @Column('datetime', { precision: 3, name: 'started_at', nullable: true }) startedAt!: Date | null;
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
  @Column('mediumtext') colours!: string;
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

/** A look of lettering or of pictures that is kept under a name. */
@Entity('looks')
export class LookRow {
  @PrimaryGeneratedColumn() id!: number;
  /** What it is a look of. */
  @Column('varchar', { length: 20 }) of!: 'lettering' | 'picture';
  @Column('varchar', { length: 120 }) name!: string;
  /** See core's LetteringStyle and KeptLook. */
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

/** A word that the seller has said is right. */
@Entity('own_words')
export class OwnWordRow {
  /** The word in small letters, by which it is found. */
  @PrimaryColumn('varchar', { length: 120 }) folded!: string;
  @Column('varchar', { length: 120 }) word!: string;
}

/** A typeface that the seller has marked. */
@Entity('favourite_typefaces')
export class FavouriteTypefaceRow {
  @PrimaryColumn('varchar', { length: 80 }) id!: string;
}

/** Small facts about the installation, e.g. that the demo was loaded. */
@Entity('settings')
export class SettingRow {
  @PrimaryColumn('varchar', { length: 60 }) name!: string;
  @Column('text') value!: string;
}

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

export const ENTITIES = [
  DesignRow,
  DesignVersionRow,
  DesignPreviewRow,
  MaterialRow,
  SpecRow,
  SpecVersionRow,
  GarmentRow,
  RunRow,
  RunFileRow,
  PaletteRow,
  StarterRow,
  TypefaceRow,
  LookRow,
  SheetRow,
  SceneRow,
  PressOrderRow,
  SampleRow,
  MarketShopRow,
  MarketListingRow,
  MarketFileRow,
  ConnectionRow,
  ListingRow,
  SendingRow,
  SendingLineRow,
  ProtectedWordRow,
  SeasonRow,
  IdeaRow,
  OwnSearchRow,
  WatchedRow,
  OwnSeriesRow,
  OwnWordRow,
  FavouriteTypefaceRow,
  SettingRow,
];
