import { buildBvh, type Bvh } from './bvh';
import { vertexNormals, type Look, type Mesh } from './mesh';

/** A rectangle that shines: a soft box. */
export interface Light {
  middle: readonly [number, number, number];
  /** Half its width and half its height, as vectors. */
  across: readonly [number, number, number];
  up: readonly [number, number, number];
  /** Radiance, linear. */
  power: number;
}

/** A camera with a lens as wide as it likes: everything is sharp but what `aperture` blurs. */
export interface Camera {
  from: readonly [number, number, number];
  to: readonly [number, number, number];
  /** How much is seen at the distance of `to`, inches from top to bottom. */
  height: number;
  /** Radius of the lens, inches; 0 for a pinhole. */
  aperture?: number;
}

/** What is photographed. */
export interface Set {
  meshes: readonly Mesh[];
  lights: readonly Light[];
  camera: Camera;
  /** Radiance of the room in a direction, linear. */
  room: (x: number, y: number, z: number) => number;
}

/** A set made ready for rays: all triangles in one tree. */
export interface World {
  set: Set;
  bvh: Bvh;
  triangles: Uint32Array;
  at: Float32Array;
  normals: Float32Array;
  surface: Float32Array;
  edge: Float32Array;
  /** Which mesh each triangle is of. */
  mesh: Uint16Array;
  looks: Look[];
  faceted: boolean[];
}

/** What is far from every edge of its cloth. */
const FAR = 99;

export function worldOf(set: Set): World {
  const vertices = set.meshes.reduce((n, m) => n + m.at.length / 3, 0);
  const count = set.meshes.reduce((n, m) => n + m.triangles.length / 3, 0);
  const world = {
    at: new Float32Array(vertices * 3),
    normals: new Float32Array(vertices * 3),
    surface: new Float32Array(vertices * 2),
    edge: new Float32Array(vertices).fill(FAR),
    triangles: new Uint32Array(count * 3),
    mesh: new Uint16Array(count),
  };
  let [v, t] = [0, 0];
  set.meshes.forEach((m, i) => {
    world.at.set(m.at, 3 * v);
    world.normals.set(vertexNormals(m), 3 * v);
    world.surface.set(m.surface, 2 * v);
    if (m.edge) world.edge.set(m.edge, v);
    for (let k = 0; k < m.triangles.length; k++) world.triangles[3 * t + k] = m.triangles[k] + v;
    world.mesh.fill(i, t, t + m.triangles.length / 3);
    v += m.at.length / 3;
    t += m.triangles.length / 3;
  });
  return {
    ...world,
    set,
    bvh: buildBvh(world.at, world.triangles),
    looks: set.meshes.map((m) => m.look),
    faceted: set.meshes.map((m) => m.faceted ?? false),
  };
}
