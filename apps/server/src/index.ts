/** The server: NestJS over the engine and MariaDB. `startServer` is all that others need. */
export { startServer, type ServerOptions, type RunningServer } from './start-server';
export { PeopleError, schemaOf, SHOP_ID } from './house';
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
