import { createCipheriv, createDecipheriv, createHmac, randomBytes } from 'node:crypto';
import { link, mkdir, open, readFile, rm, stat } from 'node:fs/promises';
import { dirname } from 'node:path';

/** Secrets as they are kept: AES-256-GCM under a key that lies in a file of this machine alone. */
export interface Seal {
  seal(secret: string): string;
  /** Throws for what was not sealed by this key, or was changed since. */
  open(sealed: string): string;
}

const [IV, TAG] = [12, 16];
/** Of a key, bytes. */
const KEY = 32;

export function sealWith(key: Uint8Array): Seal {
  return {
    seal(secret) {
      const iv = randomBytes(IV);
      const cipher = createCipheriv('aes-256-gcm', key, iv);
      const sealed = Buffer.concat([cipher.update(secret, 'utf8'), cipher.final()]);
      return Buffer.concat([iv, cipher.getAuthTag(), sealed]).toString('base64');
    },
    open(sealed) {
      const bytes = Buffer.from(sealed, 'base64');
      const decipher = createDecipheriv('aes-256-gcm', key, bytes.subarray(0, IV));
      decipher.setAuthTag(bytes.subarray(IV, IV + TAG));
      return Buffer.concat([decipher.update(bytes.subarray(IV + TAG)), decipher.final()]).toString('utf8');
    },
  };
}

/** Keys that several machines have in common: those that one of them had already, and what all others follow from. */
export interface Keys {
  /** 32 bytes as base64. */
  master: string;
  /** By name, as base64. */
  known: Readonly<Record<string, string>>;
}

/** The key of a name that all machines have in common. */
const common = ({ master, known }: Keys, name: string): Buffer =>
  Object.hasOwn(known, name)
    ? Buffer.from(known[name], 'base64')
    : createHmac('sha256', Buffer.from(master, 'base64')).update(name).digest();

/**
 * The key in a file, made where it is not there yet; nobody but its owner may read it. Where keys are in common, it is the one of
 * `name`, and the file is this machine's copy of it.
 */
export async function keyIn(path: string, name = '', keys?: Keys): Promise<Uint8Array> {
  const made = keys ? common(keys, name) : randomBytes(KEY);
  await mkdir(dirname(path), { recursive: true });
  if (!(await stat(path).catch(() => null))) {
    // Whole or not at all, and never in the place of one that somebody else just made.
    const begun = `${path}.${randomBytes(6).toString('hex')}.part`;
    const file = await open(begun, 'wx', 0o600);
    try {
      await file.writeFile(made);
      await file.sync();
    } finally {
      await file.close();
    }
    await link(begun, path).catch((error: NodeJS.ErrnoException) => {
      if (error.code !== 'EEXIST') throw error;
    });
    await rm(begun, { force: true });
  }
  const key = keys ? made : await readFile(path);
  if (key.length !== KEY) throw new Error(`${path} is no key of ${KEY} bytes`);
  return key;
}
