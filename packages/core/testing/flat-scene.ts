import type { Scene } from '../src/mockup';

/** A scene of 20 in that is all blank, printed on by four corners; for tests. */
export const flatScene = (over: Partial<Scene> = {}): Scene => ({
  ...{ format: 'brelm-scene', version: 1, id: 'flat', name: 'Flat', position: 0, licence: 'CC0-1.0' },
  ...{ products: { kinds: ['shirt'], blanks: [] }, cloth: 'none', dyed: true },
  sizes: { own: 'M', widths: { S: 18, M: 20, '3XL': 28 } },
  fields: [
    {
      by: 'corners',
      side: null,
      corners: [
        [0.1, 0.1],
        [0.9, 0.1],
        [0.9, 0.9],
        [0.1, 0.9],
      ],
    },
  ],
  ...{ width: 200, height: 200, seenIn: 20, brightest: 1 },
  maps: { light: 'l.webp', cover: 'c.webp', ground: null, gloss: null, back: null, surface: null },
  photo: null,
  ...over,
});
