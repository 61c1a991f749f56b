import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import S3rver from 's3rver';
import type { Bucket } from '../src/files';

export interface RunningStore {
  bucket: Bucket;
  /** Where its objects lie. */
  folder: string;
  stop(): Promise<void>;
}

/** A store of files that speaks S3, on a port of its own. */
export async function runningStore(): Promise<RunningStore> {
  const folder = mkdtempSync(join(tmpdir(), 'brelm-bucket-'));
  const server = new S3rver({
    ...{ port: 0, address: '127.0.0.1', silent: true, directory: folder },
    configureBuckets: [{ name: 'brelm', configs: [] }],
  });
  const { port } = await server.run();
  return {
    folder,
    bucket: {
      ...{ endpoint: `http://127.0.0.1:${port}`, region: 'us-east-1', name: 'brelm', prefix: '' },
      ...{ keyId: 'S3RVER', secret: 'S3RVER' },
    },
    async stop() {
      await server.close();
      rmSync(folder, { recursive: true, force: true });
    },
  };
}
