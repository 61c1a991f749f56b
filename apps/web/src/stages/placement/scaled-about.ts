import type { PlacedAt } from '@brelm/core/design';

/** A position `k` times as large about a point: inches from the centre line, and from the top. */
export const scaledAbout = (at: PlacedAt, k: number, x: number, y: number): PlacedAt => ({
  ...at,
  x: x + (at.x - x) * k,
  y: y + (at.y - y) * k,
  scale: at.scale * k,
});
