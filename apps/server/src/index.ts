/** The server: NestJS over the engine and MariaDB. `startServer` is all that others need. */
export { startServer, type ServerOptions, type RunningServer } from './start-server';
export { startWorker, type RunningWorker, type WorkerOptions } from './start-worker';
export { processName, redisCarrier, type ThisProcess } from './machines';
export type { Keys } from './storage/seal';
export type { Bucket, Place } from './files';
export { PeopleError, schemaOf, SHOP_ID, bucketOf } from './house';
export { loadDemo } from './demo/demo.service';
export {
  backupOf,
  BackupError,
  openBackup,
  restoreBackup,
  verifyBackup,
  writeCopy,
  type BackupManifest,
} from './backup';
