import { mkdirSync, mkdtempSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { UsageError } from '../arguments';
import {
  bucketAt,
  connectionFile,
  keysOf,
  readConnection,
  rememberBucket,
  rememberedBucket,
  writeConnection,
  type Connection,
} from './connection';

const data = mkdtempSync(join(tmpdir(), 'brelm-connection-'));
afterAll(() => rmSync(data, { recursive: true, force: true }));

const database = { host: '127.0.0.1', port: 3307, user: 'brelm', name: 'brelm', password: 'a' };
const connection = (): Connection => ({
  ...{ format: 'brelm-connection', version: 1, database, house: database, data, keys: keysOf(data) },
  ...{ engine: { url: 'redis://:b@127.0.0.1:6390' }, services: {} },
});

describe('the connection to a Brelm', () => {
  it('is read as it was written, and nobody but its owner may read it', () => {
    const written = connection();
    const file = writeConnection(data, written);
    expect(file).toBe(connectionFile(data));
    expect(readConnection(file)).toEqual(written);
    expect(statSync(file).mode & 0o077).toBe(0);
  });

  it('is refused in plain words where it is none', () => {
    const file = join(data, 'odd.json');
    expect(() => readConnection(join(data, 'not-there.json'))).toThrow(/there is no .*not-there\.json/);
    for (const text of [
      '',
      '{',
      '[]',
      '{"format":"brelm-connection","version":2}',
      JSON.stringify({ ...connection(), keys: {} }),
    ]) {
      writeFileSync(file, text);
      expect(() => readConnection(file)).toThrow(UsageError);
    }
  });

  it('keeps its keys from start to start, and takes up those that a data folder has', () => {
    const first = keysOf(data);
    mkdirSync(join(data, 'shops/reed-beds/files'), { recursive: true });
    mkdirSync(join(data, 'files'), { recursive: true });
    for (const [file, byte] of [
      ['shops/sessions.key', 1],
      ['shops/house.key', 2],
      ['files/connections.key', 3],
      ['shops/reed-beds/files/connections.key', 4],
    ] as const)
      writeFileSync(join(data, file), Buffer.alloc(32, byte));
    const { master, known } = keysOf(data);
    expect(master).toBe(first.master);
    const byteOf = (name: string) => Buffer.from(known[name], 'base64')[31];
    expect(['sessions', 'house', 'connections/first', 'connections/reed-beds'].map(byteOf)).toEqual([
      1, 2, 3, 4,
    ]);
    writeConnection(data, connection());
    // Those that came from another machine stay, though the files are gone.
    rmSync(join(data, 'shops'), { recursive: true });
    expect(keysOf(data)).toEqual({ master, known });
  });
});

describe('a bucket', () => {
  const env = { BRELM_FILES_KEY: 'key', BRELM_FILES_SECRET: 'secret' };

  it('is named by its address; who may is said by the environment', () => {
    expect(bucketAt(undefined, env)).toBeUndefined();
    expect(bucketAt('https://files.example:9000/brelm/', { ...env, BRELM_FILES_REGION: 'eu' })).toEqual({
      ...{
        endpoint: 'https://files.example:9000',
        region: 'eu',
        name: 'brelm',
        keyId: 'key',
        secret: 'secret',
      },
      prefix: '',
    });
    expect(() => bucketAt('https://files.example/brelm', {})).toThrow('BRELM_FILES_KEY');
    for (const odd of [
      'files.example/brelm',
      'ftp://files.example/brelm',
      'https://files.example',
      'https://a:b@files.example/brelm',
      'https://files.example/a/b',
    ])
      expect(() => bucketAt(odd, env)).toThrow(/is no address of a bucket/);
  });

  it('is remembered once it was named: what lies there lies nowhere else', () => {
    expect(rememberedBucket(data)).toBeUndefined();
    const bucket = bucketAt('https://files.example/brelm', env)!;
    const file = rememberBucket(data, bucket);
    expect(rememberedBucket(data)).toEqual(bucket);
    expect(statSync(file).mode & 0o077).toBe(0);
  });
});
