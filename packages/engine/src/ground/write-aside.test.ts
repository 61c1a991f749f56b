import { mkdtempSync, readdirSync, readFileSync, rmSync, utimesSync, writeFileSync } from 'node:fs';
import * as real from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { sweepBegun, writeAside, WriteError } from '../index';

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

describe('sweepBegun', () => {
  it('removes what was begun and never ended, in every folder below, and nothing else', async () => {
    const at = mkdtempSync(join(folder, 'swept-'));
    await writeAside(join(at, 'a/owl.png'), Buffer.from('owl'));
    for (const name of ['x.png.01.part', 'a/owl.png.02.part']) writeFileSync(join(at, name), 'half');
    // Of two that were left, one was last written to at a known moment, the other later.
    utimesSync(join(at, 'x.png.01.part'), 1000, 1000);
    utimesSync(join(at, 'a/owl.png.02.part'), 3000, 3000);
    expect(await sweepBegun(at, 999_000)).toBe(0);
    expect(await sweepBegun(at, 2_000_000)).toBe(1);
    expect(readdirSync(join(at, 'a'))).toHaveLength(2);
    expect(await sweepBegun(at)).toBe(1);
    expect(readdirSync(at)).toEqual(['a']);
    expect(readdirSync(join(at, 'a'))).toEqual(['owl.png']);
    expect(await sweepBegun(join(at, 'not-there'))).toBe(0);
  });
});
