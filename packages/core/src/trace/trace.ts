import { rgbToHex } from '../colour';
import { CLOSE, CUBIC, LINE, MOVE } from '../geometry';
import type { RasterImage } from '../raster';
import { bordersOf } from './borders';
import { evenLight } from './even-light';
import { fitBorder, type FittedBorder } from './fit';
import { CLEAR, labelsOf } from './labels';
import type { Traced, TracedColour, TraceSettings } from './types';

/** A fitted border's commands, forwards or back, without the move to its beginning. */
function commandsOf({ start, segments }: FittedBorder, back: boolean): number[] {
  const out: number[] = [];
  if (!back) {
    for (const { c1, c2, end } of segments)
      if (c1 && c2) out.push(CUBIC, ...c1, ...c2, ...end);
      else out.push(LINE, ...end);
    return out;
  }
  for (let k = segments.length - 1; k >= 0; k--) {
    const { c1, c2 } = segments[k];
    const to = k > 0 ? segments[k - 1].end : start;
    if (c1 && c2) out.push(CUBIC, ...c2, ...c1, ...to);
    else out.push(LINE, ...to);
  }
  return out;
}

/** Borders around one colour as closed outlines: joined at their junctions, each used once. */
function outlinesOf(borders: readonly FittedBorder[]): number[] {
  const path: number[] = [];
  const open = new Map<number, FittedBorder[]>();
  for (const f of borders) {
    const { closed, from, to } = f.border;
    if (closed) {
      path.push(MOVE, ...f.start, ...commandsOf(f, false), CLOSE);
      continue;
    }
    for (const j of from === to ? [from] : [from, to]) open.set(j, [...(open.get(j) ?? []), f]);
  }
  const used = new Set<FittedBorder>();
  const next = (junction: number) => open.get(junction)?.find((f) => !used.has(f));
  for (const first of borders) {
    if (first.border.closed || used.has(first)) continue;
    const home = first.border.from;
    path.push(MOVE, ...first.start);
    let at = home;
    for (let f: FittedBorder | undefined = first; f; f = at === home ? undefined : next(at)) {
      used.add(f);
      const back: boolean = f.border.from !== at;
      path.push(...commandsOf(f, back));
      at = back ? f.border.from : f.border.to;
    }
    path.push(CLOSE);
  }
  return path;
}

const pointsOf = (path: readonly number[]): number => {
  let n = 0;
  for (let i = 0; i < path.length;) {
    const verb = path[i];
    n += verb === CLOSE ? 0 : 1;
    i += verb === CLOSE ? 1 : verb === CUBIC ? 7 : 3;
  }
  return n;
};

/**
 * A picture as few flat colours with shared borders: colours by k-means in OKLab, made even, small islands joined; each
 * border found once to a part of a pixel and fitted once (Schneider 1990), for both sides, so that there are no gaps and
 * no overlaps. What is clear stays clear. Colours are the means of what they stand for.
 */
export function trace(image: RasterImage, settings: TraceSettings): Traced {
  const even = settings.paper ? evenLight(image) : image;
  const { labels, pixels } = labelsOf(even, settings);
  const { width, height, data } = labels;
  const { borders } = bordersOf(labels, pixels);
  const fitted = borders.map((b) => fitBorder(b, settings.tolerance, settings.smooth));
  const sums = labels.colours.map(() => [0, 0, 0, 0]);
  for (let i = 0; i < data.length; i++) {
    if (data[i] === CLEAR) continue;
    const s = sums[data[i]];
    for (let c = 0; c < 3; c++) s[c] += even.data[4 * i + c];
    s[3]++;
  }
  const order = labels.colours
    .map((_, label) => label)
    .filter((label) => sums[label][3] > 0)
    .sort((a, b) => sums[b][3] - sums[a][3]);
  const rank = new Map(order.map((label, i) => [label, i]));
  const colours = order.map((label): TracedColour => {
    const around = fitted.filter(({ border: { a, b } }) => a === label || b === label);
    const under = around.filter(({ border: { a, b } }) => {
      const other = a === label ? b : a;
      return other !== CLEAR && rank.get(other)! > rank.get(label)!;
    });
    const [r, g, b, n] = sums[label];
    return {
      colour: rgbToHex([r / n, g / n, b / n]),
      area: n,
      path: outlinesOf(around),
      under:
        settings.trap > 0
          ? under.flatMap((f) => [
              MOVE,
              ...f.start,
              ...commandsOf(f, false),
              ...(f.border.closed ? [CLOSE] : []),
            ])
          : [],
    };
  });
  const samples = fitted.reduce((n, f) => n + f.samples, 0) || 1;
  return {
    ...{ width, height, colours },
    points: colours.reduce((n, c) => n + pointsOf(c.path), 0),
    error: {
      mean: fitted.reduce((s, f) => s + f.sum, 0) / samples,
      largest: fitted.reduce((m, f) => Math.max(m, f.largest), 0),
    },
  };
}
