import { createHash } from 'node:crypto';
import { createCanvas, Image, type Canvas } from '@napi-rs/canvas';
import { outlinedDrawing, type Drawing, type Materials } from '@brelm/core/drawing';
import { wornOutline } from '@brelm/core/film';
import { resolve } from '@brelm/core/resolve';
import type { Design, FileFormat, PlacedAt, Placement } from '@brelm/core/design';
import { readJpegHeader, readPdf } from '@brelm/core/export';
import { placedDrawing, positionFor, artworkOn } from '@brelm/core/placement';
import type { Spec, SpecSide } from '@brelm/core/spec';
import { collect } from '../ground/collect';
import { cutDrawing } from './cut-out';
import { checkPng } from './encode-png';
import { pdfOf } from './export-pdf';
import { inkNames, svgOf } from './export-svg';
import { encodeWithin, FitError, type Encoded } from './fit';
import { FLAT_BYTES, flatPng } from './flat-file';
import { paintExact } from './paint-exact';
import { toCanvas, type RasterSource } from '../pictures/pictures';
import { releaseSurface } from '../ground/surfaces';
import { withSvg } from '../pictures/svg-renderer';

/** A file that was written but is not right, and was therefore not kept. */
export class CheckError extends Error {
  constructor(readonly faults: readonly string[]) {
    super(`the file was not right when read back: ${faults.join('; ')}`);
    this.name = 'CheckError';
  }
}

/** Which file to make of a design. */
export interface FileJob {
  design: Design;
  colourway: string;
  spec: Spec;
  side: SpecSide;
  placement: Placement;
  /** The garment colour whose own position it has. */
  apart: string | null;
  format: FileFormat;
  /** As few bytes as a PNG can have without loss, however long it takes; else as quick as can be. */
  smallest?: boolean;
}

/** What a file was found to be when it was read back. */
export interface MadeReport {
  format: FileFormat | 'dxf';
  width: number;
  height: number;
  dpi: number;
  bytes: number;
  /** What was checked of it, in words. */
  checked: string;
  /** What was lost so that it fits its limit. */
  loss: string | null;
}

export interface MadeFile {
  bytes: Buffer;
  sha256: string;
  report: MadeReport;
}

/** The drawing of a file, in its side's px. */
export function drawingOf(job: Omit<FileJob, 'format'>, materials: Materials): Drawing {
  const { colourway, spec, side, placement } = job;
  const design = artworkOn(job.design, spec.id, side.id);
  const at: PlacedAt = positionFor(placement, job.apart);
  return placedDrawing(resolve(design, colourway, materials), design.board, side, at, placement);
}

/** Mean difference, in levels, that a lossy file may have; more is a wrong file, not a poor one. */
const MOST_LOSSY = 12;

/** Reads a JPEG or WebP back with the canvas's decoder, which is not the one that wrote it. */
async function checkLossy(made: Encoded, job: FileJob): Promise<void> {
  const { widthPx: width, heightPx: height, dpi } = job.side;
  const faults: string[] = [];
  if (job.format === 'jpeg') {
    const header = readJpegHeader(made.bytes);
    if (header.width !== width || header.height !== height)
      faults.push(`the file is ${header.width} × ${header.height} px, not ${width} × ${height}`);
    if (header.components !== 3) faults.push(`the file has ${header.components} channels, not 3`);
    if (header.dpi !== Math.round(dpi)) faults.push(`the file does not say ${dpi} dpi`);
  }
  const image = new Image();
  image.src = made.bytes;
  await image.decode();
  if (image.width !== width || image.height !== height)
    faults.push(`the file decodes to ${image.width} × ${image.height} px`);
  // A small copy of both tells a wrong picture from a lossy one.
  const k = 200 / Math.max(width, height);
  const [w, h] = [Math.max(1, Math.round(width * k)), Math.max(1, Math.round(height * k))];
  const shrunk = (source: Image | Canvas) => {
    const context = createCanvas(w, h).getContext('2d');
    context.drawImage(source, 0, 0, w, h);
    return context.getImageData(0, 0, w, h).data;
  };
  const a = shrunk(image);
  const b = shrunk(toCanvas({ width, height, data: made.pixels }));
  let sum = 0;
  for (let i = 0; i < a.length; i++) sum += Math.abs(a[i] - b[i]);
  if (sum / a.length > MOST_LOSSY) faults.push('the picture differs from what was painted');
  if (faults.length) throw new CheckError(faults);
}

const EVERY_PIXEL = 'read back: size, depth, resolution, colour space, and every pixel as painted';

