import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import * as real from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { writeAside, WriteError } from './index';

const folder = mkdtempSync(join(tmpdir(), 'brelm-aside-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** The file system with a disk that is full after the first bytes of any file. */
const full = {
  ...real,
  open: async (...args: Parameters<typeof real.open>) => {
    const handle = await real.open(...args);
    handle.writeFile = async () => {
      await handle.write('half');
      throw Object.assign(new Error('ENOSPC: no space left on device'), { code: 'ENOSPC' });
    };
    return handle;
  },
} as typeof real;

describe('writeAside', () => {
  it('writes whole, into folders that it makes', async () => {
    await writeAside(join(folder, 'a/b/owl.png'), Buffer.from('owl'));
    expect(readFileSync(join(folder, 'a/b/owl.png'), 'utf8')).toBe('owl');
    expect(readdirSync(join(folder, 'a/b'))).toEqual(['owl.png']);
  });

  it('on a full disk leaves what was there before, nothing half-written, and says what to do', async () => {
    const path = join(folder, 'moth.png');
    writeFileSync(path, 'the old file');
    const failed = await writeAside(path, new Uint8Array(12_000_000), full).catch((e: unknown) => e);
    expect(failed).toBeInstanceOf(WriteError);
    expect((failed as WriteError).message).toMatch(
      /the disk is full: .*moth\.png needs 12\.0 MB; nothing was written, free some space and try again/,
    );
    expect(readFileSync(path, 'utf8')).toBe('the old file');
    expect(readdirSync(folder).filter((n) => n.includes('.part'))).toEqual([]);
  });
});
