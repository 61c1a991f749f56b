import type { Sheet, StickerShape } from '@brelm/core/sheet';
import { hand } from './hand';
import { remoteOf } from './remote';
import type { PackRequest, PackWorker } from './pack.worker';

const packer = hand((failed) => {
  const worker = new Worker(new URL('./pack.worker.ts', import.meta.url), { type: 'module', name: 'pack' });
  return remoteOf<PackWorker>(worker, failed);
});

/** Lays stickers out on a sheet; as `hand` says where it comes to no end. */
export const packSheet = (request: PackRequest, signal?: AbortSignal) =>
  packer((w) => w.pack(request), signal);

/** What is wrong with a sheet; as `hand` says where it comes to no end. */
export const checkSheet = (
  sheet: Sheet,
  shapes: ReadonlyMap<string, StickerShape>,
  borderMm: number,
  signal: AbortSignal,
) => packer((w) => w.check(sheet, shapes, borderMm), signal);
