import type { About } from './types';

/** What is known of a group that draws no part of a design, such as a mark or a cut: its kind and title, and nothing to judge. */
export const aboutNothing = (kind: string, title: string): About => ({
  ...{ kind, title, mustRead: false, licence: null },
  ...{ ownFaces: [], words: [] },
  letterHeight: () => null,
});
