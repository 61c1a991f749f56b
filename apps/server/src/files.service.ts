import { createHash } from 'node:crypto';
import { createReadStream, type ReadStream } from 'node:fs';
import { readFile, stat } from 'node:fs/promises';
import { join } from 'node:path';
import { Inject, Injectable, NotFoundException } from '@nestjs/common';
import { writeAside } from './engine';
import { OPTIONS, type ServerOptions } from './options';

/** Files by their SHA-256: the same bytes lie there once, and what is there never changes. */
@Injectable()
export class FilesService {
  constructor(@Inject(OPTIONS) private readonly options: ServerOptions) {}

  pathOf(sha256: string): string {
    return join(this.options.filesDir, sha256.slice(0, 2), sha256);
  }

  /** Keeps bytes and returns their SHA-256. Throws a WriteError when they cannot be written whole. */
  async keep(bytes: Uint8Array): Promise<string> {
    const sha256 = createHash('sha256').update(bytes).digest('hex');
    const known = await stat(this.pathOf(sha256)).catch(() => null);
    if (known?.size !== bytes.length) await writeAside(this.pathOf(sha256), bytes);
    return sha256;
  }

  read(sha256: string): Promise<Buffer> {
    return readFile(this.pathOf(sha256));
  }

  async open(sha256: string): Promise<{ stream: ReadStream; size: number }> {
    const path = this.pathOf(sha256);
    const known = await stat(path).catch(() => null);
    if (!known) throw new NotFoundException('The file is not there any more.');
    return { stream: createReadStream(path), size: known.size };
  }
}
