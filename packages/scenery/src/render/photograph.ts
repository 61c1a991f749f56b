import { meet, type Hit } from './bvh';
import type { World } from './world';

/** What a camera sees of a set, kept apart so that the blank's colour and the ground can be changed afterwards. */
export interface Plate {
  width: number;
  height: number;
  /** Share of each px that is blank, ground and fixed. */
  blank: Float32Array;
  ground: Float32Array;
  fixed: Float32Array;
  /** Light that falls on the blank and on the ground (a white matt surface in full light: 1), linear. */
  blankLit: Float32Array;
  groundLit: Float32Array;
  /** Light on fixed things, and their colour (three a px). */
  fixedLit: Float32Array;
  fixedColour: Float32Array;
  /** Mirror reflections, of blank and of fixed things. */
  blankGloss: Float32Array;
  fixedGloss: Float32Array;
  /** Place on the blank's surface, inches right and down, and which surface it is (0 where none). */
  surface: Float32Array;
  print: Uint8Array;
  /** Normals (three a px) and distance from the camera of what is seen, for smoothing. */
  normal: Float32Array;
  depth: Float32Array;
}

/** Numbers from 0 up to 1 that only hang on where they are asked for (Jarzynski and Olano 2020, pcg). */
function noise(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (Math.imul(state, 747796405) + 2891336453) >>> 0;
    const word = Math.imul((state >>> ((state >>> 28) + 4)) ^ state, 277803737) >>> 0;
    return (((word >>> 22) ^ word) >>> 0) / 4294967296;
  };
}

const { cos, sin, sqrt, PI, abs, max, min, hypot } = Math;

interface Place {
  x: number;
  y: number;
  z: number;
  /** Normal as the triangle has it, and as it is shaded; both towards the ray. */
  gx: number;
  gy: number;
  gz: number;
  nx: number;
  ny: number;
  nz: number;
  u: number;
  v: number;
  mesh: number;
  back: boolean;
}

/** Radiance of fallen-back light at bounces that are not followed. */
const DIM = 0.35;

