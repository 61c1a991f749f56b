import type { Moment, Nothing } from './wire';

/** What somebody may do in a shop: all of it; the work; look. */
export type Role = 'owner' | 'maker' | 'looker';

/** A shop of this house, without who asks. */
export interface ShopView {
  id: string;
  name: string | null;
  /** What its addresses begin with; nothing for the first. */
  path: string;
  designs: number;
}

/** A shop, and what who asks may do in it. */
export interface Shop extends ShopView {
  /** Null where nobody signs in. */
  role: Role | null;
}

/** The copy of a shop that was taken away. */
export interface ShopAway {
  file: string;
  name: string;
  takenAt: Moment;
  bytes: number;
}

/** Somebody, as they see themselves. */
export interface Self {
  id: string;
  name: string;
  signIn: string;
  secondFactor: boolean;
}

/** Who is signed in. */
export interface Me {
  /** Whether people sign in here at all. */
  team: boolean;
  /** The password was right, and the second factor is waited for. */
  half: boolean;
  person: (Self & { ownsHouse: boolean }) | null;
  shops: Shop[];
}

/** What a link is for. */
export interface LinkAbout {
  kind: 'owner' | 'invited' | 'reset';
  role: Role | null;
  shop: string | null;
  sentTo: string | null;
}

export interface Member {
  id: string;
  name: string;
  role: Role;
  /** Told to owners alone. */
  signIn?: string;
  secondFactor?: boolean;
}

export interface Invitation {
  id: string;
  sentTo: string | null;
  role: Role | null;
  endsAt: Moment;
}

export interface Session {
  id: string;
  agent: string;
  madeAt: Moment;
  seenAt: Moment;
  here: boolean;
}

/** A key of one's own device, which signs instead of a password. */
export interface Passkey {
  id: string;
  name: string;
  /** The name of the address that it is for. */
  rpId: string;
  madeAt: Moment;
  seenAt: Moment | null;
}

/** A message that would be sent, were there a way out. */
export interface Message {
  id: number;
  shopId: string;
  sentTo: string;
  subject: string;
  body: string;
  madeAt: Moment;
}

/** What was done with people and shops, and by whom. */
export interface HouseEvent {
  id: number;
  at: Moment;
  personId: string | null;
  person: string;
  shopId: string | null;
  did: string;
  /** With whom or what. */
  about: string;
}

export interface HouseAnswers {
  'GET house/me': Me;
  /** What is still needed to be in. */
  'POST house/sign-in': { needs: 'code' | null };
  'POST house/sign-in/code': { needs: null };
  'POST house/sign-out': Nothing;
  'POST house/sign-in/passkey/begin': object;
  'POST house/sign-in/passkey': { needs: null };
  'POST house/links/look': LinkAbout;
  'POST house/links/join': Self;
  'POST house/links/join-as': Nothing;
  'POST house/links/reset': Nothing;
  'PUT house/me/name': Nothing;
  'PUT house/me/password': Nothing;
  'POST house/me/second-factor/begin': { secret: string; picture: string };
  'POST house/me/second-factor': { codes: string[] };
  'POST house/me/second-factor/drop': Nothing;
  'GET house/me/sessions': Session[];
  'DELETE house/me/sessions/:id': Nothing;
  'POST house/me/sessions/end-others': Nothing;
  'GET house/me/passkeys': Passkey[];
  /** What a browser is asked by WebAuthn. */
  'POST house/me/passkeys/begin': object;
  'POST house/me/passkeys': Nothing;
  'DELETE house/me/passkeys/:id': Nothing;
  'GET house/shops': { shops: Shop[]; away: ShopAway[] };
  'POST house/shops': ShopView;
  'POST house/shops/copies': ShopView;
  'POST house/shops/away/:file': ShopView;
  'PUT house/shops/:id': ShopView;
  'DELETE house/shops/:id': ShopAway;
  'GET house/shops/:shop/people': Member[];
  'PUT house/shops/:shop/people/:id': Nothing;
  'DELETE house/shops/:shop/people/:id': Nothing;
  'POST house/shops/:shop/people/:id/reset': { link: string };
  'GET house/shops/:shop/invitations': Invitation[];
  'POST house/shops/:shop/invitations': { link: string };
  'DELETE house/shops/:shop/invitations/:id': Nothing;
  'GET house/shops/:shop/messages': Message[];
  'GET house/shops/:shop/events': HouseEvent[];
}
