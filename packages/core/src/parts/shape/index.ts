import {
  boardPx,
  choice,
  chosen,
  list,
  nullable,
  number,
  record,
  ref,
  tuple,
  type FieldsOf,
} from '../../fields';
import { memoByKey } from '../../drawing';
import {
  CLOSE,
  CUBIC,
  eachCommand,
  FORMS,
  formOf,
  grow,
  MOVE,
  pathBounds,
  QUAD,
  startValues,
  type Join,
  type PathData,
} from '../../geometry';
import { gradientFields, JOINS, partBase, type Gradient, type PartBase, type Place } from '../base';
import { gradientOver } from '../gradient';
import type { PartKindOf, Shape, UninkedItem } from '../kind';

/** Inks that bands may have beside the fill. */
export const MOST_BANDS = 23;

export type StrokeSide = 'inside' | 'centre' | 'outside';

/** A line along the outline of a shape. */
export interface ShapeStroke {
  ink: string;
  /** Board px, whatever the scale. */
  width: number;
  side: StrokeSide;
  join: Join;
  /** Lengths of dash and gap, in widths of the line; null for an unbroken one. */
  dash: [number, number] | null;
}

/** A shape by its settings; see geometry's forms. Origin: the form's own middle. */
export interface ShapePart extends PartBase {
  kind: 'shape';
  form: string;
  values: Record<string, number>;
  fill: string | null;
  /** Inks of further bands of a form that has bands: they take turns with `fill`. */
  bands: string[];
  gradient: Gradient | null;
  stroke: ShapeStroke | null;
}

/** A shape of a form about `size` board px large; filled with `ink`, or drawn with it when it is a line. */
export function shapeOf(id: string, at: Place, form: string, size: number, ink: string): ShapePart {
  const made = formOf(form)!;
  return {
    ...partBase(id, '', at),
    kind: 'shape',
    form,
    values: startValues(made, size),
    fill: made.open ? null : ink,
    bands: [],
    gradient: null,
    stroke: made.open
      ? { ink, width: Math.max(2, Math.round(size / 40)), side: 'centre', join: 'round', dash: null }
      : null,
  };
}

/** The settings of each form, with its own ranges. */
const VALUES = Object.fromEntries(
  FORMS.map(({ id, settings }) => [
    id,
    record<Record<string, number>>(
      Object.fromEntries(
        settings.map((s) => [
          s.name,
          number({ min: s.min, max: s.max, whole: s.kind === 'count' || s.kind === 'seed' }),
        ]),
      ) as FieldsOf<Record<string, number>>,
    ),
  ]),
);

const pathMemo = memoByKey<PathData>(400);
/** The outline of a shape's form. */
const formPath = (part: ShapePart): PathData =>
  pathMemo(JSON.stringify([part.form, part.values]), () => formOf(part.form)!.path(part.values));

const bandsMemo = memoByKey<PathData>(400);
/** Every so-manyth band of a form, from one on. */
const bandsPath = (part: ShapePart, from: number, every: number): PathData =>
  bandsMemo(JSON.stringify([part.form, part.values, from, every]), () => {
    const out: number[] = [];
    const path = formPath(part);
    let band = -1;
    eachCommand(path, (verb, at) => {
      if (verb === MOVE) band++;
      if (band % every !== from) return;
      const count = verb === CLOSE ? 0 : verb === CUBIC ? 6 : verb === QUAD ? 4 : 2;
      out.push(verb, ...path.slice(at, at + count));
    });
    return out;
  });

function outlines(part: ShapePart): Shape {
  const form = formOf(part.form)!;
  const path = formPath(part);
  const rule = form.evenOdd ? ('evenodd' as const) : ('nonzero' as const);
  const outline = { kind: 'outline', role: 'ink', path, rule, opacity: 1, stroke: null } as const;
  const bounds = pathBounds(path);
  const items: UninkedItem[] = [];
  if (part.fill && !form.open) {
    const { gradient } = part;
    const inks = form.banded && part.bands.length ? [part.fill, ...part.bands] : [part.fill];
    for (const [i, ink] of inks.entries()) {
      const own = inks.length > 1 ? bandsPath(part, i, inks.length) : path;
      if (own.length === 0) continue;
      items.push({
        ...outline,
        ...{ path: own, ink },
        ...(gradient ? { gradient: gradientOver(bounds, ink, gradient) } : {}),
      });
    }
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

export const SHAPE: PartKindOf<ShapePart> = {
  kind: 'shape',
  label: 'Shape',
  mustRead: false,
  fields: {
    form: choice(FORMS.map((f) => f.id)),
    values: chosen('form', VALUES),
    fill: nullable(ref('ink')),
    bands: list(ref('ink'), { most: MOST_BANDS, optional: true }),
    gradient: nullable(record<Gradient>(gradientFields)),
    stroke: nullable(
      record<ShapeStroke>({
        ink: ref('ink'),
        width: boardPx(0.1, 5000),
        side: choice(['inside', 'centre', 'outside'], 'centre'),
        join: choice(JOINS, 'round'),
        dash: nullable(
          tuple<[number, number]>([number({ min: 0, max: 100 }), number({ min: 0.1, max: 100 })]),
        ),
      }),
    ),
  },
  title: (part) => formOf(part.form)?.label ?? 'Shape',
  outlined: { shape: outlines, way: (part) => outlines(part).items.flatMap((item) => item.path) },
};
