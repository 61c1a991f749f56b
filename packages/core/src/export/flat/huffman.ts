/** Canonical Huffman codes as deflate uses them (RFC 1951, 3.2.2). */

export interface HuffmanCode {
  /** Bits of each symbol; 0 for one that is not used. */
  lengths: Uint8Array;
  /** Each symbol's code, its first bit lowest, as it goes into the stream. */
  codes: Uint16Array;
}

/** Depth of each leaf of the tree that two queues build, by rising weight; weights are sorted. */
function depths(weights: readonly number[]): number[] {
  const n = weights.length;
  if (n === 1) return [1];
  const weight = [...weights];
  const parent: number[] = [];
  let [leaf, inner] = [0, n];
  const least = () =>
    leaf < n && (inner >= weight.length || weight[leaf] <= weight[inner]) ? leaf++ : inner++;
  while (weight.length < 2 * n - 1) {
    const [a, b] = [least(), least()];
    parent[a] = parent[b] = weight.length;
    weight.push(weight[a] + weight[b]);
  }
  const depth = new Array<number>(2 * n - 1).fill(0);
  for (let i = 2 * n - 3; i >= 0; i--) depth[i] = depth[parent[i]] + 1;
  return depth.slice(0, n);
}

/**
 * How many codes there are of each length, none longer than `most`: those that would be are cut, and shorter ones
 * lengthened until the code is whole again (the sum of 2^-length is 1).
 */
function countsWithin(depth: readonly number[], most: number): number[] {
  const counts = new Array<number>(most + 1).fill(0);
  for (const d of depth) counts[Math.min(d, most)]++;
  let sum = counts.reduce((s, c, length) => (length ? s + c * 2 ** (most - length) : s), 0);
  while (sum > 2 ** most) {
    let length = most - 1;
    while (counts[length] === 0) length--;
    counts[length]--;
    counts[length + 1] += 2;
    counts[most]--;
    sum--;
  }
  return counts;
}

const reversed = (code: number, length: number): number => {
  let out = 0;
  for (let i = 0; i < length; i++) out |= ((code >>> i) & 1) << (length - 1 - i);
  return out;
};

/** The codes that follow from their lengths. */
export function canonical(lengths: Uint8Array): HuffmanCode {
  const counts = new Array<number>(16).fill(0);
  for (const l of lengths) if (l) counts[l]++;
  const next = new Array<number>(16).fill(0);
  for (let length = 1, code = 0; length < 16; length++) {
    code = (code + counts[length - 1]) << 1;
    next[length] = code;
  }
  return { lengths, codes: Uint16Array.from(lengths, (l) => (l ? reversed(next[l]++, l) : 0)) };
}

/** A code for symbols that occur so often, with none longer than `most` bits. A single symbol has one bit. */
export function huffman(counts: Uint32Array, most: number): HuffmanCode {
  const used = [...counts.keys()].filter((s) => counts[s] > 0).sort((a, b) => counts[a] - counts[b] || b - a);
  const lengths = new Uint8Array(counts.length);
  if (used.length) {
    const ofLength = countsWithin(depths(used.map((s) => counts[s])), most);
    let at = 0;
    for (let length = most; length > 0; length--)
      for (let i = 0; i < ofLength[length]; i++) lengths[used[at++]] = length;
  }
  return canonical(lengths);
}
