const hash = (x: number, y: number, seed: number): number => {
  let h = Math.imul(x, 374761393) ^ Math.imul(y, 668265263) ^ Math.imul(seed, 1442695041);
  h = Math.imul(h ^ (h >>> 13), 1274126177);
  return ((h ^ (h >>> 16)) >>> 0) / 4294967296;
};

/** Smooth noise from -1 to 1 with cells of size 1 (values on a lattice, joined by quintics as Perlin 2002 does). */
export function valueNoise(x: number, y: number, seed: number): number {
  const [ix, iy] = [Math.floor(x), Math.floor(y)];
  const fade = (t: number) => t * t * t * (t * (t * 6 - 15) + 10);
  const [fx, fy] = [fade(x - ix), fade(y - iy)];
  const [a, b] = [hash(ix, iy, seed), hash(ix + 1, iy, seed)];
  const [c, d] = [hash(ix, iy + 1, seed), hash(ix + 1, iy + 1, seed)];
  return 2 * ((a + (b - a) * fx) * (1 - fy) + (c + (d - c) * fx) * fy) - 1;
}

/** Noise of several sizes over one another, each half as large and half as strong as the one before. */
export function layered(x: number, y: number, seed: number, layers = 4): number {
  let [sum, k] = [0, 1];
  for (let i = 0; i < layers; i++, k *= 2) sum += valueNoise(x * k, y * k, seed + i) / k;
  return sum;
}
