import { gridMesh, type Mesh } from '../render/mesh';

const GROUND = { role: 'ground', albedo: [0.7, 0.7, 0.7] } as const;

/**
 * What things lie on or stand on: `laid`, the plane z = 0, photographed from above; `stood`, a floor at y = 0 that bends
 * up into a wall.
 */
export function table(how: 'laid' | 'stood', size = 200): Mesh {
  if (how === 'laid')
    return gridMesh(GROUND, 1, 1, (s, t) => {
      const [x, y] = [(s - 0.5) * size, (0.5 - t) * size];
      return [x, y, 0, x, -y];
    });
  const [back, round] = [-14, 8];
  return gridMesh(GROUND, 1, 40, (s, t) => {
    const x = (s - 0.5) * size;
    if (t < 0.2) return [x, 0, 40 - (40 - back) * (t / 0.2), x, t * 40];
    if (t < 0.8) {
      const a = ((t - 0.2) / 0.6) * (Math.PI / 2);
      return [x, round * (1 - Math.cos(a)), back - round * Math.sin(a), x, t * 40];
    }
    return [x, round + (size / 2) * ((t - 0.8) / 0.2), back - round, x, t * 40];
  });
}

/** A wall behind what hangs or stands. */
export const wall = (z: number, size = 400): Mesh =>
  gridMesh(GROUND, 1, 1, (s, t) => {
    const [x, y] = [(s - 0.5) * size, (0.5 - t) * size];
    return [x, y, z, x, -y];
  });
