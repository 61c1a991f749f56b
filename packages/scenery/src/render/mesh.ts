/** What a surface looks like, and what may be printed on it. */
export interface Look {
  /**
   * `blank`: takes the colour of the garment, and print; `ground`: what the thing lies on or stands before, which may
   * be exchanged; `fixed`: everything else, of its own colour.
   */
  role: 'blank' | 'ground' | 'fixed';
  /** Albedo in linear light, 0–1 (of a blank: what bounces off it onto its neighbours). */
  albedo: readonly [number, number, number] | ((u: number, v: number) => readonly [number, number, number]);
  /** Mirror reflection: reflectance at normal incidence and roughness 0–1. */
  gloss?: { f0: number; roughness: number };
  /** Height of fine relief in inches at a place of the surface; shades it, moves nothing. */
  relief?: (u: number, v: number, edge: number) => number;
  /** Which surface of the blank it is for print fields; 0: none is printed there. */
  print?: number;
  /** Light passes through to its back as seen from the front, 0–1 (thin cloth, paper). */
  through?: number;
}

/** Triangles with places in the world (inches; x right, y up, z towards the viewer) and on their surface (inches). */
export interface Mesh {
  look: Look;
  /** x, y, z of each vertex. */
  at: Float32Array;
  /** Right and down on the surface of each vertex, inches. */
  surface: Float32Array;
  /** Distance to the nearest open edge of the cloth, inches; far where left out. */
  edge?: Float32Array;
  /** Three vertices of each triangle. */
  triangles: Uint32Array;
  /** Normals are as the triangles are, not smoothed over their neighbours. */
  faceted?: boolean;
}

/** Normals of vertices: the sum of those of their triangles, by area. */
export function vertexNormals({ at, triangles }: Pick<Mesh, 'at' | 'triangles'>): Float32Array {
  const normals = new Float32Array(at.length);
  for (let t = 0; t < triangles.length; t += 3) {
    const [a, b, c] = [3 * triangles[t], 3 * triangles[t + 1], 3 * triangles[t + 2]];
    const [ux, uy, uz] = [at[b] - at[a], at[b + 1] - at[a + 1], at[b + 2] - at[a + 2]];
    const [vx, vy, vz] = [at[c] - at[a], at[c + 1] - at[a + 1], at[c + 2] - at[a + 2]];
    const [nx, ny, nz] = [uy * vz - uz * vy, uz * vx - ux * vz, ux * vy - uy * vx];
    for (const i of [a, b, c]) {
      normals[i] += nx;
      normals[i + 1] += ny;
      normals[i + 2] += nz;
    }
  }
  for (let i = 0; i < normals.length; i += 3) {
    const l = Math.hypot(normals[i], normals[i + 1], normals[i + 2]) || 1;
    normals[i] /= l;
    normals[i + 1] /= l;
    normals[i + 2] /= l;
  }
  return normals;
}

/** A surface over a grid: `place` gives world place and place on the surface for shares 0–1 of both directions. */
export function gridMesh(
  look: Look,
  columns: number,
  rows: number,
  place: (s: number, t: number) => readonly [x: number, y: number, z: number, u: number, v: number],
): Mesh {
  const at = new Float32Array((columns + 1) * (rows + 1) * 3);
  const surface = new Float32Array((columns + 1) * (rows + 1) * 2);
  for (let j = 0, i = 0; j <= rows; j++)
    for (let k = 0; k <= columns; k++, i++) {
      const [x, y, z, u, v] = place(k / columns, j / rows);
      at.set([x, y, z], 3 * i);
      surface.set([u, v], 2 * i);
    }
  const triangles = new Uint32Array(columns * rows * 6);
  for (let j = 0, n = 0; j < rows; j++)
    for (let k = 0; k < columns; k++, n += 6) {
      const a = j * (columns + 1) + k;
      const b = a + columns + 1;
      triangles.set([a, b, a + 1, a + 1, b, b + 1], n);
    }
  return { look, at, surface, triangles };
}

/** A mesh moved: turned about the upright axis (degrees, counter-clockwise from above), then shifted, inches. */
export function moved(mesh: Mesh, turn: number, dx = 0, dy = 0, dz = 0): Mesh {
  const [c, s] = [Math.cos((turn * Math.PI) / 180), Math.sin((turn * Math.PI) / 180)];
  const at = new Float32Array(mesh.at.length);
  for (let i = 0; i < at.length; i += 3) {
    at[i] = c * mesh.at[i] + s * mesh.at[i + 2] + dx;
    at[i + 1] = mesh.at[i + 1] + dy;
    at[i + 2] = -s * mesh.at[i] + c * mesh.at[i + 2] + dz;
  }
  return { ...mesh, at };
}

