import { hypot } from '../geometry';
import { rgbToHex, type Hex } from '../colour';
import { componentsOf, createMask, squaredDistance, type Mask, type RasterImage } from '../raster';
import { branchesOf, type Branch, type Branches, type Knot } from './branches';
import { linesOf } from './lines';
import { skeletonOf } from './skeleton';

/** How the lines of a drawing are found. Lengths are px of the copy that is looked at. */
export interface CentreLineSettings {
  /** Lines that are shorter are left out, and so are dots that are smaller across. */
  least: number;
  /** Bends up to so many degrees go on through a place where lines meet. */
  through: number;
}

export const CENTRE_LINES: CentreLineSettings = { least: 8, through: 40 };

/** A line of a drawing, as it was drawn: its middle and its width all along. */
export interface DrawnStroke {
  /** px; a closed line does not say its first place again at the end. */
  samples: [x: number, y: number, width: number][];
  closed: boolean;
  /** px. */
  length: number;
}

export interface CentreLines {
  width: number;
  height: number;
  /** The mean of what was drawn with. */
  colour: Hex;
  /** The longest first. */
  strokes: DrawnStroke[];
}

/** What of a drawing on paper is line. */
function inkOf(image: RasterImage, least: number): { ink: Mask; colour: Hex } {
  const { width, height } = image;
  const lines = linesOf(image, '#000000');
  const ink = createMask(width, height);
  const sum = [0, 0, 0];
  let n = 0;
  for (let i = 0, p = 3; i < ink.data.length; i++, p += 4) {
    if (lines.data[p] < 128) continue;
    ink.data[i] = 1;
    n++;
    for (let c = 0; c < 3; c++) sum[c] += image.data[p - 3 + c];
  }
  // Specks of the paper are no lines; of a dot, its size across is said.
  const speck = (Math.PI / 4) * Math.min(least, 6) ** 2;
  for (const { area, pixels } of componentsOf(ink, Math.ceil(speck)))
    if (area < speck) for (const i of pixels) ink.data[i] = 0;
  const [r, g, b] = sum.map((s) => Math.round(s / Math.max(1, n)));
  return { ink, colour: rgbToHex([r, g, b]) };
}

const far = (a: { x: number; y: number }, b: { x: number; y: number }) => hypot(a.x - b.x, a.y - b.y);

/** How long a branch is, from knot to knot. */
function lengthOf({ from, to, points }: Branch, knots: readonly Knot[]): number {
  const all = [
    ...(from === null ? [] : [knots[from]]),
    ...points.map(([x, y]) => ({ x, y })),
    ...(to === null ? [] : [knots[to]]),
  ];
  return all.slice(1).reduce((sum, p, i) => sum + far(all[i], p), 0);
}

const reversed = ({ from, to, points }: Branch): Branch => ({
  from: to,
  to: from,
  points: [...points].reverse(),
});

/** Branches by the knots at which they end; one that comes back to its knot is there twice. */
function endsAt({ knots, branches }: Branches): Branch[][] {
  const at: Branch[][] = knots.map(() => []);
  for (const b of branches) for (const k of [b.from, b.to]) if (k !== null) at[k].push(b);
  return at;
}

/** Two branches that meet at a knot as one; the knot's own place is between them. */
function joined(a: Branch, b: Branch, knot: number, { x, y, radius }: Knot): Branch {
  const first = a.to === knot ? a : reversed(a);
  const second = b.from === knot ? b : reversed(b);
  return { from: first.from, to: second.to, points: [...first.points, [x, y, radius], ...second.points] };
}

/** Where a branch goes from a knot, radians, seen from a place beyond what the knot bends of it. */
function headingFrom(
  branch: Branch,
  knot: number,
  { x, y, radius }: Knot,
): { x: number; y: number; angle: number } {
  const { points } = branch.from === knot ? branch : reversed(branch);
  const beyond = points.filter((p) => hypot(p[0] - x, p[1] - y) > 1.3 * radius);
  const near = beyond[0];
  const last = beyond[Math.min(beyond.length - 1, Math.max(4, Math.round(2.5 * radius)))];
  if (!near || !last || last === near) {
    const end = points.at(-1);
    return { x, y, angle: end ? Math.atan2(end[1] - y, end[0] - x) : 0 };
  }
  return { x: near[0], y: near[1], angle: Math.atan2(last[1] - near[1], last[0] - near[0]) };
}

/** How far two headings from one place are from going straight on, degrees. */
function bend(a: number, b: number): number {
  const turn = Math.abs(a - b) % (2 * Math.PI);
  return (Math.abs(Math.PI - turn) * 180) / Math.PI;
}

