import { randomOf } from '@brelm/core/geometry';
import { layered } from '../noise';
import { box, gridMesh, tube, type Look, type Mesh } from '../render/mesh';
import type { Set } from '../render/world';
import { table, wall } from './ground';
import { softBox } from './light';

/** A sheet in the plane z, from the middle, with places counted from its middle. */
const sheet = (look: Look, width: number, height: number, z: number, curl = 0): Mesh =>
  gridMesh(look, 40, 40, (s, t) => {
    const [x, y] = [(s - 0.5) * width, (0.5 - t) * height];
    const lift =
      curl * (Math.abs(2 * s - 1) ** 6 + Math.abs(2 * t - 1) ** 6 + 0.2 * layered(s * 2, t * 2, 5, 2));
    return [x, y, z + lift, x, -y];
  });

/** Turns meshes about the axis of the camera (degrees, counter-clockwise) and tips them back. */
function laid(meshes: readonly Mesh[], turn: number): Mesh[] {
  const [c, s] = [Math.cos((turn * Math.PI) / 180), Math.sin((turn * Math.PI) / 180)];
  return meshes.map((m) => {
    const at = Float32Array.from(m.at);
    for (let i = 0; i < at.length; i += 3) {
      at[i] = c * m.at[i] - s * m.at[i + 1];
      at[i + 1] = s * m.at[i] + c * m.at[i + 1];
    }
    return { ...m, at };
  });
}

const room = (_x: number, y: number, z: number) => 0.3 + 0.1 * z + 0.06 * y;

/** A poster of 18 × 24 in, framed, on a wall. */
export function poster(): Set {
  const oak: Look = {
    role: 'fixed',
    albedo: (u, v) => {
      const grain =
        0.5 +
        0.5 * layered(u * 0.5 + 3, v * 6, 4, 3) * (Math.abs(u) < 9.2 ? 1 : 0) +
        0.5 * layered(u * 6, v * 0.5, 9, 3) * (Math.abs(u) < 9.2 ? 0 : 1);
      return [0.36 + 0.07 * grain, 0.22 + 0.05 * grain, 0.11 + 0.03 * grain];
    },
    gloss: { f0: 0.03, roughness: 0.5 },
  };
  const paper: Look = {
    role: 'blank',
    albedo: [0.8, 0.8, 0.8],
    print: 1,
    gloss: { f0: 0.025, roughness: 0.02 },
  };
  const [w, h, rim, deep] = [9, 12, 0.8, 0.9];
  const bars = [
    box(oak, [-w - rim, h, -0.2], [w + rim, h + rim, deep], 0.05),
    box(oak, [-w - rim, -h - rim, -0.2], [w + rim, -h, deep], 0.05),
    box(oak, [-w - rim, -h, -0.2], [-w, h, deep], 0.05),
    box(oak, [w, -h, -0.2], [w + rim, h, deep], 0.05),
  ];
  return {
    meshes: [wall(-0.2), ...bars, sheet(paper, 18, 24, 0.35)],
    lights: [softBox([-60, 40, 46], [0, 0, 0], 26, 34, 0.9)],
    camera: { from: [0, 0, 120], to: [0, 0, 0], height: 35 },
    room: (_x, y, z) => 0.3 + 0.09 * y + 0.05 * z,
  };
}