/** A tube along a line of places, with a radius at each. */
export function tube(
  look: Look,
  line: readonly (readonly [number, number, number])[],
  radius: number | ((share: number) => number),
  around = 16,
): Mesh {
  const r = typeof radius === 'number' ? () => radius : radius;
  const frames = line.map((p, i) => {
    const [a, b] = [line[Math.max(0, i - 1)], line[Math.min(line.length - 1, i + 1)]];
    return { p, t: unit([b[0] - a[0], b[1] - a[1], b[2] - a[2]]) };
  });
  // A frame that is carried along, so that the tube does not twist.
  let n = unit(cross(frames[0].t, Math.abs(frames[0].t[1]) < 0.9 ? [0, 1, 0] : [1, 0, 0]));
  const sides = frames.map(({ t }) => {
    const d = n[0] * t[0] + n[1] * t[1] + n[2] * t[2];
    n = unit([n[0] - d * t[0], n[1] - d * t[1], n[2] - d * t[2]]);
    return [n, cross(t, n)] as const;
  });
  return gridMesh(look, around, line.length - 1, (s, t) => {
    const i = Math.round(t * (line.length - 1));
    const { p } = frames[i];
    const [a, b] = sides[i];
    const angle = -s * 2 * Math.PI;
    const [x, y] = [Math.cos(angle) * r(t), Math.sin(angle) * r(t)];
    return [
      p[0] + a[0] * x + b[0] * y,
      p[1] + a[1] * x + b[1] * y,
      p[2] + a[2] * x + b[2] * y,
      s,
      t * line.length,
    ];
  });
}

type V3 = readonly [number, number, number];
const cross = (a: V3, b: V3): V3 => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
];
const unit = (v: V3): V3 => {
  const l = Math.hypot(...v) || 1;
  return [v[0] / l, v[1] / l, v[2] / l];
};

/** A box between two corners, its edges rounded off by bevels of a width, inches. */
export function box(look: Look, from: V3, to: V3, bevel: number): Mesh {
  const at: number[] = [];
  const surface: number[] = [];
  const triangles: number[] = [];
  const quad = (a: V3, b: V3, c: V3, d: V3) => {
    const i = at.length / 3;
    for (const p of [a, b, c, d]) {
      at.push(...p);
      surface.push(p[0], -p[1]);
    }
    triangles.push(i, i + 1, i + 2, i, i + 2, i + 3);
  };
  const corner = (sx: number, sy: number, sz: number, axis: 0 | 1 | 2): V3 => {
    const p = [sx, sy, sz].map((s, k) => {
      const inset = k === axis ? 0 : bevel;
      return s < 0 ? from[k] + inset : to[k] - inset;
    });
    return [p[0], p[1], p[2]];
  };
  const signs = [-1, 1] as const;
  for (const axis of [0, 1, 2] as const)
    for (const side of signs) {
      const at4 = (
        [
          [-1, -1],
          [1, -1],
          [1, 1],
          [-1, 1],
        ] as const
      ).map(([p, q]) => {
        const s: [number, number, number] = [0, 0, 0];
        s[axis] = side;
        s[(axis + 1) % 3] = p;
        s[(axis + 2) % 3] = q;
        return corner(...s, axis);
      });
      if (side > 0) quad(at4[0], at4[1], at4[2], at4[3]);
      else quad(at4[3], at4[2], at4[1], at4[0]);
    }
  // Bevels along the twelve edges; corners are closed by triangles.
  for (const axis of [0, 1, 2] as const) {
    const [p, q] = [((axis + 1) % 3) as 0 | 1 | 2, ((axis + 2) % 3) as 0 | 1 | 2];
    for (const sp of signs)
      for (const sq of signs) {
        const end = (s: number, face: 0 | 1 | 2) => {
          const v: [number, number, number] = [0, 0, 0];
          v[axis] = s;
          v[p] = sp;
          v[q] = sq;
          return corner(...v, face);
        };
        quad(end(-1, p), end(1, p), end(1, q), end(-1, q));
      }
  }
  for (const sx of signs)
    for (const sy of signs)
      for (const sz of signs) {
        const i = at.length / 3;
        for (const axis of [0, 1, 2] as const) {
          const c = corner(sx, sy, sz, axis);
          at.push(...c);
          surface.push(c[0], -c[1]);
        }
        triangles.push(i, i + 1, i + 2);
      }
  // A box is convex: what looks at its middle is turned round.
  const middle = [0, 1, 2].map((k) => (from[k] + to[k]) / 2);
  for (let t = 0; t < triangles.length; t += 3) {
    const [a, b, c] = [0, 1, 2].map((k) => at.slice(3 * triangles[t + k], 3 * triangles[t + k] + 3));
    const [p, q] = [
      [b[0] - a[0], b[1] - a[1], b[2] - a[2]],
      [c[0] - a[0], c[1] - a[1], c[2] - a[2]],
    ] as const;
    const n = cross([p[0], p[1], p[2]], [q[0], q[1], q[2]]);
    if (n.reduce((sum, v, k) => sum + v * (a[k] - middle[k]), 0) < 0)
      [triangles[t + 1], triangles[t + 2]] = [triangles[t + 2], triangles[t + 1]];
  }
  return {
    look,
    at: Float32Array.from(at),
    surface: Float32Array.from(surface),
    triangles: Uint32Array.from(triangles),
    faceted: true,
  };
}
