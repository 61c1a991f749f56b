import { createReadStream, type ReadStream } from 'node:fs';
import { stat } from 'node:fs/promises';
import { Inject, Injectable, NotFoundException } from '@nestjs/common';
import { storeOf, type FileStore } from '../files';
import { OPTIONS, placeOf, type ShopOptions } from '../options';

/** Files by their SHA-256: the same bytes lie there once, and what is there never changes. */
@Injectable()
export class FilesService {
  private readonly store: FileStore;

  constructor(@Inject(OPTIONS) options: ShopOptions) {
    this.store = storeOf(placeOf(options));
  }

  /** Keeps bytes and returns their SHA-256. Throws a WriteError when they cannot be written whole. */
  keep(bytes: Uint8Array): Promise<string> {
    return this.store.keep(bytes);
  }

  /** Where the bytes of a SHA-256 lie on this machine; null where they are not kept. */
  found(sha256: string): Promise<string | null> {
    return this.store.found(sha256);
  }

  /** Where they lie. Throws a NotFoundException where they are not kept. */
  async at(sha256: string): Promise<string> {
    const path = await this.found(sha256);
    if (path === null) throw new NotFoundException('The file is not there any more.');
    return path;
  }

  async open(sha256: string): Promise<{ stream: ReadStream; size: number }> {
    const path = await this.at(sha256);
    return { stream: createReadStream(path), size: (await stat(path)).size };
  }
}
