import { inverseOf, squareTo, type Homography } from '../geometry';
import type { MapImage, PrintField, Scene, SceneMaps } from './types';

/**
 * Where each px of a row of a mockup lies on a print area, in inches from its top left: `u`, `v`, and 1 in `on` where
 * it does at all. Also filled beyond the print area, so that differences of neighbours tell how large a px is there.
 */
export interface Places {
  u: Float32Array;
  v: Float32Array;
  on: Uint8Array;
}

/** A print area, inches, and how far below the collar's seam its top is. */
export interface PrintArea {
  widthIn: number;
  heightIn: number;
  collarIn: number;
}

/** Window of a scene that a picture shows, px of its maps, and the picture's size. */
export interface View {
  left: number;
  top: number;
  /** px of the map for a px of the picture. */
  step: number;
  width: number;
  height: number;
}

/** Fills the places of row `y`. */
export type RowOfPlaces = (y: number, out: Places) => void;

const { floor, min, max, round } = Math;

/** A place on the surface, inches, as `surface` has it. */
export const codedInches = (inches: number): number => max(0, min(65535, round((inches + 64) * 512)));

/** Inches that a value of `surface` stands for: 512 to the inch, from -64. */
export const inchesOf = (value: number): number => value / 512 - 64;

function onSurface(
  field: Extract<PrintField, { by: 'surface' }>,
  map: MapImage<Uint16Array>,
  scene: Scene,
  view: View,
  area: PrintArea,
  size: number,
): RowOfPlaces {
  const { width, height, channels, data } = map;
  // px of the surface map for a px of the scene's.
  const [kx, ky] = [width / scene.width, height / scene.height];
  const left = field.at[0] - area.widthIn / size / 2;
  const top =
    field.anchor === 'top' ? field.at[1] + area.collarIn / size : field.at[1] - area.heightIn / size / 2;
  return (y, { u, v, on }) => {
    const my = (view.top + (y + 0.5) * view.step) * ky - 0.5;
    const y0 = max(0, min(height - 2, floor(my)));
    const fy = max(0, min(1, my - y0));
    for (let x = 0; x < view.width; x++) {
      const mx = (view.left + (x + 0.5) * view.step) * kx - 0.5;
      const x0 = max(0, min(width - 2, floor(mx)));
      const fx = max(0, min(1, mx - x0));
      const a = (y0 * width + x0) * channels;
      const b = a + channels;
      const c = a + width * channels;
      const d = c + channels;
      const near = (fy < 0.5 ? (fx < 0.5 ? a : b) : fx < 0.5 ? c : d) + 2;
      if (data[near] !== field.surface) {
        on[x] = 0;
        continue;
      }
      on[x] = 1;
      if (
        data[a + 2] === field.surface &&
        data[b + 2] === field.surface &&
        data[c + 2] === field.surface &&
        data[d + 2] === field.surface
      ) {
        const ua = data[a] + (data[b] - data[a]) * fx;
        const va = data[a + 1] + (data[b + 1] - data[a + 1]) * fx;
        const uc = data[c] + (data[d] - data[c]) * fx;
        const vc = data[c + 1] + (data[d + 1] - data[c + 1]) * fx;
        u[x] = ((ua + (uc - ua) * fy) / 512 - 64 - left) * size;
        v[x] = ((va + (vc - va) * fy) / 512 - 64 - top) * size;
        continue;
      }
      // Of the four around it, those that are of another surface count for nothing.
      let su = 0;
      let sv = 0;
      let sw = 0;
      const wa = (1 - fx) * (1 - fy);
      const wb = fx * (1 - fy);
      const wc = (1 - fx) * fy;
      const wd = fx * fy;
      if (data[a + 2] === field.surface) {
        su += wa * data[a];
        sv += wa * data[a + 1];
        sw += wa;
      }
      if (data[b + 2] === field.surface) {
        su += wb * data[b];
        sv += wb * data[b + 1];
        sw += wb;
      }
      if (data[c + 2] === field.surface) {
        su += wc * data[c];
        sv += wc * data[c + 1];
        sw += wc;
      }
      if (data[d + 2] === field.surface) {
        su += wd * data[d];
        sv += wd * data[d + 1];
        sw += wd;
      }
      u[x] = (inchesOf(su / sw) - left) * size;
      v[x] = (inchesOf(sv / sw) - top) * size;
    }
  };
}

function byCorners(m: Homography, scene: Scene, view: View, area: PrintArea): RowOfPlaces {
  const back = inverseOf(m);
  return (y, { u, v, on }) => {
    const py = (view.top + (y + 0.5) * view.step) / scene.height;
    for (let x = 0; x < view.width; x++) {
      const px = (view.left + (x + 0.5) * view.step) / scene.width;
      const w = back[6] * px + back[7] * py + back[8];
      u[x] = ((back[0] * px + back[1] * py + back[2]) / w) * area.widthIn;
      v[x] = ((back[3] * px + back[4] * py + back[5]) / w) * area.heightIn;
      on[x] = 1;
    }
  };
}

function byMesh(
  { columns, rows, points }: Extract<PrintField, { by: 'mesh' }>,
  scene: Scene,
  view: View,
  area: PrintArea,
): RowOfPlaces {
  // Each cell is a quadrilateral of its own: straight lines bend at its edges alone.
  const cells: { i: number; j: number; back: Homography; top: number; bottom: number; xs: number[] }[] = [];
  for (let j = 0; j < rows - 1; j++)
    for (let i = 0; i < columns - 1; i++) {
      const at = (x: number, y: number) => points[y * columns + x];
      const corners = [at(i, j), at(i + 1, j), at(i + 1, j + 1), at(i, j + 1)];
      const back = inverseOf(squareTo(corners));
      const ys = corners.map((p) => p[1]);
      cells.push({ i, j, back, top: min(...ys), bottom: max(...ys), xs: corners.map((p) => p[0]) });
    }
  return (y, { u, v, on }) => {
    on.fill(0);
    const py = (view.top + (y + 0.5) * view.step) / scene.height;
    for (const { i, j, back, top, bottom, xs } of cells) {
      if (py < top || py > bottom) continue;
      const from = max(0, round((min(...xs) * scene.width - view.left) / view.step) - 1);
      const to = min(view.width - 1, round((max(...xs) * scene.width - view.left) / view.step) + 1);
      for (let x = from; x <= to; x++) {
        const px = (view.left + (x + 0.5) * view.step) / scene.width;
        const w = back[6] * px + back[7] * py + back[8];
        const s = (back[0] * px + back[1] * py + back[2]) / w;
        const t = (back[3] * px + back[4] * py + back[5]) / w;
        if (s < -1e-6 || s > 1 + 1e-6 || t < -1e-6 || t > 1 + 1e-6) continue;
        u[x] = ((i + s) / (columns - 1)) * area.widthIn;
        v[x] = ((j + t) / (rows - 1)) * area.heightIn;
        on[x] = 1;
      }
    }
  };
}

/**
 * Where a print area lies in a picture of a scene. `size` is how much larger the blank is than the one that was
 * photographed (1: as it is). Throws a RangeError where a field's points make no quadrilateral.
 */
export function placesOf(
  field: PrintField,
  scene: Scene,
  maps: Pick<SceneMaps, 'surface'>,
  view: View,
  area: PrintArea,
  size: number,
): RowOfPlaces {
  if (field.by === 'corners') return byCorners(squareTo(field.corners), scene, view, area);
  if (field.by === 'mesh') return byMesh(field, scene, view, area);
  if (!maps.surface) throw new RangeError('this scene has no map of its surface');
  return onSurface(field, maps.surface, scene, view, area, size);
}
