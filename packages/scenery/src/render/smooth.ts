const { exp, max } = Math;

/** Weights of a small binomial kernel. */
const KERNEL = [1 / 16, 1 / 4, 3 / 8, 1 / 4, 1 / 16];

/**
 * Takes the noise of few rays out of light, and leaves what normals, depth and cover say are edges (edge-avoiding
 * à-trous wavelets, Dammertz et al. 2010). `cover` is the share of each px that the light is known for.
 */
export function smoothLight(
  light: Float32Array,
  cover: Float32Array,
  normal: Float32Array,
  depth: Float32Array,
  width: number,
  height: number,
  levels = 4,
): Float32Array {
  let from = light;
  for (let level = 0; level < levels; level++) {
    const step = 1 << level;
    const to = new Float32Array(light.length);
    const tolerance = 0.35 / (1 + level);
    for (let y = 0; y < height; y++)
      for (let x = 0; x < width; x++) {
        const o = y * width + x;
        if (!cover[o]) continue;
        let sum = 0;
        let weight = 0;
        for (let j = -2; j <= 2; j++) {
          const yy = y + j * step;
          if (yy < 0 || yy >= height) continue;
          for (let i = -2; i <= 2; i++) {
            const xx = x + i * step;
            if (xx < 0 || xx >= width) continue;
            const p = yy * width + xx;
            if (!cover[p]) continue;
            const facing =
              normal[3 * o] * normal[3 * p] +
              normal[3 * o + 1] * normal[3 * p + 1] +
              normal[3 * o + 2] * normal[3 * p + 2];
            const d = (depth[o] - depth[p]) / (0.08 * step);
            // A single ray's luck is no edge: light itself counts only once neighbours have been asked.
            const e = level ? (from[o] - from[p]) / (tolerance * max(0.05, from[o])) : 0;
            const w = KERNEL[i + 2] * KERNEL[j + 2] * cover[p] * max(0, facing) ** 48 * exp(-d * d - e * e);
            sum += w * from[p];
            weight += w;
          }
        }
        to[o] = weight > 1e-6 ? sum / weight : from[o];
      }
    from = to;
  }
  return from;
}
