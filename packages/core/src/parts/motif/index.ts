import { choice, given, list, nullable, number, record, ref, share, text, tuple } from '../../fields';
import { clippedBox, memoByKey } from '../../drawing';
import {
  EMPTY_BOX,
  grow,
  parseSvgPath,
  pathBounds,
  transformBox,
  transformPath,
  unite,
  type Box,
  type Join,
  type Matrix,
  type PathData,
} from '../../geometry';
import type { Licence } from '../../rights';
import { JOINS, licenceField, partBase, type GradientStop, type PartBase, type Place } from '../base';
import type { InkGradient } from '../gradient';
import type { PartKindOf, Shape } from '../kind';

type WindingRule = 'nonzero' | 'evenodd';

/** One outline of a motif, filled or stroked with an ink. */
export interface MotifOutline {
  /** SVG path text in the motif's own units. */
  path: string;
  ink: string;
  rule: WindingRule;
  opacity: number;
  /** Stroke width in the motif's units; null for a fill. */
  stroke: MotifStroke | null;
  /** It shows only where all of these cover; paths in the motif's own units. */
  clips?: MotifClip[];
  /** Instead of a plain fill; `ink` is then its first stop's. */
  gradient?: InkGradient;
}
interface MotifStroke {
  width: number;
  join: Join;
  cap: 'butt' | 'round' | 'square';
  /** How far a mitre may reach, as its length ÷ the line's width (SVG 2, 13.5.6); 4 where it is left out. */
  mitre?: number;
  /** Lengths of dash and gap, in widths of the line. */
  dash?: [number, number];
}
interface MotifClip {
  path: string;
  rule: WindingRule;
}

/** Origin: the centre of the motif's width × height. */
export interface MotifPart extends PartBase {
  kind: 'motif';
  width: number;
  height: number;
  outlines: MotifOutline[];
  licence: Licence;
}

export const motif = (
  id: string,
  name: string,
  at: Place,
  art: { width: number; height: number; outlines: MotifOutline[] },
  licence: Licence,
): MotifPart => ({ ...partBase(id, name, at), kind: 'motif', ...art, licence });

/** An outline with some of its inks changed for others, those of its gradient included. */
export const recoloured = (outline: MotifOutline, to: (ink: string) => string): MotifOutline => ({
  ...outline,
  ink: to(outline.ink),
  ...(outline.gradient
    ? {
        gradient: {
          ...outline.gradient,
          stops: outline.gradient.stops.map((s) => ({ ...s, ink: to(s.ink) })),
        },
      }
    : {}),
});

const pathField = text({
  max: 2_000_000,
  check: (d) => void parseSvgPath(d),
  examples: ['M0 0H90V90H0Z', 'M5 5C9 9 20 9 30 5', ''],
});
const rule = choice<WindingRule>(['nonzero', 'evenodd'], 'nonzero');
const matrixNumbers = Array.from({ length: 6 }, () => number()) as unknown as readonly [
  ReturnType<typeof number>,
  ReturnType<typeof number>,
  ReturnType<typeof number>,
  ReturnType<typeof number>,
  ReturnType<typeof number>,
  ReturnType<typeof number>,
];
const gradientField = record<InkGradient>({
  kind: choice(['linear', 'radial']),
  matrix: tuple<InkGradient['matrix']>(matrixNumbers, 'must be six numbers'),
  x0: number(),
  y0: number(),
  x1: number(),
  y1: number(),
  r: number({ min: 0, fallback: 0 }),
  stops: list(record<GradientStop>({ at: share(), ink: ref('ink'), opacity: share(1) }), {
    most: 64,
    least: { n: 1, says: 'must have at least one' },
  }),
});
const strokeField = record<MotifStroke>({
  width: number({ min: 0, max: 100_000 }),
  join: choice(JOINS, 'mitre'),
  cap: choice(['butt', 'round', 'square'], 'butt'),
  mitre: given(number({ min: 1, max: 100 })),
  dash: given(tuple<[number, number]>([number({ min: 0, max: 10_000 }), number({ min: 0.01, max: 10_000 })])),
});

const pathMemo = memoByKey<PathData>(20000);
const boundsMemo = memoByKey<Box>(20000);
/** Path data of SVG path text; cached, since the same text is drawn in every frame. */
const pathOf = (d: string): PathData => pathMemo(d, () => parseSvgPath(d));

function outlines(part: MotifPart): Shape {
  const shift = [-part.width / 2, -part.height / 2] as const;
  let box: Box = EMPTY_BOX;
  const items = part.outlines.map((o) => {
    const path = pathOf(o.path);
    const bounds = boundsMemo(o.path, () => pathBounds(path));
    const clips = o.clips?.map((c) => ({ path: pathOf(c.path), rule: c.rule }));
    box = unite(box, clippedBox(o.stroke ? grow(bounds, o.stroke.width / 2) : bounds, clips));
    return {
      kind: 'outline' as const,
      role: 'ink' as const,
      ink: o.ink,
      path,
      rule: o.rule,
      opacity: o.opacity,
      stroke: o.stroke && { ...o.stroke, space: 'own' as const },
      shift,
      ...(o.gradient ? { gradient: o.gradient } : {}),
      ...(clips ? { clips } : {}),
    };
  });
  return { items, box: transformBox(box, [1, 0, 0, 1, ...shift]) };
}

export const MOTIF: PartKindOf<MotifPart> = {
  kind: 'motif',
  label: 'Motif',
  mustRead: false,
  fields: {
    width: number({ min: 0.001 }),
    height: number({ min: 0.001 }),
    outlines: list(
      record<MotifOutline>({
        path: pathField,
        ink: ref('ink'),
        rule,
        opacity: share(1),
        stroke: nullable(strokeField),
        clips: given(list(record<MotifClip>({ path: pathField, rule }), { most: 40 })),
        gradient: given(gradientField),
      }),
      { most: 20_000 },
    ),
    licence: licenceField,
  },
  about: ({ licence }) => ({ licence }),
  outlined: {
    shape: outlines,
    same: (part) => part.outlines,
    way(part) {
      const to: Matrix = [1, 0, 0, 1, -part.width / 2, -part.height / 2];
      return outlines(part).items.flatMap((item) => transformPath(item.path, to));
    },
  },
};
