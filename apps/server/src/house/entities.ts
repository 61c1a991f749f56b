/** The tables of the house, a class each; a new one gets a migration. */
import { Column, Entity, PrimaryColumn, PrimaryGeneratedColumn } from 'typeorm';

/**
 * `making` and `leaving` are ended at the next start, where the server was killed in between; one that was `closing`, to be
 * taken away, is open again.
 */
export type ShopState = 'open' | 'making' | 'closing' | 'leaving';

/** A shop beside the first one. What it is called is in its own settings. */
@Entity('shops')
export class ShopRow {
  /** A short name for addresses, folders and schemas: small letters, digits and hyphens. */
  @PrimaryColumn('varchar', { length: 40 }) id!: string;
  @Column('varchar', { length: 10 }) state!: ShopState;
  @Column('datetime', { name: 'made_at', precision: 3 }) madeAt!: Date;
}

/** Somebody who signs in. Whoever was removed stays, so that what they did has a name. */
@Entity('people')
export class PersonRow {
  @PrimaryColumn('char', { length: 36 }) id!: string;
  /** What they sign in with, in small letters. */
  @Column('varchar', { name: 'sign_in', length: 190 }) signIn!: string;
  /** What others see. */
  @Column('varchar', { length: 120 }) name!: string;
  /** Argon2id. */
  @Column('varchar', { length: 200 }) password!: string;
  /** The second factor's secret, sealed; null where there is none. */
  @Column('varchar', { length: 200, nullable: true }) totp!: string | null;
  /** The last step of time whose code was taken: none is taken twice. */
  @Column('int', { name: 'totp_step', default: 0 }) totpStep!: number;
  /** SHA-256 of the recovery codes that are left. */
  @Column('text') recovery!: string;
  @Column('datetime', { name: 'made_at', precision: 3 }) madeAt!: Date;
}

export const ROLES = ['owner', 'maker', 'looker'] as const;
/** What somebody may do in a shop: all of it; the work, but not people, copies and connections; look. */
export type Role = (typeof ROLES)[number];

@Entity('members')
export class MemberRow {
  @PrimaryColumn('char', { name: 'person_id', length: 36 }) personId!: string;
  @PrimaryColumn('varchar', { name: 'shop_id', length: 40 }) shopId!: string;
  @Column('varchar', { length: 10 }) role!: Role;
}

/** A browser that is signed in, or about to be. */
@Entity('sessions')
export class SessionRow {
  /** SHA-256 of the id that the browser has: who reads this table cannot use it. */
  @PrimaryColumn('char', { length: 64 }) id!: string;
  @Column('char', { name: 'person_id', length: 36, nullable: true }) personId!: string | null;
  @Column('text') data!: string;
  /** What the browser says that it is. */
  @Column('varchar', { length: 300 }) agent!: string;
  @Column('datetime', { name: 'made_at', precision: 3 }) madeAt!: Date;
  @Column('datetime', { name: 'seen_at', precision: 3 }) seenAt!: Date;
  @Column('datetime', { name: 'ends_at', precision: 3 }) endsAt!: Date;
}

/** A passkey: a key of somebody's own device, which signs instead of a password. */
@Entity('passkeys')
export class PasskeyRow {
  /** SHA-256 of the credential's id. */
  @PrimaryColumn('char', { length: 64 }) id!: string;
  @Column('char', { name: 'person_id', length: 36 }) personId!: string;
  /** The id as the device gave it, base64url. */
  @Column('text') credential!: string;
  /** COSE, base64. */
  @Column('text', { name: 'public_key' }) publicKey!: string;
  /** How often it has signed: one that goes back is a copy. */
  @Column('int', { unsigned: true }) counter!: number;
  @Column('varchar', { length: 200 }) transports!: string;
  /** The name of the house that it is for. */
  @Column('varchar', { name: 'rp_id', length: 190 }) rpId!: string;
  @Column('varchar', { length: 120 }) name!: string;
  @Column('datetime', { name: 'made_at', precision: 3 }) madeAt!: Date;
  @Column('datetime', { name: 'seen_at', precision: 3, nullable: true }) seenAt!: Date | null;
}

/** `owner`: makes the first person; `invited`: makes a member; `reset`: sets a new password. */
export type LinkKind = 'owner' | 'invited' | 'reset';

/** A link that may be used once. */
@Entity('links')
export class LinkRow {
  /** SHA-256 of what is in the link. */
  @PrimaryColumn('char', { length: 64 }) id!: string;
  @Column('varchar', { length: 10 }) kind!: LinkKind;
  @Column('varchar', { name: 'shop_id', length: 40, nullable: true }) shopId!: string | null;
  @Column('varchar', { length: 10, nullable: true }) role!: Role | null;
  /** Whose password is set. */
  @Column('char', { name: 'person_id', length: 36, nullable: true }) personId!: string | null;
  /** Whom it is for, as the inviter wrote it. */
  @Column('varchar', { name: 'sent_to', length: 190, nullable: true }) sentTo!: string | null;
  @Column('datetime', { name: 'made_at', precision: 3 }) madeAt!: Date;
  @Column('datetime', { name: 'ends_at', precision: 3 }) endsAt!: Date;
}

/** A message that would be sent, were there a way out: a stand-in for mail. */
@Entity('outbox')
export class MessageRow {
  @PrimaryGeneratedColumn() id!: number;
  @Column('varchar', { name: 'shop_id', length: 40 }) shopId!: string;
  @Column('varchar', { name: 'sent_to', length: 190 }) sentTo!: string;
  @Column('varchar', { length: 200 }) subject!: string;
  @Column('text') body!: string;
  @Column('datetime', { name: 'made_at', precision: 3 }) madeAt!: Date;
}

/** What was done with people and shops, and by whom. Rows are only ever added. */
@Entity('house_events')
export class HouseEventRow {
  @PrimaryGeneratedColumn() id!: number;
  @Column('datetime', { precision: 3 }) at!: Date;
  @Column('char', { name: 'person_id', length: 36, nullable: true }) personId!: string | null;
  @Column('varchar', { length: 120 }) person!: string;
  @Column('varchar', { name: 'shop_id', length: 40, nullable: true }) shopId!: string | null;
  @Column('varchar', { length: 40 }) did!: string;
  /** With whom or what. */
  @Column('varchar', { length: 300 }) about!: string;
}

export const HOUSE_ENTITIES = [
  ShopRow,
  PersonRow,
  MemberRow,
  SessionRow,
  PasskeyRow,
  LinkRow,
  MessageRow,
  HouseEventRow,
];
