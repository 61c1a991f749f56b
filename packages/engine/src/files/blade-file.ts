import { createHash } from 'node:crypto';
import { dxfFaults, type BladeFile } from '@brelm/core/cutline';
import { cutPathsOf, type Drawing, type Materials } from '@brelm/core/drawing';
import { cutDrawing, cutDxf, cutMask } from './cut-out';
import { checkPng } from './encode-png';
import { svgOf } from './export-svg';
import { CheckError, drawingOf, type FileJob, type MadeFile, type MadeReport } from './make-file';
import type { RasterSource } from '../pictures/pictures';

/** What stands in the way of a file for the blade. */
export class NoCutError extends Error {
  constructor() {
    super('there is nothing to cut: the artwork has no cut line on this side, or shows nothing');
    this.name = 'NoCutError';
  }
}

type Written = { bytes: Buffer; format: MadeReport['format']; checked: string; faults: string[] };

const WRITERS: Record<
  BladeFile,
  (drawing: Drawing, title: string, rasters: RasterSource) => Promise<Written>
> = {
  dxf(drawing) {
    const text = cutDxf(drawing);
    return Promise.resolve({
      bytes: Buffer.from(text, 'latin1'),
      format: 'dxf',
      checked: 'read back: every line closed, in its place, of its size',
      faults: dxfFaults(text, cutPathsOf(drawing), drawing.height, drawing.dpi / 25.4),
    });
  },
  async svg(drawing, title, rasters) {
    const cuts = { ...drawing, groups: drawing.groups.filter((g) => g.layer === 'cut') };
    const text = await svgOf(cuts, rasters, { title });
    const mm = ((drawing.width / drawing.dpi) * 25.4).toFixed(2);
    const says = Number(/<svg[^>]* width="([\d.]+)mm"/.exec(text)?.[1]).toFixed(2);
    return {
      bytes: Buffer.from(text),
      format: 'svg',
      checked: 'read back: true size, the cut alone',
      faults: [
        ...(says === mm ? [] : [`the file is ${says} mm wide, not ${mm}`]),
        ...(text.includes('<image') ? ['the file holds more than what is cut'] : []),
      ],
    };
  },
  async mask(drawing) {
    const { bytes, pixels } = await cutMask(drawing);
    const { width, height, dpi } = drawing;
    return {
      bytes,
      format: 'png',
      checked: 'read back: size, depth, resolution, and every pixel',
      faults: checkPng(bytes, { width, height, dpi, pixels, maxBytes: Infinity, alpha: true }).faults,
    };
  },
};

/**
 * The file of what a blade follows in a file that is printed: of the same size, so that one lies on the other. Throws a
 * NoCutError where nothing is cut out, a CheckError when what was written is not right.
 */
export async function makeBladeFile(
  job: FileJob,
  blade: BladeFile,
  materials: Materials,
  rasters: RasterSource,
): Promise<MadeFile> {
  const drawing = await cutDrawing(job, drawingOf(job, materials), rasters);
  if (cutPathsOf(drawing).size === 0) throw new NoCutError();
  const { bytes, format, checked, faults } = await WRITERS[blade](drawing, job.design.name, rasters);
  if (faults.length) throw new CheckError(faults);
  const { width, height, dpi } = drawing;
  return {
    bytes,
    sha256: createHash('sha256').update(bytes).digest('hex'),
    report: { format, width, height, dpi, bytes: bytes.length, checked, loss: null },
  };
}
