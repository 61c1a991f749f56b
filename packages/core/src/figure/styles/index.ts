/** How a composition is drawn: a style is a file and a line here, a pure function from pieces to filled outlines. */
import type { OutlineOps } from '../../geometry';
import type { Fill, Piece } from '../types';
import { flat } from './flat';
import { line } from './line';
import { oneColour } from './one-colour';
import { sticker } from './sticker';
import { woodcut } from './woodcut';
import { STYLE_IDS, type StyleId } from './words';
export * from './words';

export interface Style {
  id: StyleId;
  name: string;
  about: string;
  /** Room that it needs around the figure, px of the picture. */
  rim: number;
  /** Pieces in px of the picture, back to front, as outlines to fill. */
  draw(pieces: readonly Piece[], ops: OutlineOps): Fill[];
}

const BY_ID: Readonly<Record<StyleId, Omit<Style, 'id'>>> = {
  flat: { name: 'Flat colours', about: 'As the figures are: a few flat colours.', rim: 0, draw: flat },
  'one-colour': {
    name: 'One colour',
    about: 'A silhouette with what is light cut out of it: for film, stamps and one-ink prints.',
    rim: 0,
    draw: oneColour,
  },
  line: { name: 'Line', about: 'Outlines alone, the rim a little heavier.', rim: 8, draw: line },
  woodcut: { name: 'Woodcut', about: 'Dark by lines that swell away from the light.', rim: 8, draw: woodcut },
  sticker: { name: 'Sticker', about: 'Flat colours on a white rim of even width.', rim: 40, draw: sticker },
};

export const STYLES: readonly Style[] = STYLE_IDS.map((id) => ({ id, ...BY_ID[id] }));
export const styleOf = (id: StyleId): Style => ({ id, ...BY_ID[id] });
