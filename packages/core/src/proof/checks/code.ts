import jsQR from 'jsqr';
import { contrastRatio, hexToRgb, yarns, type Garment, groundsOf } from '../../colour';
import { groupBounds, itemsOf, paint, type PartGroup, printed } from '../../drawing';
import { axisScales, boxHeight, boxWidth, grow, isEmptyBox, type Matrix } from '../../geometry';
import { told } from '../../sentences';
import { pxToMm } from '../../units';
import { regionOf } from '../measure';
import type { Finding, Judged } from '../types';

/** Least side of a module, mm, and least contrast ratio between modules and ground. */
export const LEAST_MODULE_MM = 0.4;
export const LEAST_CODE_RATIO = 4;
/** Px for a module when a code is read back. */
const READ_PX = 6;

/** Sides of a code's modules, px of the drawing: of the smallest of its copies. */
function moduleOf(group: PartGroup): { least: number; most: number } {
  const sides = [...itemsOf(group)].flatMap((item) => axisScales(item.matrix));
  return { least: Math.min(...sides), most: Math.max(...sides) };
}

/** What a reader sees of a code as it lies among the other parts on a garment; null when it reads nothing. */
function readBack(group: PartGroup, garment: Garment, input: Judged): string | null {
  const module = moduleOf(group).most;
  const bounds = groupBounds(group);
  // A hollow code, or one of no modules, has nothing to be read.
  if (isEmptyBox(bounds)) return null;
  const box = grow(bounds, module * 4);
  const scale = READ_PX / module;
  const width = Math.min(1600, Math.ceil(boxWidth(box) * scale));
  const height = Math.min(1600, Math.ceil(boxHeight(box) * scale));
  const surface = input.surfaces(width, height);
  const [r, g, b] = hexToRgb(yarns(garment)[0]);
  surface.context.fillStyle = `rgb(${r} ${g} ${b})`;
  surface.context.fillRect(0, 0, width, height);
  const view: Matrix = [scale, 0, 0, scale, -box.left * scale, -box.top * scale];
  paint(
    surface.context,
    input.drawing,
    { view, pictures: input.pictures, surfaces: input.surfaces },
    surface,
  );
  const { data } = surface.context.getImageData(0, 0, width, height);
  const found = jsQR(new Uint8ClampedArray(data), width, height);
  // Bytes, since the reader takes UTF-8 for Latin where it can.
  return found ? new TextDecoder().decode(Uint8Array.from(found.binaryData)) : null;
}

/** QR codes that phones may not read: small modules, little contrast, or covered by something. */
export function codeFindings(input: Judged): Finding[] {
  return printed(input.drawing).flatMap((group): Finding[] => {
    const { code } = group.about;
    const bounds = groupBounds(group);
    if (!code || isEmptyBox(bounds)) return [];
    const findings: Finding[] = [];
    const region = regionOf(bounds);
    const mm = pxToMm(moduleOf(group).least, input.drawing.dpi);
    if (mm < LEAST_MODULE_MM - 1e-6)
      findings.push({
        check: 'code-size',
        severity: 'watch',
        part: group.part,
        ...told('code.size', { mm, least: LEAST_MODULE_MM }),
        figure: mm,
        threshold: LEAST_MODULE_MM,
        unit: 'mm',
        region,
        mends: [],
      });
    const judged = code.ground ? input.garments.slice(0, 1) : input.garments;
    for (const garment of judged) {
      const ground = code.ground ? [code.ground] : groundsOf(garment);
      const ratio = Math.min(...ground.map((g) => contrastRatio(code.ink, g)));
      const on = code.ground ? null : { garment: garment.name };
      const about = { part: group.part, region, ...(code.ground ? {} : { garment: garment.id }) };
      if (ratio < LEAST_CODE_RATIO)
        findings.push({
          check: 'code-contrast',
          severity: ratio < 2 ? 'stop' : 'watch',
          ...about,
          ...told(on ? 'code.contrast-on' : 'code.contrast', { ratio, least: LEAST_CODE_RATIO, ...on }),
          figure: ratio,
          threshold: LEAST_CODE_RATIO,
          unit: 'ratio',
          mends: [],
        });
      else if (
        (!input.closely || input.closely.has(garment.id)) &&
        readBack(group, garment, input) !== code.text
      )
        findings.push({
          check: 'code',
          severity: 'stop',
          ...about,
          ...told(on ? 'code.unread-on' : 'code.unread', { ...on }),
          figure: 0,
          threshold: 1,
          unit: 'parts',
          mends: [],
        });
    }
    return findings;
  });
}
