import type { View } from './places';
import type { MapImage, Scene } from './types';

const { floor, max, min } = Math;

/** Looks up the maps of a scene between their px: the same four for all of them. */
export function mapReader(scene: Scene) {
  let [y0, y1, fy, x0, x1, fx] = [0, 0, 0, 0, 0, 0];
  const between = (map: MapImage, channel: number, table: Float32Array | null): number => {
    const { width, channels, data } = map;
    const a = data[(y0 * width + x0) * channels + channel];
    const b = data[(y0 * width + x1) * channels + channel];
    const c = data[(y1 * width + x0) * channels + channel];
    const d = data[(y1 * width + x1) * channels + channel];
    if (a === b && a === c && a === d) return table ? table[a] : a;
    const top = table ? table[a] + (table[b] - table[a]) * fx : a + (b - a) * fx;
    const low = table ? table[c] + (table[d] - table[c]) * fx : c + (d - c) * fx;
    return top + (low - top) * fy;
  };
  return {
    row(view: View, y: number) {
      const my = max(0, min(scene.height - 1, view.top + (y + 0.5) * view.step - 0.5));
      y0 = floor(my);
      y1 = min(scene.height - 1, y0 + 1);
      fy = my - y0;
    },
    column(view: View, x: number) {
      const mx = max(0, min(scene.width - 1, view.left + (x + 0.5) * view.step - 0.5));
      x0 = floor(mx);
      x1 = min(scene.width - 1, x0 + 1);
      fx = mx - x0;
    },
    mean: (map: MapImage, channel: number) => between(map, channel, null),
    light: (map: MapImage, channel: number, table: Float32Array) => between(map, channel, table),
  };
}
