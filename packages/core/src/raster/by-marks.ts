import { hypot } from '../geometry';
import { CUT_DIRECTIONS, cutGrid } from './graph-cut';
import type { RasterImage } from './image';
import { colourModel, type ColourModel } from './mixture';
import { toOklab } from './oklab';

/** What is known of a pixel beforehand. */
export const MARK = { unknown: 0, keep: 1, drop: 2 } as const;

/** Rounds in which colours are learned from the cut before. */
const ROUNDS = 3;
/** More samples tell nothing more of a side's colours. */
const MOST_SAMPLES = 6000;
/** What a border along no edge costs (Rother, Kolmogorov & Blake 2004). */
const GAMMA = 50;

/** OKLab of each pixel; clear ones have the colour that is kept under them. */
function labOf({ width, height, data }: RasterImage): Float32Array {
  const lab = new Float32Array(width * height * 3);
  for (let i = 0; i < width * height; i++) toOklab(data[4 * i], data[4 * i + 1], data[4 * i + 2], lab, 3 * i);
  return lab;
}

/** What it costs to part neighbours: little across an edge. */
function parting(lab: Float32Array, width: number, height: number): Float32Array[] {
  const n = width * height;
  const distance = CUT_DIRECTIONS.map(([dx, dy]) => {
    const d = new Float32Array(n).fill(-1);
    for (let y = 0; y < height; y++)
      for (let x = 0; x < width; x++) {
        const [u, v] = [x + dx, y + dy];
        if (u < 0 || v < 0 || u >= width || v >= height) continue;
        const [i, j] = [3 * (y * width + x), 3 * (v * width + u)];
        d[y * width + x] =
          (lab[i] - lab[j]) ** 2 + (lab[i + 1] - lab[j + 1]) ** 2 + (lab[i + 2] - lab[j + 2]) ** 2;
      }
    return d;
  });
  let [sum, count] = [0, 0];
  for (const d of distance)
    for (const v of d)
      if (v >= 0) {
        sum += v;
        count++;
      }
  const beta = sum > 0 ? count / (2 * sum) : 0;
  return distance.map((d, k) => {
    const [dx, dy] = CUT_DIRECTIONS[k];
    const far = hypot(dx, dy);
    return d.map((v) => (v < 0 ? 0 : (GAMMA * Math.exp(-beta * v)) / far));
  });
}

/** A model of the colours of those pixels that are picked; null when there are none. */
function modelOf(lab: Float32Array, picked: (i: number) => boolean): ColourModel | null {
  const at: number[] = [];
  for (let i = 0; i < lab.length / 3; i++) if (picked(i)) at.push(i);
  if (at.length === 0) return null;
  const every = Math.max(1, at.length / MOST_SAMPLES);
  const chosen = Array.from({ length: Math.floor(at.length / every) }, (_, k) => at[Math.floor(k * every)]);
  const samples = new Float32Array(chosen.length * 3);
  chosen.forEach((i, k) => samples.set(lab.subarray(3 * i, 3 * i + 3), 3 * k));
  return colourModel(samples);
}

/**
 * What of an image is in front (1, a byte a pixel), from marks of what surely is and surely is not: graph cuts with
 * mixtures of Gaussians as the colours of both sides, learned anew from each cut (GrabCut; Rother, Kolmogorov & Blake
 * 2004), in OKLab. Nothing is in front where nothing is marked to keep; all is where nothing is marked to drop.
 */
export function cutByMarks(image: RasterImage, marks: Uint8Array): Uint8Array {
  const { width, height } = image;
  const n = width * height;
  const lab = labOf(image);
  const apart = parting(lab, width, height);
  let front: Uint8Array = marks.map((m) => (m === MARK.keep ? 1 : 0));
  let back: Uint8Array = marks.map((m) => (m === MARK.drop ? 1 : 0));
  const sure = 1e6;
  const gain = new Float32Array(n);
  for (let round = 0; round < ROUNDS; round++) {
    const [f, b] = [front, back];
    const inFront = modelOf(lab, (i) => f[i] === 1);
    const behind = modelOf(lab, (i) => b[i] === 1);
    if (!inFront) return new Uint8Array(n);
    if (!behind) return new Uint8Array(n).fill(1);
    for (let i = 0; i < n; i++) {
      if (marks[i] === MARK.keep) gain[i] = sure;
      else if (marks[i] === MARK.drop) gain[i] = -sure;
      else {
        const [L, A, B] = [lab[3 * i], lab[3 * i + 1], lab[3 * i + 2]];
        gain[i] = Math.max(-200, Math.min(200, behind(L, A, B) - inFront(L, A, B)));
      }
    }
    front = cutGrid(width, height, gain, apart);
    back = front.map((v) => 1 - v);
  }
  return front;
}
