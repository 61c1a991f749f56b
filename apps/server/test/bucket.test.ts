import { createHash, randomBytes } from 'node:crypto';
import {
  existsSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  utimesSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { GetObjectCommand, PutObjectCommand, S3Client } from '@aws-sdk/client-s3';
import { fileAt, keepBytes, readKept, storeOf, within, type Place } from '../src/files';
import { runningStore, type RunningStore } from './bucket';

const home = mkdtempSync(join(tmpdir(), 'brelm-at-hand-'));
let store: RunningStore;
beforeAll(async () => {
  store = await runningStore();
});
afterAll(async () => {
  await store?.stop();
  rmSync(home, { recursive: true, force: true });
});

/** A machine that sees the bucket, with a folder of its own. */
const machine = (name: string, prefix = 'files/'): Place => ({
  folder: join(home, name),
  bucket: { ...store.bucket, prefix },
});
const sha = (bytes: Uint8Array) => createHash('sha256').update(bytes).digest('hex');
const client = () =>
  new S3Client({
    ...{ endpoint: store.bucket.endpoint, region: 'us-east-1', forcePathStyle: true },
    credentials: { accessKeyId: 'S3RVER', secretAccessKey: 'S3RVER' },
    ...{ requestChecksumCalculation: 'WHEN_REQUIRED', responseChecksumValidation: 'WHEN_REQUIRED' },
  });
const put = (Key: string, Body: Uint8Array) =>
  client().send(new PutObjectCommand({ Bucket: 'brelm', Key, Body }));
const [LONG_AGO, FAR_AHEAD] = [Date.parse('2020-01-01'), Date.parse('2120-01-01')];

describe('files that several machines share', () => {
  it('are kept by one and read by another, bytes and all, whatever their size', async () => {
    for (const size of [0, 1, 5000, 6_000_000]) {
      const bytes = randomBytes(size);
      const sha256 = await keepBytes(machine('a'), bytes);
      expect(sha256).toBe(sha(bytes));
      const read = await readKept(machine('b'), sha256);
      expect(read.equals(bytes)).toBe(true);
      // It is at hand there now.
      expect(readFileSync(fileAt(join(home, 'b'), sha256)).equals(bytes)).toBe(true);
    }
    expect((await storeOf(machine('c')).list()).sort()).toEqual((await storeOf(machine('a')).list()).sort());
  });

  it('are asked for once where several want one at the same moment, and are nowhere half there', async () => {
    const bytes = randomBytes(2_000_000);
    const sha256 = await keepBytes(machine('a'), bytes);
    const read = await Promise.all(Array.from({ length: 8 }, () => readKept(machine('many'), sha256)));
    for (const one of read) expect(one.equals(bytes)).toBe(true);
    expect(
      readdirSync(join(home, 'many'), { recursive: true }).filter((n) => String(n).endsWith('.part')),
    ).toEqual([]);
  });

  it('that are not kept are told apart from a store that does not answer', async () => {
    const none = 'f'.repeat(64);
    expect(await storeOf(machine('a')).found(none)).toBeNull();
    await expect(readKept(machine('a'), none)).rejects.toMatchObject({ code: 'ENOENT' });
    const away: Place = {
      folder: join(home, 'away'),
      bucket: { ...store.bucket, endpoint: 'http://127.0.0.1:1', prefix: 'files/' },
    };
    await expect(readKept(away, none)).rejects.not.toMatchObject({ code: 'ENOENT' });
    await expect(keepBytes(away, Buffer.from('owl'))).rejects.toThrow('the store of files does not answer');
  });

  it('whose bytes are others than their name says are never used', async () => {
    const bytes = Buffer.from('the right ones');
    const sha256 = sha(bytes);
    await put(`files/${sha256.slice(0, 2)}/${sha256}`, Buffer.from('the wrong ones'));
    await expect(readKept(machine('d'), sha256)).rejects.toThrow('other bytes than were kept');
    expect(existsSync(fileAt(join(home, 'd'), sha256))).toBe(false);
    // Kept again by somebody who has them, they are right.
    await keepBytes(machine('a2'), bytes);
    expect((await readKept(machine('d'), sha256)).toString()).toBe('the right ones');
  });

  it('of shops, and those that runs made, do not mix', async () => {
    const bytes = Buffer.from('of one shop');
    const sha256 = await keepBytes(machine('shop-a', 'shops/a/files/'), bytes);
    expect(await storeOf(machine('shop-b', 'shops/b/files/')).found(sha256)).toBeNull();
    const made = await keepBytes(within(machine('shop-a', 'shops/a/files/'), 'made'), Buffer.from('made'));
    expect(await storeOf(machine('shop-a2', 'shops/a/files/')).found(made)).toBeNull();
    await client().send(
      new GetObjectCommand({ Bucket: 'brelm', Key: `shops/a/files/made/${made.slice(0, 2)}/${made}` }),
    );
    await storeOf(machine('shop-a', 'shops/a/files/')).clear();
    expect(await storeOf(machine('shop-a3', 'shops/a/files/')).list()).toEqual([]);
    expect(await storeOf(within(machine('shop-a3', 'shops/a/files/'), 'made')).list()).toEqual([]);
  });

  it('that nobody needs are taken away; what is needed, or young, stays', async () => {
    const place = machine('sweep', 'sweep/');
    const [needed, not] = [
      await keepBytes(place, Buffer.from('needed')),
      await keepBytes(place, Buffer.from('not')),
    ];
    const keep = (sha256: string) => Promise.resolve(sha256 === needed);
    expect(await storeOf(place).sweep(LONG_AGO, keep)).toBe(0);
    expect(await storeOf(place).sweep(FAR_AHEAD, keep)).toBe(1);
    expect(await storeOf(machine('sweep2', 'sweep/')).list()).toEqual([needed]);
    expect(await storeOf(machine('sweep3', 'sweep/')).found(not)).toBeNull();
  });

  it('by names are another’s only whole: an older one at hand gives way', async () => {
    const [a, b] = [storeOf(machine('pack-a', 'packs/')), storeOf(machine('pack-b', 'packs/'))];
    await keepBytes(machine('pack-a', 'packs/'), Buffer.from('makes the folder'));
    const write = async (text: string) => {
      writeFileSync(a.pathOf('owls.zip'), text);
      await a.put('owls.zip');
      return sha(Buffer.from(text));
    };
    const first = await write('first');
    expect(readFileSync((await b.foundNamed('owls.zip', first))!, 'utf8')).toBe('first');
    const second = await write('second');
    expect(readFileSync((await b.foundNamed('owls.zip', second))!, 'utf8')).toBe('second');
    expect(await b.listNamed()).toEqual([{ name: 'owls.zip', bytes: 6 }]);
    await a.removeNamed('owls.zip');
    expect(await b.listNamed()).toEqual([]);
    expect(await storeOf(machine('pack-c', 'packs/')).foundNamed('owls.zip')).toBeNull();
  });

  it('that lay on one machine alone are shared once, all of them', async () => {
    const alone: Place = { folder: join(home, 'was-alone') };
    const kept = [];
    for (const text of ['owl', 'moth', 'vole']) kept.push(await keepBytes(alone, Buffer.from(text)));
    const now = { ...alone, bucket: { ...store.bucket, prefix: 'grown/' } };
    expect(await storeOf(now).share()).toBe(3);
    for (const sha256 of kept) expect(await storeOf(machine('new', 'grown/')).found(sha256)).not.toBeNull();
    expect(await storeOf(now).share()).toBe(0);
    // Another bucket has none of it yet.
    expect(await storeOf({ ...alone, bucket: { ...store.bucket, prefix: 'other/' } }).share()).toBe(3);
  });

  it('are not begun with in a bucket that is not there, and that is said', async () => {
    const nowhere: Place = { folder: join(home, 'nowhere'), bucket: { ...store.bucket, name: 'not-there' } };
    await expect(storeOf(nowhere).share()).rejects.toThrow(/the bucket not-there at http.* cannot be used/);
    await expect(storeOf(nowhere).found('e'.repeat(64))).rejects.toThrow();
  });

  it('stay with one that is put again while others tidy up: it is young again', async () => {
    const place = machine('young', 'young/');
    const sha256 = await keepBytes(place, Buffer.from('again'));
    const old = new Date(LONG_AGO - 1000);
    const inBucket = readdirSync(store.folder, { recursive: true })
      .map(String)
      .filter((n) => n.includes(sha256));
    for (const name of inBucket) utimesSync(join(store.folder, name), old, old);
    await keepBytes(place, Buffer.from('again'));
    expect(await storeOf(place).sweep(LONG_AGO, () => Promise.resolve(false))).toBe(0);
    expect((await readKept(machine('young2', 'young/'), sha256)).toString()).toBe('again');
  });
});
