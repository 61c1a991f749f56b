import { type CodePart, type LetteringPart, type LinePart, type MotifPart, type ShapePart } from '../design';
import {
  EMPTY_BOX,
  formOf,
  grow,
  parseSvgPath,
  pathBounds,
  transformBox,
  unite,
  type Box,
  type Matrix,
  type PathData,
} from '../geometry';
import { codeShape } from './code';
import { clippedBox } from './node';
import { lineShape } from './line-shape';
import { gradientOver } from './gradient';
import { letteringShape, type FindOutline } from './lettering-shape';
import { memoByKey } from './memo';
import type { DrawingFault, Materials, Shape, UninkedItem } from './types';

const pathMemo = memoByKey<PathData>(20000);
const boundsMemo = memoByKey<Box>(20000);

/** Path data of SVG path text; cached, since the same text is drawn in every frame. */
const pathOf = (d: string): PathData => pathMemo(d, () => parseSvgPath(d));

function motifShape(part: MotifPart): Shape {
  const shift: Matrix = [1, 0, 0, 1, -part.width / 2, -part.height / 2];
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
      ...(o.gradient ? { gradient: o.gradient } : {}),
      ...(clips ? { clips } : {}),
    };
  });
  return { items, box: transformBox(box, shift) };
}

function codeOutlines(part: CodePart, faults: DrawingFault[]): Shape {
  const made = codeShape(part.text, part.level);
  if (!made) {
    if (part.text) faults.push({ kind: 'no-code', part: part.id, characters: part.text.length });
    return { items: [], box: EMPTY_BOX };
  }
  const half = made.modules / 2 + part.quiet;
  const outline = { kind: 'outline', role: 'ink', rule: 'nonzero', opacity: 1, stroke: null } as const;
  const ground = `M0 0H${2 * half}V${2 * half}H0Z`;
  return {
    items: [
      ...(part.ground ? [{ ...outline, ink: part.ground, path: pathOf(ground) }] : []),
      // The quiet zone is there without a ground, too: the modules are moved in by it.
      { ...outline, ink: part.ink, path: made.path },
    ],
    box: { left: -half, top: -half, right: half, bottom: half },
  };
}

const formMemo = memoByKey<PathData>(400);

function formShape(part: ShapePart): Shape {
  const form = formOf(part.form)!;
  const path = formMemo(JSON.stringify([part.form, part.values]), () => form.path(part.values));
  const rule = form.evenOdd ? ('evenodd' as const) : ('nonzero' as const);
  const outline = { kind: 'outline', role: 'ink', path, rule, opacity: 1, stroke: null } as const;
  const bounds = pathBounds(path);
  const items: UninkedItem[] = [];
  if (part.fill && !form.open) {
    const { gradient } = part;
    items.push({
      ...outline,
      ink: part.fill,
      ...(gradient ? { gradient: gradientOver(bounds, part.fill, gradient) } : {}),
    });
  }
  let box = bounds;
  if (part.stroke) {
    const { ink, width, side, join, dash } = part.stroke;
    const line: UninkedItem = {
      ...outline,
      ink,
      stroke: {
        width,
        join,
        cap: dash && dash[0] === 0 ? 'round' : 'butt',
        space: 'board',
        ...(side === 'centre' || form.open ? {} : { side }),
        ...(dash ? { dash } : {}),
      },
    };
    // A line outside is the better covered by the fill, where there is one: no seam shows between.
    if (side === 'outside' && items.length && !dash)
      items.unshift({ ...line, stroke: { ...line.stroke!, width: 2 * width, side: undefined } });
    else items.push(line);
    if (form.open) {
      const scale = Math.max(1e-6, Math.min(Math.abs(part.place.scaleX), Math.abs(part.place.scaleY)));
      box = grow(bounds, width / 2 / scale);
    }
  }
  return { items, box };
}

/** For parts that need no typeface. */
export const NO_MATERIALS: Materials = { face: () => undefined };

export type OutlinePart = LetteringPart | MotifPart | CodePart | ShapePart | LinePart;

/** The outlines of a part in its own units, without what is around or behind them. */
export function shapeOf(
  part: OutlinePart,
  materials: Materials,
  faults: DrawingFault[],
  outline: FindOutline = () => null,
): Shape {
  switch (part.kind) {
    case 'lettering':
      return letteringShape(part, materials, outline, faults);
    case 'motif':
      return motifShape(part);
    case 'code':
      return codeOutlines(part, faults);
    case 'shape':
      return formShape(part);
    case 'line':
      return lineShape(part);
  }
}