/** A bridge this short is no line, and one this long may be: so many times half the width of what lies there. */
const [SHORT, LONG] = [1.3, 9];
/** What crosses at a narrow angle goes on as straight as this, degrees, and in line by so much of its width. */
const [ACROSS, IN_LINE] = [25, 0.7];

/** Whether a branch between two knots is where two lines lie over one another at a narrow angle: both go on beyond it. */
function isCrossing(bridge: Branch, ends: readonly Branch[][], knots: readonly Knot[]): boolean {
  const [p, q] = [bridge.from!, bridge.to!];
  const arms = (k: number) => ends[k].filter((b) => b !== bridge);
  const [here, there] = [arms(p), arms(q)];
  if (here.length !== 2 || there.length !== 2 || here.some((a) => there.includes(a))) return false;
  const goesOn = (a: Branch, b: Branch) => {
    const [from, to] = [headingFrom(a, p, knots[p]), headingFrom(b, q, knots[q])];
    if (bend(from.angle, to.angle) > ACROSS) return false;
    const [dx, dy] = [to.x - from.x, to.y - from.y];
    const aside = Math.abs(dx * Math.sin(from.angle) - dy * Math.cos(from.angle));
    return aside < IN_LINE * 2 * Math.min(knots[p].radius, knots[q].radius);
  };
  const [[a, b], [c, d]] = [here, there];
  return (goesOn(a, c) && goesOn(b, d)) || (goesOn(a, d) && goesOn(b, c));
}

/**
 * Without what a skeleton has that nobody drew: spurs that hardly stand out of their line, and the bridges by which it leads
 * crossing lines past one another.
 */
function cleaned({ knots, branches }: Branches): Branches {
  let all = branches;
  const lengths = new Map<Branch, number>();
  const length = (b: Branch) => {
    const known = lengths.get(b) ?? lengthOf(b, knots);
    lengths.set(b, known);
    return known;
  };
  for (let changed = true; changed;) {
    changed = false;
    const ends = endsAt({ knots, branches: all });
    const spur = all.find((b) => {
      if (b.from === null || b.to === null || b.from === b.to) return false;
      const [end, meets] = ends[b.from].length === 1 ? [b.from, b.to] : [b.to, b.from];
      if (ends[end].length !== 1 || ends[meets].length < 3) return false;
      const { radius } = knots[meets];
      return length(b) + knots[end].radius - radius < Math.max(2, 0.5 * radius);
    });
    const loop = all.find(
      (b) => b.from !== null && b.from === b.to && length(b) < 2 * knots[b.from].radius + 2,
    );
    const gone = spur ?? loop;
    if (gone) {
      all = all.filter((b) => b !== gone);
      changed = true;
    }
    const bridge = gone
      ? undefined
      : all.find((b) => {
          if (b.from === null || b.to === null || b.from === b.to) return false;
          if (ends[b.from].length < 3 || ends[b.to].length < 3) return false;
          const radius = Math.max(knots[b.from].radius, knots[b.to].radius);
          if (length(b) < SHORT * radius) return true;
          return length(b) < LONG * radius && isCrossing(b, ends, knots);
        });
    if (bridge) {
      const [keep, drop] = [bridge.from!, bridge.to!];
      const [p, q] = [knots[keep], knots[drop]];
      // All that lies between the two is bent by the crossing.
      const radius = Math.max(p.radius, q.radius, far(p, q) / 2);
      knots[keep] = { x: (p.x + q.x) / 2, y: (p.y + q.y) / 2, radius };
      const moved = (k: number | null) => (k === drop ? keep : k);
      all = all.filter((b) => b !== bridge).map((b) => ({ ...b, from: moved(b.from), to: moved(b.to) }));
      changed = true;
    }
    // What is left of two lines at a knot is one.
    const after = endsAt({ knots, branches: all });
    const through = after.findIndex((own) => own.length === 2 && own[0] !== own[1]);
    if (through >= 0) {
      const [a, b] = after[through];
      all = [...all.filter((o) => o !== a && o !== b), joined(a, b, through, knots[through])];
      changed = true;
    }
  }
  return { knots, branches: all };
}

/** One end of a branch. */
type End = `${number} ${'from' | 'to'}`;

