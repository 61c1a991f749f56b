/** A file under a name of its own. */
export interface NamedFile {
  name: string;
  bytes: number;
}

/** Files by the SHA-256 of their bytes, which never change, and a few by names. */
export interface FileStore {
  /** A path on this machine at which the bytes of a SHA-256 lie whole; null where they are not kept. */
  found(sha256: string): Promise<string | null>;
  /** Keeps bytes and returns their SHA-256. Throws a WriteError when they cannot be kept whole. */
  keep(bytes: Uint8Array): Promise<string>;
  /** The SHA-256s of all that is kept. */
  list(): Promise<string[]>;
  /**
   * Takes away what was kept before `before`, ms, and is not needed. What is asked to be kept at the same moment, or comes to
   * be needed, stays. Answers how many went.
   */
  sweep(before: number, needed: (sha256: string) => Promise<boolean>): Promise<number>;
  /** Where a file of this name is written on this machine, before it is put. */
  pathOf(name: string): string;
  /** Keeps what was written there. */
  put(name: string): Promise<void>;
  /** A path at which a file of this name lies; null where there is none, or one of other bytes than the SHA-256 says. */
  foundNamed(name: string, sha256?: string): Promise<string | null>;
  listNamed(): Promise<NamedFile[]>;
  removeNamed(name: string): Promise<void>;
  /** Keeps, where all machines find it, what is only at hand on this one; once for a place. Answers how many files that were. */
  share(): Promise<number>;
  /** Takes all of it away. */
  clear(): Promise<void>;
}
