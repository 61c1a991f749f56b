import { hypot } from '../../geometry';
import type { Analysis, AnalysisLayer } from './analysis';

/** Where each layer covers, 1 a pixel; depends on the layer alone, so it is kept with it. */
const masks = new WeakMap<AnalysisLayer, Uint8Array>();

function maskOf(layer: AnalysisLayer): Uint8Array {
  let mask = masks.get(layer);
  if (mask) return mask;
  const { data, width, height } = layer;
  mask = new Uint8Array(width * height);
  let most = 0;
  for (let i = 3; i < data.length; i += 4) if (data[i] > most) most = data[i];
  // Half cover is the edge. Hairlines never reach it at this size, so their own half counts.
  const threshold = Math.max(1, Math.min(127.5 * layer.opacity, most / 2));
  for (let i = 0; i < mask.length; i++) if (data[i * 4 + 3] >= threshold) mask[i] = 1;
  masks.set(layer, mask);
  return mask;
}

/** Fainter parts than this do not hide the edge of what lies below them. */
const FAINT = 0.25;

const labelled = new WeakMap<Analysis, Int16Array>();

/** The layer that shows at each pixel, plus one; 0 where it is the garment. Worked out once for each analysis. */
export function labelPixels(analysis: Analysis): Int16Array {
  const known = labelled.get(analysis);
  if (known) return known;
  const labels = new Int16Array(analysis.width * analysis.height);
  labelled.set(analysis, labels);
  const each = (layer: AnalysisLayer, visit: (pixel: number) => void) => {
    const mask = maskOf(layer);
    for (let y = 0; y < layer.height; y++) {
      const row = (layer.y + y) * analysis.width + layer.x;
      const own = y * layer.width;
      for (let x = 0; x < layer.width; x++) if (mask[own + x]) visit(row + x);
    }
  };
  const isFaint = (layer: AnalysisLayer) => layer.opacity < FAINT || analysis.veils.has(layer.part);
  analysis.layers.forEach((layer, index) => {
    if (!isFaint(layer)) each(layer, (pixel) => (labels[pixel] = index + 1));
  });
  // What is faint, or a veil, shows where there is nothing else, the foremost first.
  for (let index = analysis.layers.length - 1; index >= 0; index--) {
    const layer = analysis.layers[index];
    if (!isFaint(layer)) continue;
    let [over, bare] = [0, 0];
    each(layer, (pixel) => (labels[pixel] ? over++ : bare++));
    // What mostly lies over other parts is there for them: that it ends beside them is not to be seen.
    if (over <= bare) each(layer, (pixel) => (labels[pixel] ||= index + 1));
  }
  return labels;
}

/** How far in from its outer edge to look at a part: each keyline's middle, then the ink. */
function depths(layer: AnalysisLayer): number[] {
  if (layer.keylines.length === 0) return [1];
  const out: number[] = [0];
  let depth = 0;
  for (const width of [...layer.keylines].reverse()) {
    out.push(depth + width / 2);
    depth += width;
  }
  // Twice, since at a letter's tips and corners the ink lies a little deeper than the keyline is wide.
  out.push(depth + 1.5, depth + 3);
  return out;
}

/** Half the side of the window in which an edge's direction is measured, px. */
const WINDOW = 3;

/** Unit vector into a layer at (x, y), towards the mass of its own cover; (dx, dy) where there is none. */
function inwards(layer: AnalysisLayer, x: number, y: number, dx: number, dy: number): [number, number] {
  let sx = 0;
  let sy = 0;
  for (let v = -WINDOW; v <= WINDOW; v++)
    for (let u = -WINDOW; u <= WINDOW; u++) {
      const lx = x + u - layer.x;
      const ly = y + v - layer.y;
      if (lx < 0 || ly < 0 || lx >= layer.width || ly >= layer.height) continue;
      const a = layer.data[(ly * layer.width + lx) * 4 + 3];
      sx += a * u;
      sy += a * v;
    }
  const length = hypot(sx, sy);
  return length > 0 ? [sx / length, sy / length] : [dx, dy];
}

/**
 * Every place along the visible edge of every part, as typed arrays: where it is, where to look for
 * the colour outside, and where for the part's own. Depends on shapes alone, so one walk serves every
 * garment and every set of inks.
 */
export interface EdgeWalk {
  count: number;
  /** The layer that shows at each pixel, plus one; see {@link labelPixels}. */
  labels: Int16Array;
  /** Index into the analysis' layers. */
  layer: Uint16Array;
  /** y · width + x of the edge pixel. */
  pixel: Int32Array;
  /** Where the colour outside is taken: a pixel, or −1 for the bare garment. */
  outside: Int32Array;
  /** The layer that shows there, plus one; 0 where it is the garment. */
  outLabel: Uint16Array;
  /** First of its places in `inside`; one entry more than there are places. */
  from: Int32Array;
  /** Pixels at which the part's own colours are taken, outermost first; ~pixel for its unblended colour. */
  inside: Int32Array;
  /** Length of edge, analysis px. */
  length: Float64Array;
  /** Of each layer how wide what shows of it is on the whole, analysis px: twice its area over the way around it. */
  strokes: Float64Array;
}