/** Which ends of branches go on in which others at their knots: those that are straightest first. */
function pairsOf({ knots, branches }: Branches, through: number): Map<End, End> {
  const pairs = new Map<End, End>();
  const at = knots.map((): { end: End; branch: Branch; out: boolean }[] => []);
  branches.forEach((branch, i) => {
    if (branch.from !== null) at[branch.from].push({ end: `${i} from`, branch, out: true });
    if (branch.to !== null) at[branch.to].push({ end: `${i} to`, branch, out: false });
  });
  at.forEach((ends, knot) => {
    if (ends.length < 2) return;
    const headings = ends.map(
      ({ branch, out }) => headingFrom(out ? branch : reversed(branch), knot, knots[knot]).angle,
    );
    const ways = ends.flatMap((a, i) =>
      ends.slice(i + 1).map((b, k) => ({ a: a.end, b: b.end, off: bend(headings[i], headings[i + 1 + k]) })),
    );
    for (const { a, b, off } of ways.sort((p, q) => p.off - q.off))
      if (off <= through && !pairs.has(a) && !pairs.has(b)) {
        pairs.set(a, b);
        pairs.set(b, a);
      }
  });
  return pairs;
}

type Sample = [x: number, y: number, width: number];

/** A stroke's branches one after another, each the way it is gone. */
function chainsOf(
  branches: readonly Branch[],
  pairs: ReadonlyMap<End, End>,
): { way: Branch[]; closed: boolean }[] {
  const used = new Set<number>();
  const chains: { way: Branch[]; closed: boolean }[] = [];
  const follow = (first: End) => {
    const way: Branch[] = [];
    let enters = first;
    for (;;) {
      const [i, side] = [Number(enters.split(' ')[0]), enters.split(' ')[1]];
      used.add(i);
      way.push(side === 'from' ? branches[i] : reversed(branches[i]));
      const next = pairs.get(`${i} ${side === 'from' ? 'to' : 'from'}` as End);
      if (next === undefined) return chains.push({ way, closed: branches[i].from === null });
      if (next === first) return chains.push({ way, closed: true });
      if (used.has(Number(next.split(' ')[0]))) return chains.push({ way, closed: false });
      enters = next;
    }
  };
  // First those that begin somewhere, then what is left: lines that close.
  branches.forEach((_, i) => {
    for (const end of [`${i} from`, `${i} to`] as End[]) if (!used.has(i) && !pairs.has(end)) follow(end);
  });
  branches.forEach((_, i) => {
    if (!used.has(i)) follow(`${i} from`);
  });
  return chains;
}

/** What a skeleton says of the line near a knot is what the other lines there make of it: left out, so far in radii. */
const BENT = 1.1;

/** The places of a stroke in order, without what its knots bend, each with the line's width. */
function samplesOf(
  { way, closed }: { way: Branch[]; closed: boolean },
  knots: readonly Knot[],
  meets: readonly number[],
): Sample[] {
  const samples: Sample[] = [];
  const clear = (k: number | null, [x, y]: readonly number[]) =>
    k === null || meets[k] < 3 || hypot(knots[k].x - x, knots[k].y - y) > BENT * knots[k].radius;
  way.forEach((branch, n) => {
    const { from, to, points } = branch;
    const begins = n === 0 && !closed && from !== null;
    if (begins) samples.push([knots[from].x, knots[from].y, meets[from] < 3 ? knots[from].radius : NaN]);
    for (const p of points) if (clear(from, p) && clear(to, p)) samples.push([...p]);
    const ends = n === way.length - 1 && !closed && to !== null;
    if (ends) samples.push([knots[to].x, knots[to].y, meets[to] < 3 ? knots[to].radius : NaN]);
  });
  return samples;
}

/**
 * The width of a line by how far the pixels of its middle are from the nearest beyond it: half a px less on either side, but
 * for one of an even width, whose middle is between two.
 */
const widthOf = (radius: number): number => Math.max(1, 2 * radius - 0.5);

/** The same samples as widths, each the mean of those around it; where one is not known, what the nearest say. */
function widened(samples: readonly Sample[]): Sample[] {
  const known = samples.filter((s) => !Number.isNaN(s[2]));
  const usual = known.map((s) => s[2]).sort((a, b) => a - b)[known.length >> 1] ?? 1;
  const reach = Math.max(2, Math.round(2 * usual));
  return samples.map(([x, y], i) => {
    let [sum, n] = [0, 0];
    for (let k = Math.max(0, i - reach); k <= Math.min(samples.length - 1, i + reach); k++) {
      const r = samples[k][2];
      if (Number.isNaN(r)) continue;
      sum += r;
      n++;
    }
    return [x, y, widthOf(n ? sum / n : usual)];
  });
}

