import { zipSync } from 'fflate';
import { UploadError } from '../index';
import { unzipped, type ArchiveLimits } from './unzip';

const limits = (over: Partial<ArchiveLimits> = {}): ArchiveLimits => ({
  ...{ entries: 5, entryBytes: 4096, bytes: 6000 },
  ...over,
});
const refuse = (why: string): never => {
  throw new UploadError(why);
};
const zip = (files: Record<string, Uint8Array>) => Buffer.from(zipSync(files));
const read = (bytes: Buffer, over: Partial<ArchiveLimits> = {}) => unzipped(bytes, limits(over), refuse);
const some = (n: number) => new Uint8Array(n).fill(65);

describe('an archive that comes in', () => {
  it('is read file by file, folders left out', async () => {
    const files = await read(zip({ 'a/scene.json': some(3), 'a/b/light.webp': some(40), 'empty/': some(0) }));
    expect(files.map((f) => [f.path, f.data.length])).toEqual([
      ['a/scene.json', 3],
      ['a/b/light.webp', 40],
    ]);
  });

  it.each([
    [
      'holds more files than it may',
      zip({ a: some(1), b: some(1), c: some(1) }),
      { entries: 2 },
      /more than 2 files/,
    ],
    ['has a file larger than it may be', zip({ 'a.png': some(5000) }), {}, /a\.png has more than/],
    [
      'is larger than it may be in all',
      zip({ a: some(4000), b: some(4000) }),
      {},
      /unpacked it has more than/,
    ],
    ['leads out of itself', zip({ '../a': some(1) }), {}, /relative path/],
    ['has a path from the root', zip({ '/etc/a': some(1) }), {}, /absolute path/],
    ['is none', Buffer.from('no archive at all'), {}, /./],
    ['is cut off', zip({ a: some(900) }).subarray(0, 60), {}, /./],
  ])('is refused where it %s', async (_, bytes, over, words) => {
    const failed = await read(bytes, over).catch((e: unknown) => e);
    expect(failed).toBeInstanceOf(UploadError);
    expect((failed as Error).message).toMatch(words);
  });

  it('is held to sizes while it is unpacked, whatever it says of them', async () => {
    const bytes = zip({ 'a.png': some(3000) });
    // The directory at its end claims a file of ten bytes.
    const at = bytes.lastIndexOf(Buffer.from([0x50, 0x4b, 0x01, 0x02]));
    bytes.writeUInt32LE(10, at + 24);
    expect(await read(bytes).catch((e: unknown) => e)).toBeInstanceOf(UploadError);
  });
});
