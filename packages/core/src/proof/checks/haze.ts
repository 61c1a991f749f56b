import { groupBounds, imagesOf, leastAlpha, type DrawingItem, printed } from '../../drawing';
import type { RasterImage } from '../../raster';
import { told } from '../../sentences';
import { onceFor, RIM_SAMPLE, samplePicture, regionOf } from '../measure';
import type { Finding, Judged } from '../types';

/** Partial alpha over more than this share of a part, its rim apart, is worth a word. */
const MOST_HAZE = 0.02;
/** Alpha (0–255) under which a pixel counts as clear, and over which it counts as solid. */
const CLEAR = 8;
const SOLID = 247;

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

/** What lies behind a part and not in it. */
const isShade = (item: DrawingItem) => item.kind === 'outline' && item.role === 'shade';

/**
 * Partial alpha: on an underbase it prints as a pale haze. Pictures are looked at pixel by pixel; of
 * outlines the drawing says how solid they are.
 */
export function hazeFindings(input: Judged): Finding[] {
  if (input.spec.background === 'opaque') return [];
  const onUnderbase = input.garments.some((g) => g.takes !== 'direct');
  return printed(input.drawing).flatMap((group): Finding[] => {
    const { title } = group.about;
    if (group.opacity === 0) return [];
    const [image] = group.about.kind === 'picture' ? imagesOf(group) : [];
    const seeThrough = leastAlpha(group, (item) => !isShade(item)) < 1;
    let share = leastAlpha(group) < 1 ? 1 : 0;
    if (image && share === 0) {
      const sample = samplePicture(image, input, RIM_SAMPLE);
      if (!sample) return [];
      share = hazeIn(sample);
    }
    if (share <= MOST_HAZE) return [];
    return [
      {
        check: 'haze',
        severity: onUnderbase ? 'watch' : 'note',
        part: group.part,
        ...(image && !seeThrough
          ? told('haze.share', { title, percent: Math.round(share * 100) })
          : told(seeThrough ? 'haze.all' : 'haze.shade', { title })),
        figure: share,
        threshold: MOST_HAZE,
        unit: 'share',
        region: regionOf(groupBounds(group)),
        mends: [],
      },
    ];
  });
}