/** Steps of whole px made smooth: a Gaussian along the line, its ends where they are. */
function smoothed(samples: readonly Sample[], closed: boolean, sigma: number): Sample[] {
  const n = samples.length;
  const reach = Math.ceil(2.5 * sigma);
  return samples.map((s, i) => {
    const most = closed ? Math.min(reach, n >> 1) : Math.min(reach, i, n - 1 - i);
    let [x, y, sum] = [0, 0, 0];
    for (let k = -most; k <= most; k++) {
      const weight = Math.exp(-(k * k) / (2 * sigma * sigma));
      const [px, py] = samples[(i + k + n) % n];
      x += weight * px;
      y += weight * py;
      sum += weight;
    }
    return [x / sum, y / sum, s[2]];
  });
}

/**
 * The same line with its free ends where they were drawn: thinning takes off more of an end that lies aslant, so that the
 * line is as wide there as before.
 */
function reaching(
  samples: Sample[],
  frees: { first: boolean; last: boolean },
  radius: (x: number, y: number) => number,
): Sample[] {
  const beyond = (end: Sample, before: Sample): Sample[] => {
    const length = hypot(end[0] - before[0], end[1] - before[1]);
    if (length === 0) return [];
    const [dx, dy] = [(end[0] - before[0]) / length, (end[1] - before[1]) / length];
    const more: Sample[] = [];
    for (let n = 1; n <= 2 * before[2]; n++) {
      const [x, y] = [end[0] + n * dx, end[1] + n * dy];
      const here = radius(x, y);
      if (here < 0.8 * before[2]) break;
      more.push([x, y, here]);
    }
    return more;
  };
  const back = (i: number) => samples[Math.max(0, Math.min(samples.length - 1, i))];
  const n = samples.length;
  const reach = Math.max(4, Math.round(samples[n >> 1][2] || 4));
  return [
    ...(frees.first ? beyond(samples[0], back(reach)).reverse() : []),
    ...samples,
    ...(frees.last ? beyond(samples[n - 1], back(n - 1 - reach)) : []),
  ];
}

/** How strongly steps of px are smoothed, px. */
const SIGMA = 1.6;

const lengthAlong = (samples: readonly Sample[], closed: boolean): number =>
  samples.reduce((sum, [x, y], i) => {
    const next = samples[i + 1] ?? (closed ? samples[0] : null);
    return next ? sum + hypot(next[0] - x, next[1] - y) : sum;
  }, 0);

/**
 * The lines of a drawing on paper as they were drawn: the middle of each, with its width; lines go on through places where
 * others meet or cross them. Its light is made even first; dark lines on a lighter paper are found. Places are px of the
 * image, pixel (0, 0) from 0 to 1.
 */
export function centreLines(image: RasterImage, settings: CentreLineSettings = CENTRE_LINES): CentreLines {
  const { width, height } = image;
  const { ink, colour } = inkOf(image, settings.least);
  const skeleton = skeletonOf(ink);
  const off = squaredDistance(ink, 0);
  const radius = (i: number) => {
    const x = (i % skeleton.width) - 1;
    const y = Math.floor(i / skeleton.width) - 1;
    if (x < 0 || y < 0 || x >= width || y >= height) return 0;
    return Math.sqrt(Math.min(off[y * width + x], width * width));
  };
  const found = branchesOf(skeleton, radius);
  const alone = endsAt(found).flatMap((own, k) => (own.length === 0 ? [found.knots[k]] : []));
  const graph = cleaned(found);
  const { knots, branches } = graph;
  const meets = endsAt(graph).map((own) => own.length);
  const strokes = chainsOf(branches, pairsOf(graph, settings.through)).flatMap((chain): DrawnStroke[] => {
    const own = samplesOf(chain, knots, meets);
    if (own.length < 2) return [];
    const [first, last] = [chain.way[0].from, chain.way.at(-1)!.to];
    const free = (k: number | null) => !chain.closed && k !== null && meets[k] === 1;
    const raw = reaching(own, { first: free(first), last: free(last) }, (x, y) =>
      radius(Math.round(y) * skeleton.width + Math.round(x)),
    );
    const samples = smoothed(widened(raw), chain.closed, SIGMA).map(([x, y, w]): Sample => [
      x - 0.5,
      y - 0.5,
      w,
    ]);
    const length = lengthAlong(samples, chain.closed);
    return length + samples[0][2] < settings.least ? [] : [{ samples, closed: chain.closed, length }];
  });
  // A dot is a line of no length.
  const dots = alone.flatMap(({ x, y, radius: r }): DrawnStroke[] => {
    const across = widthOf(r);
    if (across < settings.least) return [];
    const [px, py] = [x - 0.5, y - 0.5];
    return [
      {
        samples: [
          [px - 0.25, py, across],
          [px + 0.25, py, across],
        ],
        closed: false,
        length: 0.5,
      },
    ];
  });
  return { width, height, colour, strokes: [...strokes, ...dots].sort((a, b) => b.length - a.length) };
}
