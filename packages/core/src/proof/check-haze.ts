import { partTitle, type Edit, type Part, type PicturePart } from '../design';
import { groupBounds } from '../drawing';
import type { RasterImage } from '../raster';
import { mmToPx } from '../units';
import { onceFor, RIM_SAMPLE, samplePicture } from './picture-sample';
import { regionOf } from './region';
import type { CheckInput, Finding, Mend } from './types';

/** Partial alpha over more than this share of a part, its rim apart, is worth a word. */
const MOST_HAZE = 0.02;
/** Alpha (0–255) under which a pixel counts as clear, and over which it counts as solid. */
const CLEAR = 8;
const SOLID = 247;
/** Pitch of the dots that a mend makes of partial alpha: 45 lines an inch, which a garment press holds. */
const DOT_PITCH_MM = 25.4 / 45;

/** Share of an image's pixels that are neither clear nor solid, the one-pixel rim left out. */
export function hazeShare(image: RasterImage): number {
  const { width, height, data } = image;
  const row = width * 4;
  let covered = 0;
  let haze = 0;
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const at = y * row + x * 4 + 3;
      const a = data[at];
      if (a <= CLEAR) continue;
      covered++;
      if (a >= SOLID) continue;
      // Beyond the picture's border there is nothing.
      let rim = x === 0 || y === 0 || x === width - 1 || y === height - 1;
      for (let v = -row; v <= row && !rim; v += row)
        if (data[at + v - 4] <= CLEAR || data[at + v] <= CLEAR || data[at + v + 4] <= CLEAR) rim = true;
      if (!rim) haze++;
    }
  return covered ? haze / covered : 0;
}

const hazeIn = onceFor(hazeShare);

/** The least opacity with which any of a vector part is painted; 1 when all of it is solid. */
function leastOpacity(part: Part): number {
  const own = part.kind === 'motif' ? part.outlines.map((o) => o.opacity).filter((o) => o > 0) : [];
  return Math.min(part.opacity, ...own);
}

/** Whether the shade behind a part is soft, see-through or fading: partial alpha all the same. */
const hazyShade = ({ shade }: Part): boolean =>
  shade !== null &&
  ((shade.kind === 'drop' && ((shade.soft ?? 0) > 0 || (shade.opacity ?? 1) < 1)) ||
    (shade.kind === 'long' && ((shade.fade ?? false) || (shade.opacity ?? 1) < 1)));

function solidEdit(part: Part): Edit {
  const solid = {
    opacity: 1,
    ...(part.shade ? { shade: { ...part.shade, soft: 0, opacity: 1, fade: false } } : {}),
  };
  const change: Partial<Part> =
    part.kind === 'motif'
      ? { ...solid, outlines: part.outlines.map((o) => (o.opacity > 0 ? { ...o, opacity: 1 } : o)) }
      : solid;
  return { op: 'updatePart', part: part.id, change };
}

function pictureMends(part: PicturePart, dpi: number): Mend[] {
  const scale = Math.max(Math.abs(part.place.scaleX), Math.abs(part.place.scaleY));
  const pitch = Math.max(3, Math.min(400, mmToPx(DOT_PITCH_MM, dpi) / scale));
  const edit = (alpha: PicturePart['alpha']): Edit[] => [
    { op: 'updatePart', part: part.id, change: { alpha, opacity: 1 } },
  ];
  return [
    {
      id: 'solid-alpha',
      title: 'Print it from half cover on, solid',
      edits: edit({ mode: 'solid', at: 128 }),
    },
    {
      id: 'dots',
      title: 'Turn the haze into dots that a press can hold',
      edits: edit({ mode: 'halftone', pitch: Math.round(pitch * 10) / 10 }),
    },
  ];
}

/**
 * Partial alpha: on an underbase it prints as a pale haze. Pictures are looked at pixel by pixel; of
 * other parts the opacity says it.
 */
export function hazeFindings(input: CheckInput): Finding[] {
  if (input.spec.background === 'opaque') return [];
  const onUnderbase = input.garments.some((g) => g.takes !== 'direct');
  return input.drawing.groups.flatMap((group): Finding[] => {
    const part = input.design.parts.find((p) => p.id === group.part)!;
    let share: number;
    if (part.kind === 'picture') {
      const sample = samplePicture(part, input, RIM_SAMPLE);
      if (!sample) return [];
      share = part.opacity < 1 ? 1 : hazeIn(sample);
    } else share = leastOpacity(part) < 1 || hazyShade(part) ? 1 : 0;
    if (share <= MOST_HAZE || part.opacity === 0) return [];
    const percent = Math.round(share * 100);
    const title = partTitle(part);
    return [
      {
        check: 'haze',
        severity: onUnderbase ? 'watch' : 'note',
        part: part.id,
        message:
          part.kind === 'picture' && part.opacity === 1
            ? `${percent} % of “${title}” is half transparent: it will print as a pale haze`
            : leastOpacity(part) < 1
              ? `“${title}” is see-through: it will print as a pale haze`
              : `The shade of “${title}” is not solid all over: it will print as a pale haze`,
        figure: share,
        threshold: MOST_HAZE,
        unit: 'share',
        region: regionOf(groupBounds(group)),
        mends:
          part.kind === 'picture'
            ? pictureMends(part, input.drawing.dpi)
            : [{ id: 'solid', title: 'Print it solid', edits: [solidEdit(part)] }],
      },
    ];
  });
}
