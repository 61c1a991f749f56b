import jsQR from 'jsqr';
import { contrastRatio, hexToRgb, nearestReading, yarns, type Garment, type Hex } from '../colour';
import { freshId, inkValues, type CodePart, type Edit } from '../design';
import { groupBounds, paint } from '../drawing';
import { boxCentre, boxHeight, boxWidth, grow, isEmptyBox, type Matrix } from '../geometry';
import { pxToMm } from '../units';
import { moveAll } from './check-extent';
import { regionOf } from './region';
import type { CheckInput, Finding, Mend } from './types';

/** Least side of a module, mm, and least contrast ratio between modules and ground. */
export const LEAST_MODULE_MM = 0.4;
export const LEAST_CODE_RATIO = 4;
/** Px for a module when a code is read back. */
const READ_PX = 6;

/** Side of a module as printed, mm: the shorter where the code is squeezed. */
export const moduleMm = (part: CodePart, dpi: number): number =>
  pxToMm(Math.min(Math.abs(part.place.scaleX), Math.abs(part.place.scaleY)), dpi);

/** What a reader sees of a code as it lies among the other parts on a garment; null when it reads nothing. */
function readBack(part: CodePart, garment: Garment, input: CheckInput): string | null {
  const group = input.drawing.groups.find((g) => g.part === part.id)!;
  const module = Math.max(Math.abs(part.place.scaleX), Math.abs(part.place.scaleY));
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

function contrastMends(part: CodePart, ground: readonly Hex[], input: CheckInput): Mend[] {
  const values = inkValues(input.design, input.colourway);
  const mends: Mend[] = [];
  const nearest = nearestReading(values.get(part.ink)!, ground, LEAST_CODE_RATIO);
  const ink = input.design.inks.find((i) => i.id === part.ink)!;
  if (nearest)
    mends.push({
      id: 'code-ink',
      title: `Change ${ink.name} to ${nearest}: the nearest that can be read`,
      edits: [{ op: 'setInk', ink: ink.id, value: nearest, colourway: input.colourway }],
    });
  if (part.ground === null) {
    const own = values.get(part.ink)!;
    const value = contrastRatio(own, '#ffffff') >= LEAST_CODE_RATIO ? '#ffffff' : '#101010';
    const id = freshId(
      'ground',
      input.design.inks.map((i) => i.id),
    );
    mends.push({
      id: 'code-ground',
      title: `Print a ground of ${value} under it`,
      edits: [
        { op: 'addInk', ink: { id, name: 'Code ground', value } },
        { op: 'updatePart', part: part.id, change: { ground: id } },
      ],
    });
  }
  return mends;
}

/** QR codes that phones may not read: small modules, little contrast, or covered by something. */
export function codeFindings(input: CheckInput): Finding[] {
  const values = inkValues(input.design, input.colourway);
  return input.drawing.groups.flatMap((group): Finding[] => {
    const part = input.design.parts.find((p) => p.id === group.part)!;
    if (part.kind !== 'code' || isEmptyBox(groupBounds(group))) return [];
    const findings: Finding[] = [];
    const region = regionOf(groupBounds(group));
    const mm = moduleMm(part, input.drawing.dpi);
    if (mm < LEAST_MODULE_MM - 1e-6) {
      const k = (LEAST_MODULE_MM / mm) * 1.001;
      const [cx, cy] = boxCentre(groupBounds(group));
      findings.push({
        check: 'code-size',
        severity: 'watch',
        part: part.id,
        message: `The code's modules print at ${mm.toFixed(2)} mm: phones need ${LEAST_MODULE_MM}`,
        figure: mm,
        threshold: LEAST_MODULE_MM,
        unit: 'mm',
        region,
        mends: [
          {
            id: 'code-size',
            title: `Enlarge it to ${LEAST_MODULE_MM} mm a module`,
            edits: moveAll([part], k, cx, cy, cx, cy) satisfies Edit[],
          },
        ],
      });
    }
    const judged = part.ground ? input.garments.slice(0, 1) : input.garments;
    for (const garment of judged) {
      const ground = part.ground ? [values.get(part.ground)!] : yarns(garment);
      const ratio = Math.min(...ground.map((g) => contrastRatio(values.get(part.ink)!, g)));
      const on = part.ground ? '' : ` on ${garment.name}`;
      const about = { part: part.id, region, ...(part.ground ? {} : { garment: garment.id }) };
      if (ratio < LEAST_CODE_RATIO)
        findings.push({
          check: 'code-contrast',
          severity: ratio < 2 ? 'stop' : 'watch',
          ...about,
          message: `The code has a contrast of ${ratio.toFixed(1)} : 1${on}: phones need ${LEAST_CODE_RATIO} : 1`,
          figure: ratio,
          threshold: LEAST_CODE_RATIO,
          unit: 'ratio',
          mends: contrastMends(part, ground, input),
        });
      else if (
        (!input.mendFor || input.mendFor.has(garment.id)) &&
        readBack(part, garment, input) !== part.text
      )
        findings.push({
          check: 'code',
          severity: 'stop',
          ...about,
          message: `The code cannot be read${on}: something covers it, or its ground is too small`,
          figure: 0,
          threshold: 1,
          unit: 'parts',
          mends: [],
        });
    }
    return findings;
  });
}