class Grown {
  constructor(readonly labels: Int16Array) {}
  layer = new Uint16Array(4096);
  pixel = new Int32Array(4096);
  outside = new Int32Array(4096);
  outLabel = new Uint16Array(4096);
  from = new Int32Array(4097);
  length = new Float64Array(4096);
  inside = new Int32Array(16384);
  count = 0;
  insides = 0;

  private static twice<T extends Uint16Array | Int32Array | Float64Array>(a: T): T {
    const out = new (a.constructor as new (n: number) => T)(a.length * 2);
    out.set(a as never);
    return out;
  }

  room(depths: number): void {
    if (this.count + 1 >= this.pixel.length) {
      this.layer = Grown.twice(this.layer);
      this.pixel = Grown.twice(this.pixel);
      this.outside = Grown.twice(this.outside);
      this.outLabel = Grown.twice(this.outLabel);
      this.from = Grown.twice(this.from);
      this.length = Grown.twice(this.length);
    }
    while (this.insides + depths >= this.inside.length) this.inside = Grown.twice(this.inside);
  }
}

const DIRECTIONS = [
  [-1, 0],
  [1, 0],
  [0, -1],
  [0, 1],
] as const;

/** Walks along the visible edge of every part. */
export function walkEdges(analysis: Analysis): EdgeWalk {
  const { width, height, layers } = analysis;
  const labels = labelPixels(analysis);
  const layerDepths = layers.map(depths);
  const out = new Grown(labels);
  const labelAt = (x: number, y: number) =>
    x < 0 || y < 0 || x >= width || y >= height ? 0 : labels[y * width + x];
  const isOn = (x: number, y: number) => x >= 0 && y >= 0 && x < width && y < height;

  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const at = y * width + x;
      const label = labels[at];
      if (label === 0) continue;
      // Most pixels lie inside: they are passed over before anything is made for them.
      const left = x > 0 ? labels[at - 1] : 0;
      const right = x < width - 1 ? labels[at + 1] : 0;
      const above = y > 0 ? labels[at - width] : 0;
      const below = y < height - 1 ? labels[at + width] : 0;
      if (left === label && right === label && above === label && below === label) continue;
      const open = [left !== label, right !== label, above !== label, below !== label];
      const sides = open.filter(Boolean).length;
      const slanting = (open[0] || open[1]) && (open[2] || open[3]);
      // A pixel on a slanting edge has a diagonal's length, not two sides'.
      const length = (slanting ? Math.SQRT2 : 1) / sides;
      const ds = layerDepths[label - 1];
      for (let side = 0; side < 4; side++) {
        if (!open[side]) continue;
        const [dx, dy] = DIRECTIONS[side];
        out.room(ds.length + 1);
        const n = out.count++;
        const outLabel = labelAt(x + dx, y + dy);
        const far = labelAt(x + 2 * dx, y + 2 * dy) === outLabel;
        const [ox, oy] = far ? [x + 2 * dx, y + 2 * dy] : [x + dx, y + dy];
        out.layer[n] = label - 1;
        out.pixel[n] = at;
        out.outLabel[n] = outLabel;
        out.outside[n] = isOn(ox, oy) && (outLabel > 0 || far) ? oy * width + ox : -1;
        out.length[n] = length;
        out.from[n] = out.insides;
        const [nx, ny] = ds.length > 1 ? inwards(layers[label - 1], x, y, -dx, -dy) : [-dx, -dy];
        for (const depth of ds) {
          const ix = Math.round(x + nx * depth);
          const iy = Math.round(y + ny * depth);
          if (depth > 0 && labelAt(ix, iy) !== label) break;
          out.inside[out.insides++] = depth === 0 ? ~at : iy * width + ix;
        }
        if (out.insides === out.from[n]) out.inside[out.insides++] = ~at;
        out.from[n + 1] = out.insides;
      }
    }
  return Object.assign(out, { strokes: strokesOf(out, layers.length) });
}

function strokesOf(
  { labels, layer, length, count }: Omit<EdgeWalk, 'strokes'>,
  layers: number,
): Float64Array {
  const [area, around] = [new Float64Array(layers), new Float64Array(layers)];
  for (let i = 0; i < labels.length; i++) if (labels[i] > 0) area[labels[i] - 1]++;
  for (let n = 0; n < count; n++) around[layer[n]] += length[n];
  return area.map((a, i) => (around[i] ? (2 * a) / around[i] : 0));
}

/** The last walks, by the shapes that they belong to. */
export type WalkCache = Map<string, EdgeWalk>;
const MOST_WALKS = 4;

/** The walk along a drawing's edges; from `cache` when its shapes are the same as before. */
export function walkOf(analysis: Analysis, cache?: WalkCache): EdgeWalk {
  if (!cache) return walkEdges(analysis);
  const known = cache.get(analysis.shapes);
  if (known) {
    labelled.set(analysis, known.labels);
    return known;
  }
  const walk = walkEdges(analysis);
  if (cache.size >= MOST_WALKS) cache.delete(cache.keys().next().value!);
  cache.set(analysis.shapes, walk);
  return walk;
}
