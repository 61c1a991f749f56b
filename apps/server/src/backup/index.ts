/** A copy of a whole shop in one archive of open formats, taken while it goes on, read again, and put back. */
export { backupOf, type BackupAsked } from './write-backup';
export { writeCopy } from './write-copy';
export { openBackup, verifyBackup, type OpenBackup } from './read-backup';
export { restoreBackup } from './restore-backup';
export { BackupError, type BackupManifest } from './format';