/** A notebook of 5.5 × 8.5 in with a wire along its left, on a table. */
export function notebook(): Set {
  const cover: Look = {
    role: 'blank',
    albedo: [0.8, 0.8, 0.8],
    print: 1,
    gloss: { f0: 0.03, roughness: 0.3 },
  };
  const paper: Look = { role: 'fixed', albedo: [0.8, 0.78, 0.72] };
  const wire: Look = { role: 'fixed', albedo: [0.05, 0.05, 0.055], gloss: { f0: 0.3, roughness: 0.2 } };
  const [w, h] = [2.75, 4.25];
  const pages = Array.from({ length: 6 }, (_, i) =>
    box(
      paper,
      [-w + 0.05, -h + 0.04, 0.05 + i * 0.07],
      [w - 0.03 - 0.01 * i, h - 0.04, 0.112 + i * 0.07],
      0.006,
    ),
  );
  const rings = Array.from({ length: 24 }, (_, i) => {
    const y = -h + 0.35 + (i * (2 * h - 0.7)) / 23;
    return tube(
      wire,
      Array.from({ length: 25 }, (_, k) => {
        const a = (k / 24) * 2 * Math.PI;
        return [-w + 0.02 + 0.3 * Math.cos(a), y + 0.04 * Math.sin(a), 0.28 + 0.33 * Math.sin(a)] as const;
      }),
      0.035,
      8,
    );
  });
  const holes = Array.from({ length: 24 }, (_, i) => {
    const y = -h + 0.35 + (i * (2 * h - 0.7)) / 23;
    return box(
      { role: 'fixed', albedo: [0.02, 0.02, 0.02] },
      [-w + 0.2, y - 0.07, 0.52],
      [-w + 0.36, y + 0.07, 0.531],
      0.002,
    );
  });
  const pencil = tube(
    { role: 'fixed', albedo: [0.45, 0.12, 0.05], gloss: { f0: 0.04, roughness: 0.3 } },
    [
      [3.9, 2.6, 0.16],
      [4.6, -3.2, 0.16],
    ],
    0.16,
    6,
  );
  return {
    meshes: [
      table('laid'),
      ...laid(
        [
          box({ role: 'fixed', albedo: [0.3, 0.27, 0.24] }, [-w, -h, 0], [w, h, 0.05], 0.01),
          ...pages,
          sheet(cover, 2 * w, 2 * h, 0.525, 0.012),
          ...holes,
          ...rings,
        ],
        7,
      ),
      pencil,
    ],
    lights: [softBox([-20, 15, 17], [0, 0, 0], 11, 11, 0.9)],
    camera: { from: [0.6, -6, 40], to: [0.45, 0, 0], height: 12.4 },
    room,
  };
}

/** Brushed aluminium. */
const LID: Look = {
  role: 'fixed',
  albedo: (u, v) => {
    const brushed = 0.02 * layered(u * 0.8, v * 60, 3, 2);
    return [0.43 + brushed, 0.44 + brushed, 0.455 + brushed];
  },
  gloss: { f0: 0.1, roughness: 0.55 },
  print: 1,
};

/** A sticker on the lid of a laptop. */
export const stickerLaptop = (): Set => ({
  meshes: [
    table('laid'),
    ...laid(
      [
        box({ ...LID, print: undefined }, [-8.6, -3.4, 0.05], [3.9, 5.4, 0.6], 0.1),
        gridMesh(LID, 1, 1, (s, t) => {
          const [x, y] = [-8.5 + 12.3 * s, 5.3 - 8.6 * t];
          return [x, y, 0.602, x, -y];
        }),
      ],
      -5,
    ),
    tube(
      { role: 'fixed', albedo: [0.03, 0.035, 0.04], gloss: { f0: 0.04, roughness: 0.25 } },
      [
        [5.3, 4.5, 0.17],
        [5.7, -2.6, 0.17],
      ],
      0.17,
      20,
    ),
  ],
  lights: [softBox([-24, 18, 20], [0, 0, 0], 14, 10, 0.75)],
  camera: { from: [0.4, -6, 40], to: [0.4, -0.2, 0.6], height: 11.6 },
  room: (_x, y, z) => 0.26 + 0.12 * z + 0.14 * y,
});

/** Kraft board: brown, with short fibres. */
const KRAFT: Look = {
  role: 'fixed',
  albedo: (u, v) => {
    const fibre =
      0.35 * layered(u * 9, v * 26, 17, 3) +
      0.5 * layered(u * 30, v * 9, 23, 3) +
      0.4 * layered(u * 0.7, v * 0.7, 5, 2);
    const k = 1 + 0.07 * fibre;
    return [0.36 * k, 0.215 * k, 0.105 * k];
  },
  relief: (u, v) => 0.0025 * layered(u * 7, v * 1.2, 8, 3),
  print: 1,
};

