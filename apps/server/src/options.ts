import { within, type Bucket, type Place } from './files';
import type { ThisProcess } from './machines/this-process';
import type { Keys } from './storage/seal';

/** Where the database is. */
export interface DatabaseOptions {
  host: string;
  port: number;
  user: string;
  password: string;
  name: string;
}

/** What a shop is opened with. */
export interface ShopOptions {
  /** Folder of uploaded files and of what was made of them; made files lie in one of its own within it. */
  filesDir: string;
  /** Where files lie when several machines share them; the folder is then what is at hand of it. */
  bucket?: Bucket;
  /** This shop's short name. */
  shop: string;
  /** This process among those that share the work. */
  process: ThisProcess;
  /** Keys that several machines have in common; each has its own where they are left out. */
  keys?: Keys;
  database: DatabaseOptions;
  /** Load the demo designs into an empty database. */
  demo: boolean;
  /** Real seconds that a day of the stand-in press takes; a minute where left out. */
  pressDay?: number;
  /** How long an answer of a marketplace is waited for, ms; usual where left out. */
  marketPatience?: number;
  /** The first rest before a marketplace is asked again, ms; a second where left out. */
  marketRest?: number;
  /** Where figures are drawn to order; the stand-in where it is left out. See docs/figures.md. */
  draughtsman?: string;
  /** Where it is told how often something is looked for; the stand-in where it is left out. See docs/almanac.md. */
  searches?: string;
  /** A folder for a copy of the whole shop a day, and how many of them are kept; none are written where it is left out. */
  copies?: { folder: string; keep: number };
  /** Bytes that may still be written in a folder; the disk's own answer where it is left out. */
  room?: (folder: string) => Promise<number>;
  /** Where this shop answers whoever speaks for the server itself: stand-ins are asked there. Null until it listens. */
  home?: () => string | null;
}

/** What a server is started with: the first shop, and what is above all shops. */
export interface ServerOptions extends Omit<ShopOptions, 'home' | 'shop' | 'process'> {
  /** This process among others; the only one where it is left out. */
  process?: ThisProcess;

  /** Files that are made at once, where several processes share the work; 0 for none here, its cores where it is left out. */
  atOnce?: number;
  /** A port on which it says how it stands (health, readiness, metrics); on none where it is left out. */
  statusPort?: number;
  /** 127.0.0.1 only; 0 takes any free port. */
  port: number;
  /** Folder of the built interface, or null to serve the API alone. */
  webDir: string | null;
  /** The account that makes further shops, on a schema of its own. */
  house: DatabaseOptions;
  /** Folder of further shops, one in it each. */
  shopsDir: string;
  /** People sign in; nobody has to where it is left out. */
  team?: {
    /** Where they open it, through a proxy that speaks TLS; on this machine alone where it is left out. */
    address?: string;
  };
  /** Nobody signs in, though there are people who could. */
  alone?: boolean;
  /** The time, ms; the machine's where it is left out. */
  now?: () => number;
}

/** Where uploaded files and states of designs lie. */
export const placeOf = ({ filesDir, bucket }: Pick<ShopOptions, 'filesDir' | 'bucket'>): Place => ({
  folder: filesDir,
  ...(bucket && { bucket }),
});

/** Where files lie that runs have made; only these are ever cleaned away. */
export const outputsOf = (options: Pick<ShopOptions, 'filesDir' | 'bucket'>): Place =>
  within(placeOf(options), 'made');

/** Injection token of ShopOptions. */
export const OPTIONS = Symbol('ShopOptions');
