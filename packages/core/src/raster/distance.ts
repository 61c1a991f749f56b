/** Where something is: 1, else 0, a byte a pixel, row by row. */
export interface Mask {
  width: number;
  height: number;
  data: Uint8Array;
}

/** A new empty mask. */
export const createMask = (width: number, height: number): Mask => ({
  width,
  height,
  data: new Uint8Array(width * height),
});

/** The mask of pixels whose alpha (0–255, straight RGBA) is at least `least`. */
export function maskOfAlpha(
  image: { width: number; height: number; data: Uint8Array | Uint8ClampedArray },
  least = 128,
): Mask {
  const mask = createMask(image.width, image.height);
  const { data } = image;
  for (let i = 0, p = 3; i < mask.data.length; i++, p += 4) mask.data[i] = data[p] >= least ? 1 : 0;
  return mask;
}

/** Squared distance where a mask has nothing at all. */
export const NOWHERE = 0x7fffffff;

/**
 * Exact squared Euclidean distance, px², from each pixel's centre to the centre of the nearest pixel
 * where the mask is `value` (0 unless said otherwise); NOWHERE where there is none. Columns first,
 * then each row's lower envelope of parabolas (Felzenszwalb & Huttenlocher 2012), with the envelope's
 * borders in whole numbers (Meijster, Roerdink & Hesselink 2000), so that nothing is rounded.
 * `out`, if given, is written to and returned.
 */
export function squaredDistance(
  mask: Mask,
  value: 0 | 1 = 0,
  out = new Int32Array(mask.data.length),
): Int32Array {
  const { width, height, data } = mask;
  if (width === 0 || height === 0) return out;
  const far = height;
  const away = value === 0 ? 1 : 0;
  // Only pixels away from `value` have a distance: stretches of them are found by native search.
  const runs = runsOf(data, width, height, away);
  out.fill(0, 0, width * height);
  let run = 0;
  for (let y = 0; y < height; y++) {
    const row = y * width;
    for (; run < runs.length && runs[run] < row + width; run += 2) {
      const to = runs[run + 1];
      if (y === 0) out.fill(far, runs[run], to);
      else stepDown(out, runs[run], to, width, far);
    }
  }
  // Downwards from the last row, each row followed at once by its envelope, while it is at hand.
  const g = new Int32Array(width).fill(far);
  const envelope = envelopeOf(width, far);
  let next = runs.length - 2;
  for (let y = height - 1; y >= 0; y--) {
    const row = y * width;
    let cleared = width;
    for (; next >= 0 && runs[next] >= row; next -= 2) {
      const from = runs[next] - row;
      const to = runs[next + 1] - row;
      g.fill(0, to, cleared);
      cleared = from;
      stepUp(g, out, row, from, to, far);
    }
    g.fill(0, 0, cleared);
    // A pixel of distance 0 parts a row in two: what lies beyond it is never nearer than itself.
    for (let r = next + 2; r < runs.length && runs[r] < row + width; r += 2) {
      const from = runs[r] - row;
      const to = runs[r + 1] - row;
      envelope(g, out, row, from > 0 ? from - 1 : 0, to < width ? to + 1 : width);
    }
  }
  return out;
}

// Small functions of their own, called for each stretch: they are compiled early and stay so.
function stepDown(out: Int32Array, from: number, to: number, width: number, far: number): void {
  for (let i = from; i < to; i++) {
    const v = out[i - width];
    out[i] = v < far ? v + 1 : far;
  }
}

function stepUp(g: Int32Array, out: Int32Array, row: number, from: number, to: number, far: number): void {
  for (let x = from; x < to; x++) {
    const above = out[row + x];
    const below = g[x] < far ? g[x] + 1 : far;
    g[x] = above < below ? above : below;
  }
}

/** Stretches of equal bytes within the rows of a mask: from, to, from, to …, indices into the data. */
function runsOf(data: Uint8Array, width: number, height: number, wanted: 0 | 1): Int32Array {
  let runs = new Int32Array(4096);
  let count = 0;
  const end = width * height;
  for (let from = data.indexOf(wanted); from >= 0 && from < end;) {
    const rowEnd = from - (from % width) + width;
    const found = data.indexOf(1 - wanted, from);
    const to = found < 0 || found > rowEnd ? rowEnd : found;
    if (count + 2 > runs.length) {
      const more = new Int32Array(runs.length * 2);
      more.set(runs);
      runs = more;
    }
    runs[count++] = from;
    runs[count++] = to;
    from = data.indexOf(wanted, to);
  }
  return runs.subarray(0, count);
}

/** For one stretch of a row: out[x] = min over i of (x − i)² + g[i]², where g[i] < far. */
function envelopeOf(width: number, far: number) {
  const site = new Int32Array(width);
  const site2 = new Int32Array(width);
  const first = new Int32Array(width);
  return (g: Int32Array, out: Int32Array, row: number, from: number, to: number): void => {
    let q = -1;
    const last = to - 1;
    for (let u = from; u < to; u++) {
      const gu = g[u];
      if (gu >= far) continue;
      const gu2 = gu * gu;
      if (q >= 0) {
        // A later parabola wins only to the right: one that has not won by the end never does.
        const e1 = last - site[q];
        const e2 = last - u;
        if (e1 * e1 + site2[q] <= e2 * e2 + gu2) continue;
      }
      let border = from;
      while (q >= 0) {
        const i = site[q];
        const t = first[q];
        const d1 = t - i;
        const d2 = t - u;
        if (d1 * d1 + site2[q] <= d2 * d2 + gu2) {
          // The border is where the later parabola is the nearer one: not before `t`, so never below 0.
          border = 1 + ((((u - i) * (u + i) + gu2 - site2[q]) / (2 * (u - i))) | 0);
          break;
        }
        q--;
      }
      if (border >= to) continue;
      q++;
      site[q] = u;
      site2[q] = gu2;
      first[q] = border;
    }
    if (q < 0) {
      out.fill(NOWHERE, row + from, row + to);
      return;
    }
    let end = to - 1;
    for (; q >= 0; q--) {
      const i = site[q];
      const own = site2[q];
      const start = first[q];
      for (let x = end; x >= start; x--) out[row + x] = (x - i) * (x - i) + own;
      end = start - 1;
    }
  };
}