/** A sticker on a box of kraft board. */
export const stickerKraft = (): Set => ({
  meshes: [
    table('laid'),
    ...laid(
      [
        box({ ...KRAFT, print: undefined }, [-3.9, -4.4, 0], [3.9, 4.4, 2.4], 0.05),
        sheet(KRAFT, 7.68, 8.68, 2.402),
        // String around it.
        tube(
          { role: 'fixed', albedo: [0.5, 0.42, 0.3] },
          [
            [-3.92, -2.9, 2.43],
            [0, -2.88, 2.46],
            [3.92, -2.9, 2.43],
          ],
          0.05,
          10,
        ),
        tube(
          { role: 'fixed', albedo: [0.5, 0.42, 0.3] },
          [
            [2.85, -4.42, 2.45],
            [2.83, 0, 2.48],
            [2.85, 4.42, 2.45],
          ],
          0.05,
          10,
        ),
      ],
      8,
    ),
  ],
  lights: [softBox([-22, 17, 20], [0, 0, 2], 10, 10, 0.95)],
  camera: { from: [0, -7, 40], to: [0, 0, 2.4], height: 12.2 },
  room,
});

/** A window pane with a garden behind it, out of focus. */
export function stickerGlass(): Set {
  const random = randomOf(11);
  const blots = Array.from({ length: 70 }, () => {
    const sky = random() > 0.55;
    return {
      ...{ x: (random() - 0.5) * 16, y: sky ? 0.5 + random() * 6 : random() * 5 - 5.5 },
      ...{ r: 0.3 + 0.75 * random(), warm: random(), sky },
    };
  });
  const garden: Look = {
    role: 'fixed',
    albedo: (u, v) => {
      const low = Math.max(0, Math.min(1, (v + 4.5) / 9));
      let c = [0.5 - 0.4 * low, 0.6 - 0.42 * low, 0.52 - 0.44 * low];
      for (const b of blots) {
        const d = Math.hypot(u - b.x, -v - b.y) / b.r;
        const k = 0.3 * Math.max(0, Math.min(1, (1.05 - d) * 8));
        const of = b.sky
          ? [0.85, 0.88, 0.8]
          : b.warm > 0.8
            ? [0.6, 0.45, 0.14]
            : [0.12 + 0.1 * b.warm, 0.26 + 0.1 * b.warm, 0.08];
        c = c.map((v0, i) => v0 + (of[i] - v0) * k);
      }
      return [c[0], c[1], c[2]];
    },
    gloss: { f0: 0.05, roughness: 0.02 },
    print: 1,
  };
  const white: Look = { role: 'fixed', albedo: [0.72, 0.71, 0.68], gloss: { f0: 0.04, roughness: 0.4 } };
  return {
    meshes: [
      sheet(garden, 16, 14, 0),
      box(white, [-8, -6.2, -0.2], [8, -4.25, 0.8], 0.12),
      box(white, [4.55, -4.3, -0.2], [6, 8, 0.7], 0.1),
      box(white, [-8, -6.6, 0], [8, -5.4, 2.4], 0.1),
    ],
    lights: [softBox([-18, 16, 16], [0, 0, 0], 9, 12, 0.55)],
    camera: { from: [-1.5, 1, 40], to: [0, -0.4, 0], height: 10.4 },
    room: () => 0.42,
  };
}

/** A sheet of stickers, its corner lifted a little, on a table. */
export const stickerSheet = (): Set => ({
  meshes: [
    table('laid'),
    ...laid(
      [
        sheet(
          { role: 'blank', albedo: [0.85, 0.85, 0.85], print: 1, gloss: { f0: 0.03, roughness: 0.25 } },
          6,
          9,
          0.09,
          0.1,
        ),
      ],
      -6,
    ),
  ],
  lights: [softBox([-21, 15, 15], [0, 0, 0], 10, 10, 0.9)],
  camera: { from: [0, -7, 40], to: [0, 0, 0], height: 12.4 },
  room,
});