/** Photographs rows `from` up to `to` of a set, with `samples` rays a px. */
export function photograph(world: World, width: number, height: number, samples: number): Plate {
  const { set, bvh, triangles, at, normals, surface, edge, mesh: meshOf, looks, faceted } = world;
  const n = width * height;
  const f = (k = 1) => new Float32Array(n * k);
  const plate: Plate = {
    ...{ width, height, blank: f(), ground: f(), fixed: f(), blankLit: f(), groundLit: f() },
    ...{ fixedLit: f(), fixedColour: f(3), blankGloss: f(), fixedGloss: f(), surface: f(2) },
    ...{ print: new Uint8Array(n), normal: f(3), depth: f() },
  };
  const { from, to } = set.camera;
  const aim = [to[0] - from[0], to[1] - from[1], to[2] - from[2]];
  const distance = hypot(aim[0], aim[1], aim[2]);
  const [ax, ay, az] = aim.map((v) => v / distance);
  // Right and up of the camera; one that looks straight down has its top away from it.
  const upright = abs(ay) < 0.999 ? [0, 1, 0] : [0, 0, -1];
  let [rx, ry, rz] = [
    ay * upright[2] - az * upright[1],
    az * upright[0] - ax * upright[2],
    ax * upright[1] - ay * upright[0],
  ];
  const rl = hypot(rx, ry, rz);
  [rx, ry, rz] = [rx / rl, ry / rl, rz / rl];
  const [ux, uy, uz] = [ry * az - rz * ay, rz * ax - rx * az, rx * ay - ry * ax];
  const perPx = set.camera.height / height;
  const aperture = set.camera.aperture ?? 0;

  const hit: Hit = { triangle: 0, distance: 0, b: 0, c: 0 };
  const place = (): Place => ({
    x: 0,
    y: 0,
    z: 0,
    gx: 0,
    gy: 0,
    gz: 0,
    nx: 0,
    ny: 0,
    nz: 0,
    u: 0,
    v: 0,
    mesh: 0,
    back: false,
  });
  const [first, second] = [place(), place()];

  /** What is known of the place that `hit` says, seen along (dx, dy, dz). */
  const seen = (
    p: Place,
    ox: number,
    oy: number,
    oz: number,
    dx: number,
    dy: number,
    dz: number,
    fine: boolean,
  ): void => {
    const { triangle, distance: d, b, c } = hit;
    const a = 1 - b - c;
    const i = triangles[3 * triangle];
    const j = triangles[3 * triangle + 1];
    const k = triangles[3 * triangle + 2];
    p.mesh = meshOf[triangle];
    p.x = ox + dx * d;
    p.y = oy + dy * d;
    p.z = oz + dz * d;
    const ex = at[3 * j] - at[3 * i];
    const ey = at[3 * j + 1] - at[3 * i + 1];
    const ez = at[3 * j + 2] - at[3 * i + 2];
    const fx = at[3 * k] - at[3 * i];
    const fy = at[3 * k + 1] - at[3 * i + 1];
    const fz = at[3 * k + 2] - at[3 * i + 2];
    let gx = ey * fz - ez * fy;
    let gy = ez * fx - ex * fz;
    let gz = ex * fy - ey * fx;
    let l = hypot(gx, gy, gz) || 1;
    gx /= l;
    gy /= l;
    gz /= l;
    let nx = gx;
    let ny = gy;
    let nz = gz;
    if (!faceted[p.mesh]) {
      nx = a * normals[3 * i] + b * normals[3 * j] + c * normals[3 * k];
      ny = a * normals[3 * i + 1] + b * normals[3 * j + 1] + c * normals[3 * k + 1];
      nz = a * normals[3 * i + 2] + b * normals[3 * j + 2] + c * normals[3 * k + 2];
    }
    p.u = a * surface[2 * i] + b * surface[2 * j] + c * surface[2 * k];
    p.v = a * surface[2 * i + 1] + b * surface[2 * j + 1] + c * surface[2 * k + 1];
    const relief = fine ? looks[p.mesh].relief : undefined;
    if (relief) {
      const away = a * edge[i] + b * edge[j] + c * edge[k];
      // How place on the surface and distance to the edge run along the triangle's two sides.
      const u1 = surface[2 * j] - surface[2 * i];
      const v1 = surface[2 * j + 1] - surface[2 * i + 1];
      const u2 = surface[2 * k] - surface[2 * i];
      const v2 = surface[2 * k + 1] - surface[2 * i + 1];
      const det = u1 * v2 - u2 * v1;
      if (abs(det) > 1e-9) {
        const w1 = edge[j] - edge[i];
        const w2 = edge[k] - edge[i];
        const [wu, wv] = [(w1 * v2 - w2 * v1) / det, (u1 * w2 - u2 * w1) / det];
        const step = 0.01;
        const here = relief(p.u, p.v, away);
        const du = (relief(p.u + step, p.v, away + wu * step) - here) / step;
        const dv = (relief(p.u, p.v + step, away + wv * step) - here) / step;
        // The surface's own directions in the world.
        const [tx, ty, tz] = [
          (ex * v2 - fx * v1) / det,
          (ey * v2 - fy * v1) / det,
          (ez * v2 - fz * v1) / det,
        ];
        const [sx, sy, sz] = [
          (fx * u1 - ex * u2) / det,
          (fy * u1 - ey * u2) / det,
          (fz * u1 - ez * u2) / det,
        ];
        const side = gx * nx + gy * ny + gz * nz < 0 ? -1 : 1;
        l = hypot(nx, ny, nz) || 1;
        nx = nx / l - side * (tx * du + sx * dv);
        ny = ny / l - side * (ty * du + sy * dv);
        nz = nz / l - side * (tz * du + sz * dv);
      }
    }
    l = hypot(nx, ny, nz) || 1;
    nx /= l;
    ny /= l;
    nz /= l;
    p.back = gx * dx + gy * dy + gz * dz > 0;
    if (p.back) {
      gx = -gx;
      gy = -gy;
      gz = -gz;
    }
    if (nx * gx + ny * gy + nz * gz < 0) {
      nx = -nx;
      ny = -ny;
      nz = -nz;
    }
    // A shaded normal that points away from the viewer is bent back into sight: no black specks at the rim.
    const away = nx * dx + ny * dy + nz * dz;
    if (away > -0.02) {
      const bend = away + 0.02;
      nx -= dx * bend;
      ny -= dy * bend;
      nz -= dz * bend;
      l = hypot(nx, ny, nz) || 1;
      nx /= l;
      ny /= l;
      nz /= l;
    }
    p.gx = gx;
    p.gy = gy;
    p.gz = gz;
    p.nx = nx;
    p.ny = ny;
    p.nz = nz;
  };

  const blocked: Hit = { triangle: 0, distance: 0, b: 0, c: 0 };
  /** Light of the soft boxes on a place, divided by pi: one sample of each, with its shadow. */
  const fromLights = (p: Place, random: () => number, through: number): number => {
    let sum = 0;
    for (const light of set.lights) {
      const s = 2 * random() - 1;
      const t = 2 * random() - 1;
      const lx = light.middle[0] + s * light.across[0] + t * light.up[0] - p.x;
      const ly = light.middle[1] + s * light.across[1] + t * light.up[1] - p.y;
      const lz = light.middle[2] + s * light.across[2] + t * light.up[2] - p.z;
      const square = lx * lx + ly * ly + lz * lz;
      const far = sqrt(square);
      let facing = (lx * p.nx + ly * p.ny + lz * p.nz) / far;
      const geometric = (lx * p.gx + ly * p.gy + lz * p.gz) / far;
      let share = 1;
      if (facing <= 0 || geometric <= 0) {
        if (!through || geometric > 0) continue;
        facing = -geometric;
        share = through;
      }
      // Normal of the soft box.
      const { across: a, up: b } = light;
      const bx = a[1] * b[2] - a[2] * b[1];
      const by = a[2] * b[0] - a[0] * b[2];
      const bz = a[0] * b[1] - a[1] * b[0];
      const size = hypot(bx, by, bz);
      const leaving = abs(lx * bx + ly * by + lz * bz) / (far * size);
      const off = geometric > 0 ? 0.004 : -0.004;
      if (
        meet(
          bvh,
          p.x + p.gx * off,
          p.y + p.gy * off,
          p.z + p.gz * off,
          lx / far,
          ly / far,
          lz / far,
          far - 0.01,
          blocked,
          true,
        )
      )
        continue;
      sum += (share * light.power * facing * leaving * 4 * size) / (PI * square);
    }
    return sum;
  };

  /** What shines from a direction where nothing is met: a soft box, or the room. */
  const beyond = (ox: number, oy: number, oz: number, dx: number, dy: number, dz: number): number => {
    for (const { middle, across: a, up: b, power } of set.lights) {
      const bx = a[1] * b[2] - a[2] * b[1];
      const by = a[2] * b[0] - a[0] * b[2];
      const bz = a[0] * b[1] - a[1] * b[0];
      const towards = dx * bx + dy * by + dz * bz;
      if (abs(towards) < 1e-9) continue;
      const t = ((middle[0] - ox) * bx + (middle[1] - oy) * by + (middle[2] - oz) * bz) / towards;
      if (t <= 0) continue;
      const [px, py, pz] = [ox + dx * t - middle[0], oy + dy * t - middle[1], oz + dz * t - middle[2]];
      const s = (px * a[0] + py * a[1] + pz * a[2]) / (a[0] * a[0] + a[1] * a[1] + a[2] * a[2]);
      const r = (px * b[0] + py * b[1] + pz * b[2]) / (b[0] * b[0] + b[1] * b[1] + b[2] * b[2]);
      // The cloth of a soft box is brightest in its middle.
      if (abs(s) <= 1 && abs(r) <= 1) return power * (1 - 0.35 * max(abs(s), abs(r)) ** 2);
    }
    return set.room(dx, dy, dz);
  };

  const grey = (mesh: number, u: number, v: number): number => {
    const { albedo } = looks[mesh];
    const c = typeof albedo === 'function' ? albedo(u, v) : albedo;
    return 0.2126 * c[0] + 0.7152 * c[1] + 0.0722 * c[2];
  };

  /** Light that comes from a direction: of the room, a soft box, or what is met there. */
  const coming = (
    p: Place,
    dx: number,
    dy: number,
    dz: number,
    random: () => number,
    mirror: boolean,
  ): number => {
    const [ox, oy, oz] = [p.x + p.gx * 0.004, p.y + p.gy * 0.004, p.z + p.gz * 0.004];
    if (!meet(bvh, ox, oy, oz, dx, dy, dz, Infinity, hit))
      // Soft boxes are asked for their light by themselves; only a mirror shows them.
      return mirror ? beyond(ox, oy, oz, dx, dy, dz) : set.room(dx, dy, dz);
    seen(second, ox, oy, oz, dx, dy, dz, false);
    const shine = fromLights(second, random, 0) + DIM * set.room(second.nx, second.ny, second.nz);
    // What is met right before a soft box says too much by one ray.
    return grey(second.mesh, second.u, second.v) * min(2, shine);
  };

  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const o = y * width + x;
      const random = noise(o * 9781 + 71);
      let [blank, ground, fixed] = [0, 0, 0];
      let [su, sv, prints] = [0, 0, 0];
      for (let s = 0; s < samples; s++) {
        // Rays of a px are spread evenly over it (R2 sequence).
        const jx = (s * 0.7548776662 + random() * 0.3) % 1;
        const jy = (s * 0.569840291 + random() * 0.3) % 1;
        const px = (x + jx - width / 2) * perPx;
        const py = (height / 2 - y - jy) * perPx;
        let [ox, oy, oz] = [from[0], from[1], from[2]];
        if (aperture) {
          const [r, w] = [aperture * sqrt(random()), 2 * PI * random()];
          const [lx, ly] = [r * cos(w), r * sin(w)];
          ox += rx * lx + ux * ly;
          oy += ry * lx + uy * ly;
          oz += rz * lx + uz * ly;
        }
        let dx = to[0] + rx * px + ux * py - ox;
        let dy = to[1] + ry * px + uy * py - oy;
        let dz = to[2] + rz * px + uz * py - oz;
        const l = hypot(dx, dy, dz);
        dx /= l;
        dy /= l;
        dz /= l;
        if (!meet(bvh, ox, oy, oz, dx, dy, dz, Infinity, hit)) {
          ground++;
          plate.groundLit[o] += 1;
          continue;
        }
        const met = hit.distance;
        seen(first, ox, oy, oz, dx, dy, dz, true);
        const look = looks[first.mesh];
        let lit = fromLights(first, random, look.through ?? 0);
        // One ray over the hemisphere, more often where it counts (cosine).
        const [r, w] = [random(), 2 * PI * random()];
        const [q, h] = [sqrt(r), sqrt(max(0, 1 - r))];
        const [nx, ny, nz] = [first.nx, first.ny, first.nz];
        // A frame around the normal (Duff et al. 2017).
        const sign = nz < 0 ? -1 : 1;
        const k = -1 / (sign + nz);
        const m = nx * ny * k;
        const [e, g] = [q * cos(w), q * sin(w)];
        const cx = (1 + sign * nx * nx * k) * e + m * g + nx * h;
        const cy = sign * m * e + (sign + ny * ny * k) * g + ny * h;
        const cz = -sign * nx * e - ny * g + nz * h;
        if (cx * first.gx + cy * first.gy + cz * first.gz > 0)
          lit += coming(first, cx, cy, cz, random, false);
        let shine = 0;
        if (look.gloss) {
          const { f0, roughness } = look.gloss;
          const d = dx * nx + dy * ny + dz * nz;
          let mx = dx - 2 * d * nx;
          let my = dy - 2 * d * ny;
          let mz = dz - 2 * d * nz;
          if (roughness) {
            const spread = roughness * roughness;
            mx += spread * (random() + random() - 1);
            my += spread * (random() + random() - 1);
            mz += spread * (random() + random() - 1);
            const ml = hypot(mx, my, mz);
            mx /= ml;
            my /= ml;
            mz /= ml;
          }
          // Schlick 1994.
          const fresnel = f0 + (1 - f0) * max(0, 1 - abs(d)) ** 5;
          if (mx * first.gx + my * first.gy + mz * first.gz > 0)
            shine = min(0.7, fresnel * coming(first, mx, my, mz, random, true));
        }
        plate.normal[3 * o] += nx;
        plate.normal[3 * o + 1] += ny;
        plate.normal[3 * o + 2] += nz;
        plate.depth[o] += met;
        if (look.role === 'blank') {
          blank++;
          plate.blankLit[o] += lit;
          plate.blankGloss[o] += shine;
          if (look.print && !first.back) {
            su += first.u;
            sv += first.v;
            prints++;
            plate.print[o] = look.print;
          }
        } else if (look.role === 'ground') {
          ground++;
          plate.groundLit[o] += lit;
        } else {
          fixed++;
          const c = typeof look.albedo === 'function' ? look.albedo(first.u, first.v) : look.albedo;
          for (let i = 0; i < 3; i++) plate.fixedColour[3 * o + i] += c[i];
          // A sticker lies on what is no blank.
          if (look.print && !first.back) {
            su += first.u;
            sv += first.v;
            prints++;
            plate.print[o] = look.print;
          }
          plate.fixedLit[o] += lit;
          plate.fixedGloss[o] += shine;
        }
      }
      plate.blank[o] = blank / samples;
      plate.ground[o] = ground / samples;
      plate.fixed[o] = fixed / samples;
      if (blank) {
        plate.blankLit[o] /= blank;
        plate.blankGloss[o] /= blank;
      }
      if (ground) plate.groundLit[o] /= ground;
      if (fixed) {
        plate.fixedLit[o] /= fixed;
        plate.fixedGloss[o] /= fixed;
        for (let i = 0; i < 3; i++) plate.fixedColour[3 * o + i] /= fixed;
      }
      if (prints) {
        plate.surface[2 * o] = su / prints;
        plate.surface[2 * o + 1] = sv / prints;
      }
      plate.depth[o] /= samples;
      const nl = hypot(plate.normal[3 * o], plate.normal[3 * o + 1], plate.normal[3 * o + 2]) || 1;
      for (let i = 0; i < 3; i++) plate.normal[3 * o + i] /= nl;
    }
  return plate;
}
