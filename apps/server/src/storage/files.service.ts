import { createReadStream, type ReadStream } from 'node:fs';
import { stat } from 'node:fs/promises';
import { Inject, Injectable, NotFoundException } from '@nestjs/common';
import { OPTIONS, type ShopOptions } from '../options';
import { fileAt, keepBytes } from '../workers/made';

/** Files by their SHA-256: the same bytes lie there once, and what is there never changes. */
@Injectable()
export class FilesService {
  constructor(@Inject(OPTIONS) private readonly options: ShopOptions) {}

  pathOf(sha256: string): string {
    return fileAt(this.options.filesDir, sha256);
  }

  /** Keeps bytes and returns their SHA-256. Throws a WriteError when they cannot be written whole. */
  keep(bytes: Uint8Array): Promise<string> {
    return keepBytes(this.options.filesDir, bytes);
  }

  /** Where the bytes of a SHA-256 lie; null where they are not there. */
  async found(sha256: string): Promise<string | null> {
    const path = this.pathOf(sha256);
    return (await stat(path).catch(() => null)) ? path : null;
  }

  async open(sha256: string): Promise<{ stream: ReadStream; size: number }> {
    const path = this.pathOf(sha256);
    const known = await stat(path).catch(() => null);
    if (!known) throw new NotFoundException('The file is not there any more.');
    return { stream: createReadStream(path), size: known.size };
  }
}
