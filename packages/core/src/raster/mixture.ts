// Mixtures of Gaussians over three components, as colour models of what is in front and what behind.

const PARTS = 5;
const ROUNDS = 8;
/** Added to each variance: a model of one flat colour still allows for noise. */
const LEAST_VARIANCE = 1e-4;

interface Gaussian {
  mean: [number, number, number];
  /** Inverse of the covariance: its six different entries. */
  inverse: Float64Array;
  /** −log of its weight over the root of its determinant. */
  cost: number;
}

/** How unlike its colours a colour is: −log of its density but for a constant. */
export type ColourModel = (a: number, b: number, c: number) => number;

/** Middles by k-means, begun at those farthest apart; the index of each sample's. */
function clusters(samples: Float32Array, n: number): { owner: Uint8Array; k: number } {
  const owner = new Uint8Array(n);
  const middles: number[][] = [[samples[0], samples[1], samples[2]]];
  const d2 = (i: number, m: number[]) =>
    (samples[3 * i] - m[0]) ** 2 + (samples[3 * i + 1] - m[1]) ** 2 + (samples[3 * i + 2] - m[2]) ** 2;
  const nearest = new Float64Array(n).fill(Infinity);
  while (middles.length < PARTS) {
    let [far, at] = [0, -1];
    for (let i = 0; i < n; i++) {
      nearest[i] = Math.min(nearest[i], d2(i, middles.at(-1)!));
      if (nearest[i] > far) [far, at] = [nearest[i], i];
    }
    if (at < 0 || far < 1e-5) break;
    middles.push([samples[3 * at], samples[3 * at + 1], samples[3 * at + 2]]);
  }
  for (let round = 0; round < ROUNDS; round++) {
    const sums = middles.map(() => [0, 0, 0, 0]);
    for (let i = 0; i < n; i++) {
      let best = 0;
      for (let m = 1; m < middles.length; m++) if (d2(i, middles[m]) < d2(i, middles[best])) best = m;
      owner[i] = best;
      for (let c = 0; c < 3; c++) sums[best][c] += samples[3 * i + c];
      sums[best][3]++;
    }
    sums.forEach((s, m) => {
      if (s[3]) middles[m] = [s[0] / s[3], s[1] / s[3], s[2] / s[3]];
    });
  }
  return { owner, k: middles.length };
}

function gaussian(samples: Float32Array, members: number[], n: number): Gaussian {
  const mean: [number, number, number] = [0, 0, 0];
  for (const i of members) for (let c = 0; c < 3; c++) mean[c] += samples[3 * i + c] / members.length;
  const v = new Float64Array(6);
  for (const i of members) {
    const [x, y, z] = [0, 1, 2].map((c) => samples[3 * i + c] - mean[c]);
    [x * x, x * y, x * z, y * y, y * z, z * z].forEach((p, k) => (v[k] += p / members.length));
  }
  const [a, d, f] = [v[0] + LEAST_VARIANCE, v[3] + LEAST_VARIANCE, v[5] + LEAST_VARIANCE];
  const [b, c, e] = [v[1], v[2], v[4]];
  const [i0, i1, i2] = [d * f - e * e, c * e - b * f, b * e - c * d];
  const det = a * i0 + b * i1 + c * i2;
  const inverse = Float64Array.of(i0, i1, i2, a * f - c * c, b * c - a * e, a * d - b * b).map(
    (q) => q / det,
  );
  return { mean, inverse, cost: -Math.log(members.length / n) + 0.5 * Math.log(det) };
}

/** A model of colours, from samples of three components each. There must be one at least. */
export function colourModel(samples: Float32Array): ColourModel {
  const n = samples.length / 3;
  const { owner, k } = clusters(samples, n);
  const members: number[][] = Array.from({ length: k }, () => []);
  for (let i = 0; i < n; i++) members[owner[i]].push(i);
  const parts = members.filter((m) => m.length).map((m) => gaussian(samples, m, n));
  return (p, q, r) => {
    let least = Infinity;
    for (const { mean, inverse: v, cost } of parts) {
      const x = p - mean[0];
      const y = q - mean[1];
      const z = r - mean[2];
      const d =
        cost +
        0.5 * (x * (v[0] * x + 2 * v[1] * y + 2 * v[2] * z) + y * (v[3] * y + 2 * v[4] * z) + z * v[5] * z);
      if (d < least) least = d;
    }
    return least;
  };
}
