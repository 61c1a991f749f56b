import { layered } from '../noise';
import type { Mesh } from '../render/mesh';
import { figure, limb, outOf, type Body } from './body';
import { clothOf, drape, soften, type Forces } from './drape';
import { garmentMeshes, inFolds, sewn, trianglesOf, type Cut } from './garment';

const { min } = Math;

/**
 * A garment laid on a table (seen from above: z is up from it): pushed together here and there as it was put down, so
 * that it lies in soft folds.
 */
export function laidFlat(
  cut: Cut,
  seed: number,
  { h = 0.24, shove = 0.25, folds = 1, stiffness = 1, made = {} as Parameters<typeof garmentMeshes>[3] } = {},
): Mesh[] {
  const s = sewn(cut, h, seed);
  const cloth = clothOf(s.at, trianglesOf(s));
  const { at } = cloth;
  inFolds(cut, s, cloth, seed, folds);
  for (let i = 0; i < at.length; i += 3) {
    const [x, y] = [at[i], at[i + 1]];
    // Where sleeves were folded down a little, cloth comes together under the arms.
    const beyond = Math.max(0, Math.abs(x) - cut.shoulder[0] * 0.9);
    const turn = (x > 0 ? -0.07 : 0.055) * folds * Math.min(1, beyond / 3);
    const [px, py] = [Math.sign(x) * cut.shoulder[0] * 0.9, -cut.shoulder[1] - 3];
    const [c, d] = [Math.cos(turn), Math.sin(turn)];
    at[i] = px + c * (x - px) - d * (y - py) + shove * layered(x / 7, y / 7, seed + 5, 3);
    at[i + 1] = py + d * (x - px) + c * (y - py) + shove * layered(x / 7 + 40, y / 7, seed + 9, 3);
    at[i + 2] += 0.05 + 0.12 * (1 + layered(x / 4, y / 4, seed + 3, 3));
  }
  const table: Forces['collide'] = (_x, _y, z, out) => {
    out[0] = 0;
    out[1] = 0;
    out[2] = 1;
    return 0.03 - z;
  };
  const forces = { collide: table, before: { pairs: s.pairs, gap: 0.07 }, rounds: 16 };
  // First together, then down.
  drape(cloth, {
    ...forces,
    gravity: [0, 0, -14],
    steps: 60,
    stiffness: 0.3 * stiffness,
    drag: 0.06,
    friction: 0.4,
  });
  drape(cloth, {
    ...forces,
    gravity: [0, 0, -70],
    steps: 40,
    stiffness: 0.2 * stiffness,
    drag: 0.15,
    friction: 0.8,
  });
  soften(cloth, 3, s.seams);
  return garmentMeshes(cut, s, cloth.at, made);
}

/**
 * A garment hung on a hanger before a wall: it falls from the bar that its shoulders lie on.
 */
export function hung(cut: Cut, seed: number, { h = 0.26, wall = -2.2 } = {}): { meshes: Mesh[]; bar: Body } {
  const s = sewn(cut, h, seed);
  const cloth = clothOf(s.at, trianglesOf(s));
  const { at } = cloth;
  inFolds(cut, s, cloth, seed, 0.4);
  for (let i = 0; i < at.length; i += 3)
    at[i + 2] = at[i + 2] * 10 + 0.1 * layered(at[i] / 5, at[i + 1] / 6, seed, 3);
  const tip = cut.shoulder[0] * 0.94;
  const arms = [-1, 1].map((side) =>
    limb([side * 0.5, -0.2, 0], [side * tip, -cut.shoulder[1] - 0.55, 0], 0.32, 0.5),
  );
  const bar: Body = (x, y, z) => min(arms[0](x, y, z), arms[1](x, y, z));
  const push = outOf(bar, () => 1, 0.1)!;
  const collide: Forces['collide'] = (x, y, z, out, step) => {
    if (z < wall + 0.15) {
      out[0] = 0;
      out[1] = 0;
      out[2] = 1;
      return wall + 0.15 - z;
    }
    return push(x, y, z, out, step);
  };
  const before = { pairs: s.pairs, gap: 0.12 };
  drape(cloth, {
    gravity: [0, -9, 0],
    steps: 130,
    rounds: 20,
    stiffness: 0.1,
    drag: 0.04,
    friction: 0.4,
    collide,
    before,
  });
  drape(cloth, {
    gravity: [0, -9, -1],
    steps: 60,
    rounds: 28,
    stiffness: 0.1,
    drag: 0.25,
    friction: 0.5,
    collide,
    before,
  });
  soften(cloth, 4, s.seams);
  return { meshes: garmentMeshes(cut, s, cloth.at), bar };
}

