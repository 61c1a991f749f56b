import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import sharp from 'sharp';
import { refit, type Design } from '@brelm/core/design';
import type { FileReport } from '@brelm/core/export';
import { boardOf, type Spec, type SpecSide } from '@brelm/core/spec';
import {
  exportPng,
  inspectUpload,
  loadMaterials,
  loadPictures,
  MAX_PIXELS,
  rasteriseSvg,
  writeAside,
} from '../engine';

export interface ExportTask {
  design: Design;
  colourway: string;
  spec: Spec;
  side: SpecSide;
  filesDir: string;
}
export interface ExportResult {
  sha256: string;
  report: FileReport;
}

/** An error as plain data, since its class does not survive the way between threads. */
export interface Fault {
  name: string;
  message: string;
  code?: string;
  field?: string;
}
export type Outcome<T> = { value: T } | { fault: Fault };

const told =
  <A, T>(task: (argument: A) => Promise<T>) =>
  async (argument: A): Promise<Outcome<T>> => {
    try {
      return { value: await task(argument) };
    } catch (error) {
      const { name, message, code, field } = error as Error & { code?: string; field?: string };
      return { fault: { name, message, code, field } };
    }
  };

const fileAt = (filesDir: string, sha256: string) => join(filesDir, sha256.slice(0, 2), sha256);

/** Paints, encodes and checks one PNG and puts it in the content-addressed folder. */
export const exportTask = told(async (task: ExportTask): Promise<ExportResult> => {
  const design = refit(task.design, boardOf(task.spec, task.side));
  const [materials, pictures] = await Promise.all([
    loadMaterials(design, (sha256) => readFile(fileAt(task.filesDir, sha256))),
    loadPictures(design, (m) => readFile(fileAt(task.filesDir, m.sha256 ?? 'none'))),
  ]);
  const file = await exportPng(design, task.colourway, task.spec, task.side, materials, pictures);
  await writeAside(fileAt(task.filesDir, file.sha256), file.bytes);
  return { sha256: file.sha256, report: file.report };
});

export const inspectTask = told(({ bytes, name }: { bytes: Uint8Array; name: string }) =>
  inspectUpload(Buffer.from(bytes.buffer, bytes.byteOffset, bytes.length), name),
);

export const rasteriseTask = told(
  ({ bytes, name, longSide }: { bytes: Uint8Array; name: string; longSide: number }) =>
    Promise.resolve(rasteriseSvg(Buffer.from(bytes.buffer, bytes.byteOffset, bytes.length), name, longSide)),
);

/** A smaller copy of a picture for the board: at most `size` px on its long side, as WebP. */
export const previewTask = told(({ path, size }: { path: string; size: number }) =>
  sharp(path, { limitInputPixels: MAX_PIXELS })
    .autoOrient()
    .resize(size, size, { fit: 'inside', withoutEnlargement: true })
    .toColourspace('srgb')
    .webp({ lossless: true, effort: 1 })
    .toBuffer(),
);
