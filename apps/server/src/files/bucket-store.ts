import { createHash } from 'node:crypto';
import { createReadStream, createWriteStream } from 'node:fs';
import { mkdir, readFile, rename, rm, stat, utimes, writeFile } from 'node:fs/promises';
import { dirname } from 'node:path';
import type { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import {
  DeleteObjectCommand,
  GetObjectCommand,
  HeadObjectCommand,
  ListObjectsV2Command,
  PutObjectCommand,
  S3Client,
} from '@aws-sdk/client-s3';
import { WriteError } from '@brelm/engine';
import { folderStore, sha256Of } from './folder-store';
import { fileAt, type Bucket } from './place';
import type { FileStore, NamedFile } from './file-store';

/** One that was put so recently is not put again, ms: whoever tidies up leaves it alone for longer. */
const FRESH = 5 * 60 * 1000;
/** So often it is noted that a file at hand is still used, ms. */
const USED_EVERY = 24 * 3600 * 1000;
const SHA256 = /^[0-9a-f]{64}$/;

const clients = new Map<string, S3Client>();

/** One client for a store, whatever the prefix: it keeps connections open. */
function clientOf({ endpoint, region, keyId, secret }: Bucket): S3Client {
  // Which Node it runs on is not for whoever reads this terminal to decide.
  process.env.AWS_SDK_JS_NODE_VERSION_SUPPORT_WARNING_DISABLED ??= 'true';
  const key = JSON.stringify([endpoint, region, keyId, secret]);
  const client =
    clients.get(key) ??
    new S3Client({
      ...{ endpoint, region, forcePathStyle: true, maxAttempts: 5 },
      credentials: { accessKeyId: keyId, secretAccessKey: secret },
      // Trailing checksums are not understood by every store that speaks S3; what is put is verified by its own hash.
      requestChecksumCalculation: 'WHEN_REQUIRED',
      responseChecksumValidation: 'WHEN_REQUIRED',
    });
  clients.set(key, client);
  return client;
}

const isMissing = (error: unknown): boolean => {
  const { name, $metadata } = error as { name?: string; $metadata?: { httpStatusCode?: number } };
  if (name === 'NoSuchBucket') return false;
  return name === 'NoSuchKey' || name === 'NotFound' || $metadata?.httpStatusCode === 404;
};

async function hashOfFile(path: string, kind: 'sha256' | 'md5'): Promise<string> {
  const hash = createHash(kind);
  for await (const chunk of createReadStream(path)) hash.update(chunk as Buffer);
  return hash.digest('hex');
}

/**
 * Files in a bucket, and in a folder what this machine has fetched or put of it. What is at hand is whole: it was written
 * aside and verified by its hash. Bytes that the bucket gives and whose hash is another are never used.
 */
export function bucketStore(folder: string, bucket: Bucket): FileStore {
  const client = clientOf(bucket);
  const local = folderStore(folder);
  const keyOf = (sha256: string) => `${bucket.prefix}${sha256.slice(0, 2)}/${sha256}`;
  const keyNamed = (name: string) => `${bucket.prefix}${name}`;
  const fetching = new Map<string, Promise<string | null>>();

  /** Brings an object to a path; false where there is none. */
  async function bring(Key: string, path: string, sha256?: string): Promise<boolean> {
    for (let tries = 0; ; tries++) {
      const part = `${path}.${process.pid}-${Math.random().toString(36).slice(2)}.part`;
      try {
        const { Body } = await client.send(new GetObjectCommand({ Bucket: bucket.name, Key }));
        await mkdir(dirname(path), { recursive: true, mode: 0o700 });
        await pipeline(Body as Readable, createWriteStream(part, { mode: 0o600, flush: true }));
        if (sha256 !== undefined && (await hashOfFile(part, 'sha256')) !== sha256)
          throw new Error(`the store of files gave other bytes than were kept: ${Key}`);
        await rename(part, path);
        return true;
      } catch (error) {
        await rm(part, { force: true });
        if (isMissing(error)) return false;
        if (tries > 0) throw error;
      }
    }
  }

  /** Puts a file of this machine, and makes sure that what is there then is that. */
  async function send(Key: string, path: string): Promise<void> {
    const { size } = await stat(path);
    const md5 = await hashOfFile(path, 'md5');
    try {
      const { ETag } = await client.send(
        new PutObjectCommand({
          ...{ Bucket: bucket.name, Key, Body: createReadStream(path), ContentLength: size },
          ContentMD5: Buffer.from(md5, 'hex').toString('base64'),
        }),
      );
      // A store may name it by something else than its MD5: then what it gives is read.
      if (ETag?.replaceAll('"', '') === md5) return;
      const { Body } = await client.send(new GetObjectCommand({ Bucket: bucket.name, Key }));
      const hash = createHash('md5');
      for await (const chunk of Body as Readable) hash.update(chunk as Buffer);
      if (hash.digest('hex') === md5) return;
    } catch (error) {
      throw new WriteError(`the store of files does not take it: ${(error as Error).message}`, undefined);
    }
    throw new WriteError('the store of files keeps other bytes than it was given', undefined);
  }

  async function* objects(): AsyncGenerator<{ key: string; bytes: number; at: number }> {
    let ContinuationToken: string | undefined;
    do {
      const page = await client.send(
        new ListObjectsV2Command({ Bucket: bucket.name, Prefix: bucket.prefix, ContinuationToken }),
      );
      for (const { Key, Size, LastModified } of page.Contents ?? [])
        yield { key: Key!.slice(bucket.prefix.length), bytes: Size ?? 0, at: LastModified?.getTime() ?? 0 };
      ContinuationToken = page.NextContinuationToken;
    } while (ContinuationToken);
  }

  /** What the bucket says of an object; null where there is none. */
  const headOf = (sha256: string) =>
    client
      .send(new HeadObjectCommand({ Bucket: bucket.name, Key: keyOf(sha256) }))
      .catch((error: unknown) => {
        if (isMissing(error)) return null;
        throw new WriteError(`the store of files does not answer: ${(error as Error).message}`, undefined);
      });

  const remove = async (Key: string): Promise<void> => {
    await client.send(new DeleteObjectCommand({ Bucket: bucket.name, Key }));
  };

  async function found(sha256: string): Promise<string | null> {
    const path = fileAt(folder, sha256);
    const known = await stat(path).catch(() => null);
    if (known) {
      if (Date.now() - known.mtimeMs > USED_EVERY)
        await utimes(path, new Date(), new Date()).catch(() => undefined);
      return path;
    }
    const on =
      fetching.get(sha256) ?? bring(keyOf(sha256), path, sha256).then((there) => (there ? path : null));
    fetching.set(sha256, on);
    return on.finally(() => fetching.delete(sha256));
  }

  return {
    found,
    async keep(bytes) {
      const sha256 = sha256Of(bytes);
      await local.keep(bytes);
      const there = await headOf(sha256);
      const fresh = Date.now() - (there?.LastModified?.getTime() ?? 0) < FRESH;
      const same = there?.ETag?.replaceAll('"', '') === createHash('md5').update(bytes).digest('hex');
      // Put again, it is young again: whoever tidies up leaves it alone.
      if (!fresh || !same) await send(keyOf(sha256), fileAt(folder, sha256));
      return sha256;
    },
    async list() {
      const all: string[] = [];
      for await (const { key } of objects()) if (SHA256.test(key.slice(3))) all.push(key.slice(3));
      return all;
    },
    async sweep(before, needed) {
      let removed = 0;
      for await (const { key, at } of objects()) {
        const sha256 = key.slice(3);
        if (!SHA256.test(sha256) || at > before || (await needed(sha256))) continue;
        // Looked at again just before: whoever put it meanwhile has made it young, or refers to it by now.
        const now = await headOf(sha256);
        if (!now || (now.LastModified?.getTime() ?? 0) > before || (await needed(sha256))) continue;
        await remove(keyOf(sha256));
        removed++;
      }
      // Of what is at hand only what was not used for long goes: it can be fetched again.
      await local.sweep(Math.min(before, Date.now() - 7 * USED_EVERY), () => Promise.resolve(false));
      return removed;
    },
    pathOf: local.pathOf,
    put: (name) => send(keyNamed(name), local.pathOf(name)),
    async foundNamed(name, sha256) {
      const path = local.pathOf(name);
      const known = await stat(path).catch(() => null);
      if (known && (sha256 === undefined || (await hashOfFile(path, 'sha256')) === sha256)) return path;
      return (await bring(keyNamed(name), path, sha256)) ? path : null;
    },
    async listNamed() {
      const files: NamedFile[] = [];
      for await (const { key, bytes } of objects()) if (!key.includes('/')) files.push({ name: key, bytes });
      return files;
    },
    async removeNamed(name) {
      await local.removeNamed(name);
      await remove(keyNamed(name));
    },
    async share() {
      const marker = local.pathOf('.shared');
      const here = JSON.stringify([bucket.endpoint, bucket.name, bucket.prefix]);
      if ((await readFile(marker, 'utf8').catch(() => '')) === here) return 0;
      const there = new Set<string>();
      try {
        for await (const { key } of objects()) there.add(key.slice(3));
      } catch (error) {
        const { name, message } = error as Error;
        throw new WriteError(
          `the bucket ${bucket.name} at ${bucket.endpoint} cannot be used: ${message || name}`,
          undefined,
        );
      }
      let sent = 0;
      for (const sha256 of await local.list()) {
        if (there.has(sha256)) continue;
        await send(keyOf(sha256), fileAt(folder, sha256));
        sent++;
      }
      await mkdir(folder, { recursive: true, mode: 0o700 });
      await writeFile(marker, here, { mode: 0o600 });
      return sent;
    },
    async clear() {
      for await (const { key } of objects()) await remove(keyNamed(key));
      await local.clear();
    },
  };
}
