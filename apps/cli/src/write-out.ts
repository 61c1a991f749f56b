import { writeAside, WriteError } from '@brelm/engine';
import { UsageError } from './arguments';
import { say } from './say';

/** Writes one of a command's files and says so. Throws a UsageError where it cannot be written. */
export async function writeOut(path: string, bytes: Buffer): Promise<{ path: string; bytes: number }> {
  try {
    await writeAside(path, bytes);
  } catch (error) {
    throw error instanceof WriteError ? new UsageError(`--out: ${error.message}`) : error;
  }
  say(`wrote ${path}.`);
  return { path, bytes: bytes.length };
}
