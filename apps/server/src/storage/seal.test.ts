import { mkdtempSync, readdirSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import { keyIn, sealWith } from './seal';

const SEED = 1813;
const folder = mkdtempSync(join(tmpdir(), 'brelm-seal-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

describe('secrets that are kept', () => {
  const seal = sealWith(Buffer.alloc(32, 7));

  it('are opened as they were, and say nothing of themselves', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'binary', maxLength: 200 }), (secret) => {
        const sealed = seal.seal(secret);
        expect(seal.open(sealed)).toBe(Buffer.from(secret, 'utf8').toString('utf8'));
        if (secret.length > 8)
          expect(Buffer.from(sealed, 'base64').includes(Buffer.from(secret))).toBe(false);
        expect(seal.seal(secret)).not.toBe(sealed);
      }),
      { seed: SEED, endOnFailure: true },
    );
  });

  it('that were changed by one bit anywhere, or cut, are not opened', () => {
    const sealed = Buffer.from(seal.seal('a token of a marketplace'), 'base64');
    for (let i = 0; i < sealed.length; i++) {
      const spoilt = Buffer.from(sealed);
      spoilt[i] ^= 1;
      expect(() => seal.open(spoilt.toString('base64'))).toThrow();
    }
    for (const length of [0, 5, 12, 27])
      expect(() => seal.open(sealed.subarray(0, length).toString('base64'))).toThrow();
  });

  it('hang on a key that is made once, and that its owner alone may read', async () => {
    const path = join(folder, 'deep/key');
    const key = await keyIn(path);
    expect(key).toHaveLength(32);
    expect(await keyIn(path)).toEqual(Buffer.from(key));
    expect(statSync(path).mode & 0o777).toBe(0o600);
    // All who come at the same moment have the same one.
    const keys = await Promise.all(Array.from({ length: 8 }, () => keyIn(join(folder, 'one'))));
    expect(new Set(keys.map((k) => Buffer.from(k).toString('hex'))).size).toBe(1);
    expect(readdirSync(folder).sort()).toEqual(['deep', 'one']);
    writeFileSync(join(folder, 'short'), 'no key');
    await expect(keyIn(join(folder, 'short'))).rejects.toThrow('is no key of 32 bytes');
  });
});
