import { createCipheriv, createDecipheriv, randomBytes } from 'node:crypto';
import { open, readFile } from 'node:fs/promises';
import { dirname } from 'node:path';
import { mkdir } from 'node:fs/promises';

/** Secrets as they are kept: AES-256-GCM under a key that lies in a file of this machine alone. */
export interface Seal {
  seal(secret: string): string;
  /** Throws for what was not sealed by this key, or was changed since. */
  open(sealed: string): string;
}

const [IV, TAG] = [12, 16];

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

/** The key in a file, made where it is not there yet; nobody but its owner may read it. */
export async function keyIn(path: string): Promise<Uint8Array> {
  await mkdir(dirname(path), { recursive: true });
  const file = await open(path, 'wx', 0o600).catch(() => null);
  if (file) {
    const key = randomBytes(32);
    await file.writeFile(key);
    await file.sync();
    await file.close();
    return key;
  }
  const key = await readFile(path);
  if (key.length !== 32) throw new Error(`${path} is no key of 32 bytes`);
  return key;
}