/** A garment put on a figure, which fills it slowly and then lets it hang. */
export function worn(
  cut: Cut,
  seed: number,
  { h = 0.28, body = figure(cut) } = {},
): { meshes: Mesh[]; body: Body } {
  const s = sewn(cut, h, seed);
  const cloth = clothOf(s.at, trianglesOf(s));
  const { at } = cloth;
  for (let i = 0; i < at.length; i += 3) {
    at[i + 2] *= 6;
    at[i] += 0.12 * layered(at[i] / 5, at[i + 1] / 5, seed, 3);
  }
  inFolds(cut, s, cloth, seed, 1.3);
  const filling = 90;
  drape(cloth, {
    gravity: [0, -2, 0],
    steps: filling,
    rounds: 10,
    stiffness: 0.15,
    drag: 0.2,
    friction: 0.05,
    collide: outOf(body, (step) => 0.08 + 0.92 * min(1, step / (filling - 15))),
  });
  const whole = outOf(body, () => 1);
  drape(cloth, {
    gravity: [0, -9, 0],
    steps: 110,
    rounds: 24,
    stiffness: 0.08,
    drag: 0.03,
    friction: 0.3,
    collide: whole,
  });
  drape(cloth, {
    gravity: [0, -9, 0],
    steps: 50,
    rounds: 30,
    stiffness: 0.08,
    drag: 0.25,
    friction: 0.5,
    collide: whole,
  });
  soften(cloth, 4, s.seams);
  return { meshes: garmentMeshes(cut, s, cloth.at), body };
}

/** Bends what lies beyond `from` (along one axis, z up from the cloth's middle) round a roll of `radius`, and under. */
function bent(beyond: number, z: number, radius: number): [along: number, z: number] {
  if (beyond <= 0) return [beyond, z];
  const round = Math.PI * radius;
  if (beyond >= round) return [round - beyond, -2 * radius - z];
  const turn = beyond / radius;
  return [(radius + z) * Math.sin(turn), (radius + z) * Math.cos(turn) - radius];
}

/**
 * A garment folded as in a shop, seen from above: its sides and sleeves turned under at `side` inches from the middle,
 * then its lower half at `low` inches below the shoulder.
 */
export function folded(cut: Cut, seed: number, { side = 7.3, low = 22.4 } = {}): Mesh[] {
  const meshes = laidFlat(cut, seed, { folds: 0.7, shove: 0.14 });
  // Its two panels share their vertices.
  const { at } = meshes[0];
  const middle = 0.18;
  let lowest = Infinity;
  for (let i = 0; i < at.length; i += 3) {
    const out = at[i] < 0 ? -1 : 1;
    // By hand: no fold is quite straight, and none lies quite flat.
    const to = side + 0.13 * layered(at[i + 1] / 6 + 9 * out, 3, seed, 2) + 0.008 * out * at[i + 1];
    const under = low + 0.16 * layered(at[i] / 5, 7, seed + 1, 2);
    const puff = 0.1 * (1 + layered(at[i] / 4.5, at[i + 1] / 5.5, seed + 2, 2));
    const [x, z] = bent(Math.abs(at[i]) - to, at[i + 2] - middle, 0.26);
    at[i] = out * (to + x);
    const [y, deep] = bent(-at[i + 1] - under, z + 0.26 + puff, 0.62);
    at[i + 1] = -(under + y);
    at[i + 2] = deep;
    lowest = min(lowest, deep);
  }
  for (let i = 2; i < at.length; i += 3) at[i] += 0.04 - lowest;
  return meshes;
}
