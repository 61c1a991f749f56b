import { groupBounds, imagesOf, printed } from '../../drawing';
import { labDistance, maskOfAlpha, squaredDistance, type RasterImage } from '../../raster';
import { told } from '../../sentences';
import { onceFor, RIM_SAMPLE, samplePicture, regionOf } from '../measure';
import type { Finding, Judged } from '../types';

/** A fringe over more than this share of the rim can be seen. */
const MOST_FRINGE = 0.15;
/** The grounds that cut-outs most often come from. */
const GROUNDS = { white: [255, 255, 255], black: [0, 0, 0] } as const;
/** How far in from the rim the ink is looked at, px. */
const INSIDE = 4;

/** The share of rim pixels whose colour leans to an old ground, and which ground that is. */
export function fringeOf(image: RasterImage): { share: number; ground: 'white' | 'black' } {
  const { width, height, data } = image;
  const inside = squaredDistance(maskOfAlpha(image, 16));
  const colour = (i: number) => [data[i * 4], data[i * 4 + 1], data[i * 4 + 2]] as const;
  let rim = 0;
  const leaning = { white: 0, black: 0 };
  for (let y = INSIDE; y < height - INSIDE; y++)
    for (let x = INSIDE; x < width - INSIDE; x++) {
      const i = y * width + x;
      if (data[i * 4 + 3] < 16 || inside[i] > 2) continue;
      let ink = -1;
      let deepest = INSIDE * INSIDE - 1;
      for (const [dx, dy] of DIRECTIONS) {
        const there = (y + dy * INSIDE) * width + x + dx * INSIDE;
        if (inside[there] > deepest && data[there * 4 + 3] >= 250) {
          deepest = inside[there];
          ink = there;
        }
      }
      // What is thinner than that has no inside to compare with.
      if (ink < 0) continue;
      rim++;
      for (const name of ['white', 'black'] as const) {
        const whole = labDistance(colour(ink), GROUNDS[name]);
        const toInk = labDistance(colour(i), colour(ink));
        const toGround = labDistance(colour(i), GROUNDS[name]);
        // Between the two, and nearer to the ground than to the ink.
        if (whole > 25 && toGround < toInk && toInk + toGround < 1.3 * whole) leaning[name]++;
      }
    }
  const ground = leaning.white >= leaning.black ? 'white' : 'black';
  return { share: rim ? leaning[ground] / rim : 0, ground };
}

const DIRECTIONS = [
  [1, 0],
  [-1, 0],
  [0, 1],
  [0, -1],
  [1, 1],
  [-1, 1],
  [1, -1],
  [-1, -1],
] as const;

const fringeIn = onceFor(fringeOf);

/** Cut-out pictures whose rim still has the colour of the ground that they were cut from. */
export function fringeFindings(input: Judged): Finding[] {
  return printed(input.drawing).flatMap((group): Finding[] => {
    const [image] = group.about.kind === 'picture' ? imagesOf(group) : [];
    const sample = image && samplePicture(image, input, RIM_SAMPLE);
    if (!sample) return [];
    const { share, ground } = fringeIn(sample);
    if (share <= MOST_FRINGE) return [];
    return [
      {
        check: 'fringe',
        severity: 'watch',
        part: group.part,
        ...told(`fringe.${ground}`, { title: group.about.title, percent: Math.round(share * 100) }),
        figure: share,
        threshold: MOST_FRINGE,
        unit: 'share',
        region: regionOf(groupBounds(group)),
        mends: [],
      },
    ];
  });
}
