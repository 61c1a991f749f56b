import type { Drawing, PictureSource } from '@brelm/core/drawing';

/** A drawing together with the pictures that are loaded for it. */
export interface Resolved {
  drawing: Drawing;
  pictures: PictureSource;
  /** Changes when a typeface or picture has come in. */
  version: number;
}
