export const STYLE_IDS = ['flat', 'one-colour', 'line', 'woodcut', 'sticker'] as const;
export type StyleId = (typeof STYLE_IDS)[number];

/** How styles are called in a request. */
export const STYLE_WORDS: ReadonlyMap<string, StyleId> = new Map<string, StyleId>(
  Object.entries({
    flat: 'flat',
    'flat colours': 'flat',
    'in colour': 'flat',
    silhouette: 'one-colour',
    stencil: 'one-colour',
    'one colour': 'one-colour',
    'in one colour': 'one-colour',
    'line art': 'line',
    'line drawing': 'line',
    'in lines': 'line',
    outline: 'line',
    woodcut: 'woodcut',
    linocut: 'woodcut',
    engraving: 'woodcut',
    etching: 'woodcut',
    hatching: 'woodcut',
    sticker: 'sticker',
  }),
);
