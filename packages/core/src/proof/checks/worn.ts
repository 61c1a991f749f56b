import { groupBounds, paintGroup, printed, unworn, type PartGroup } from '../../drawing';
import { boxHeight, boxWidth, grow, intersect, isEmptyBox } from '../../geometry';
import { told } from '../../sentences';
import { regionOf } from '../measure';
import type { Finding, Judged } from '../types';

/** Letters that lose more of their ink than this fall apart, by eye at true size and from 3 m. */
export const MOST_WORN = 0.35;
/** Long side at which the ink of a part is counted, px. */
const SIDE = 500;

/** How much ink a group covers on its own raster, px. */
function inkOf(group: PartGroup, { drawing, pictures, surfaces }: Judged): number {
  const board = { left: 0, top: 0, right: drawing.width, bottom: drawing.height };
  // Both are looked at in the box of the whole.
  const box = intersect(board, grow(groupBounds(unworn(group)), 1));
  if (isEmptyBox(box)) return 0;
  const scale = Math.min(1, SIDE / Math.max(boxWidth(box), boxHeight(box)));
  const size = {
    width: Math.max(1, Math.round(boxWidth(box) * scale)),
    height: Math.max(1, Math.round(boxHeight(box) * scale)),
  };
  const surface = surfaces(size.width, size.height);
  const view = [scale, 0, 0, scale, -box.left * scale, -box.top * scale] as const;
  paintGroup(surface.context, { ...group, opacity: 1 }, { view, pictures, surfaces }, size);
  surface.context.setTransform(1, 0, 0, 1, 0, 0);
  const { data } = surface.context.getImageData(0, 0, size.width, size.height);
  let sum = 0;
  for (let i = 3; i < data.length; i += 4) sum += data[i];
  return sum / 255;
}

const shares = new WeakMap<PartGroup, number>();

/** The share of its ink that wear takes from a group, 0–1. */
export function wornShare(group: PartGroup, input: Judged): number {
  const whole = unworn(group);
  if (whole === group) return 0;
  let share = shares.get(group);
  if (share === undefined) {
    const before = inkOf(whole, input);
    share = before > 0 ? 1 - inkOf(group, input) / before : 0;
    shares.set(group, share);
  }
  return share;
}

/** Lettering that has to be legible and loses so much of its ink to wear that its letters fall apart. */
export function wornFindings(input: Judged): Finding[] {
  return printed(input.drawing).flatMap((group): Finding[] => {
    if (!group.about.mustRead || group.about.words.length === 0) return [];
    const share = wornShare(group, input);
    if (share <= MOST_WORN) return [];
    return [
      {
        check: 'worn',
        severity: 'watch',
        part: group.part,
        ...told('worn.most', {
          ...{
            title: group.about.title,
            percent: Math.round(share * 100),
            most: Math.round(MOST_WORN * 100),
          },
        }),
        figure: share,
        threshold: MOST_WORN,
        unit: 'share',
        region: regionOf(groupBounds(group)),
        mends: [],
      },
    ];
  });
}
