import type { Look, Mesh } from './mesh';

/**
 * The surface of a body, given by its distance from each place, as triangles (surface nets: a vertex in each cell that
 * the surface passes, Gibson 1998), then put onto the surface itself. `from` and `to` are corners of a box around it.
 */
export function solidMesh(
  look: Look,
  body: (x: number, y: number, z: number) => number,
  from: readonly [number, number, number],
  to: readonly [number, number, number],
  cell: number,
): Mesh {
  const size = [0, 1, 2].map((k) => Math.ceil((to[k] - from[k]) / cell) + 1);
  const [nx, ny, nz] = size;
  const field = new Float32Array(nx * ny * nz);
  const index = (i: number, j: number, k: number) => (k * ny + j) * nx + i;
  for (let k = 0; k < nz; k++)
    for (let j = 0; j < ny; j++)
      for (let i = 0; i < nx; i++)
        field[index(i, j, k)] = body(from[0] + i * cell, from[1] + j * cell, from[2] + k * cell);
  const vertex = new Int32Array(field.length).fill(-1);
  const at: number[] = [];
  for (let k = 0; k < nz - 1; k++)
    for (let j = 0; j < ny - 1; j++)
      for (let i = 0; i < nx - 1; i++) {
        let [inside, x, y, z, n] = [0, 0, 0, 0, 0];
        const corners = [0, 1, 2, 3, 4, 5, 6, 7].map(
          (c) => field[index(i + (c & 1), j + ((c >> 1) & 1), k + (c >> 2))],
        );
        for (const d of corners) if (d < 0) inside++;
        if (inside === 0 || inside === 8) continue;
        for (let a = 0; a < 8; a++)
          for (const bit of [1, 2, 4]) {
            const b = a | bit;
            if (a === b || corners[a] < 0 === corners[b] < 0) continue;
            const t = corners[a] / (corners[a] - corners[b]);
            x += (a & 1) + (bit === 1 ? t : 0);
            y += ((a >> 1) & 1) + (bit === 2 ? t : 0);
            z += (a >> 2) + (bit === 4 ? t : 0);
            n++;
          }
        vertex[index(i, j, k)] = at.length / 3;
        let p = [from[0] + (i + x / n) * cell, from[1] + (j + y / n) * cell, from[2] + (k + z / n) * cell];
        for (let round = 0; round < 3; round++) {
          const d = body(p[0], p[1], p[2]);
          const e = cell / 50;
          const g = [
            body(p[0] + e, p[1], p[2]) - d,
            body(p[0], p[1] + e, p[2]) - d,
            body(p[0], p[1], p[2] + e) - d,
          ];
          const l = Math.hypot(...g) || 1;
          p = p.map((v, a) => v - (Math.max(-cell, Math.min(cell, d)) * g[a]) / l);
        }
        at.push(p[0], p[1], p[2]);
      }
  const triangles: number[] = [];
  const quad = (a: number, b: number, c: number, d: number, turned: boolean) => {
    if (a < 0 || b < 0 || c < 0 || d < 0) return;
    if (turned) triangles.push(a, c, b, a, d, c);
    else triangles.push(a, b, c, a, c, d);
  };
  for (let k = 1; k < nz - 1; k++)
    for (let j = 1; j < ny - 1; j++)
      for (let i = 1; i < nx - 1; i++) {
        const here = field[index(i, j, k)] < 0;
        if (here !== field[index(i + 1, j, k)] < 0)
          quad(
            vertex[index(i, j - 1, k - 1)],
            vertex[index(i, j, k - 1)],
            vertex[index(i, j, k)],
            vertex[index(i, j - 1, k)],
            !here,
          );
        if (here !== field[index(i, j + 1, k)] < 0)
          quad(
            vertex[index(i - 1, j, k - 1)],
            vertex[index(i - 1, j, k)],
            vertex[index(i, j, k)],
            vertex[index(i, j, k - 1)],
            !here,
          );
        if (here !== field[index(i, j, k + 1)] < 0)
          quad(
            vertex[index(i - 1, j - 1, k)],
            vertex[index(i, j - 1, k)],
            vertex[index(i, j, k)],
            vertex[index(i - 1, j, k)],
            !here,
          );
      }
  const surface = new Float32Array((at.length / 3) * 2);
  for (let i = 0; i < surface.length / 2; i++) {
    surface[2 * i] = at[3 * i];
    surface[2 * i + 1] = -at[3 * i + 1];
  }
  return { look, at: Float32Array.from(at), surface, triangles: Uint32Array.from(triangles) };
}
