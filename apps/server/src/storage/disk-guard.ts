import { mkdirSync } from 'node:fs';
import { statfs } from 'node:fs/promises';
import {
  Inject,
  Injectable,
  type CallHandler,
  type ExecutionContext,
  type NestInterceptor,
} from '@nestjs/common';
import type { Request } from 'express';
import type { Observable } from 'rxjs';
import { OPTIONS, type ShopOptions } from '../options';

/** Kept free for the database, bytes: one that finds its disk full in the middle of a write may end. */
export const RESERVE = 128 * 1024 * 1024;

/** What a day's work needs at the least, bytes; where there is less, a process is not ready. */
export const LEAST_ROOM = 32 * 1024 * 1024;

/** There is too little room for a write; nothing was begun. */
export class DiskFullError extends Error {
  readonly code = 'ENOSPC';
  constructor(free: number) {
    super(`the disk is full: ${Math.round(free / 1e6)} MB are left, and some are needed; free some space`);
    this.name = 'DiskFullError';
  }
}

/** Bytes that may still be written in a folder before the reserve is touched. */
export async function roomIn(folder: string): Promise<number> {
  const { bavail, bsize } = await statfs(folder);
  return bavail * bsize - RESERVE;
}

/** Refuses writes early while the disk is nearly full; reading and removing go on. */
@Injectable()
export class DiskGuard implements NestInterceptor {
  constructor(@Inject(OPTIONS) private readonly options: ShopOptions) {
    mkdirSync(options.filesDir, { recursive: true, mode: 0o700 });
  }

  async intercept(context: ExecutionContext, next: CallHandler): Promise<Observable<unknown>> {
    const { method, headers } = context.switchToHttp().getRequest<Request>();
    if (method === 'POST' || method === 'PUT') await this.check(Number(headers['content-length'] ?? 0));
    return next.handle();
  }

  /** Throws a DiskFullError where `bytes` do not fit. */
  async check(bytes: number): Promise<void> {
    const room = await (this.options.room ?? roomIn)(this.options.filesDir);
    if (room < bytes) throw new DiskFullError(Math.max(0, room + RESERVE));
  }
}