async function rasterFile(
  job: FileJob,
  drawing: Drawing,
  rasters: RasterSource,
): Promise<Omit<MadeFile, 'sha256'>> {
  const { spec, side, format, placement } = job;
  const { widthPx: width, heightPx: height, dpi } = side;
  const surface = await paintExact(drawing, rasters);
  rasters.forget?.();
  collect();
  const { data } = surface.context.getImageData(0, 0, width, height);
  releaseSurface(surface);
  const pixels = Buffer.from(data.buffer, data.byteOffset, data.length);
  const opaque = placement.ground !== null;
  if (format === 'jpeg' && !opaque)
    throw new FitError('JPEG has no transparency: choose a background colour, or another format');
  const report = (bytes: Buffer, checked: string, loss: string | null = null): MadeReport => ({
    format,
    width,
    height,
    dpi,
    bytes: bytes.length,
    checked,
    loss,
  });
  if (format === 'png' && !job.smallest) {
    const expected = { width, height, dpi, maxBytes: spec.maxBytes, alpha: !opaque };
    const flat = await flatPng(pixels, expected, Math.min(spec.maxBytes, width * height * FLAT_BYTES));
    if (flat) {
      if (flat.report.faults.length) throw new CheckError(flat.report.faults);
      return { bytes: flat.bytes, report: report(flat.bytes, EVERY_PIXEL) };
    }
  }
  const made = await encodeWithin(
    { pixels, width, height, dpi },
    format as 'png' | 'jpeg' | 'webp',
    spec.maxBytes,
    opaque,
    // A format without transparency is none where there is no ground.
    spec.formats.filter((f) => f === 'webp' || (f === 'jpeg' && opaque)).map((f) => f.toUpperCase()),
    job.smallest,
  );
  collect();
  let checked = 'read back by another decoder: size, and the picture';
  if (format === 'png') {
    const { faults } = checkPng(made.bytes, {
      width,
      height,
      dpi,
      maxBytes: spec.maxBytes,
      pixels: made.pixels,
      alpha: !opaque,
    });
    if (faults.length) throw new CheckError(faults);
    checked = EVERY_PIXEL;
  } else await checkLossy(made, job);
  return { bytes: made.bytes, report: report(made.bytes, checked, made.loss) };
}

async function vectorFile(
  job: FileJob,
  drawing: Drawing,
  rasters: RasterSource,
  materials: Materials,
): Promise<Omit<MadeFile, 'sha256'>> {
  const { design, spec, side, format, placement } = job;
  const { width, height, dpi } = drawing;
  const shown = placement.outlines ? outlinedDrawing(drawing, materials.ops!, wornOutline) : drawing;
  const bytes =
    format === 'pdf'
      ? await pdfOf(shown, rasters, design.name)
      : Buffer.from(
          await svgOf(shown, rasters, {
            title: design.name,
            inkNames: inkNames(design),
          }),
        );
  if (bytes.length > spec.maxBytes)
    throw new FitError(
      `the ${format.toUpperCase()} has ${(bytes.length / 1e6).toFixed(1)} MB, and ${(spec.maxBytes / 1e6).toFixed(1)} MB are allowed: outlines lose nothing, so only smaller pictures in the design would help`,
    );
  const faults: string[] = [];
  if (format === 'pdf') {
    const facts = readPdf(bytes);
    const [w, h] = [(width / dpi) * 72, (height / dpi) * 72];
    if (Math.abs(facts.width - w) > 0.01 || Math.abs(facts.height - h) > 0.01)
      faults.push(`the page is ${facts.width} × ${facts.height} pt, not ${w} × ${h}`);
    if (facts.fonts) faults.push('the file holds fonts instead of outlines');
  } else {
    const read = await withSvg(bytes.toString('utf8'), { font: { fontBuffers: [] } }, (svg) => ({
      width: svg.width,
      height: svg.height,
    }));
    const mm = (px: number) => (px / dpi) * 25.4;
    // Its user units are CSS px, 96 to the inch.
    if (
      Math.abs(read.width - (mm(width) / 25.4) * 96) > 0.5 ||
      Math.abs(read.height - (mm(height) / 25.4) * 96) > 0.5
    )
      faults.push('the file is not of its true size');
    if (bytes.includes('<text')) faults.push('the file holds text instead of outlines');
  }
  if (faults.length) throw new CheckError(faults);
  return {
    bytes,
    report: {
      format,
      width: side.widthPx,
      height: side.heightPx,
      dpi,
      bytes: bytes.length,
      checked: 'read back: true size, outlines only',
      loss: null,
    },
  };
}

/**
 * Makes one file of a design from its drawing, brings it under the spec's limit of bytes, reads it back
 * and checks it. Throws a CheckError when it is not right, a FitError when nothing fits.
 */
export async function makeFile(job: FileJob, materials: Materials, rasters: RasterSource): Promise<MadeFile> {
  const drawing = await cutDrawing(job, drawingOf(job, materials), rasters);
  const vector = job.format === 'svg' || job.format === 'pdf';
  const made = await (vector
    ? vectorFile(job, drawing, rasters, materials)
    : rasterFile(job, drawing, rasters));
  return { ...made, sha256: createHash('sha256').update(made.bytes).digest('hex') };
}
