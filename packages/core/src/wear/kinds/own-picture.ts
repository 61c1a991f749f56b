import { lightOf } from '../grey';
import { noise } from '../noise';
import type { WearKindOf } from './kind';

/** How much of a grey the noise is that settles which of two places of the same grey goes first. */
const TIES = 1 / 128;

/**
 * The seller's own picture: its dark places go first, or its light ones. Where it is even, as one of a single colour is
 * all over, fine noise says what goes.
 */
export const OWN_PICTURE: WearKindOf = {
  label: 'Own picture',
  sizeOf: 'Wide',
  size: { usual: 100, least: 10, most: 400 },
  turns: true,
  turn: 0,
  detail: 1 / 160,
  broad: { detail: 1, surface: () => () => 0 },
  surface: (seed, own) => {
    const light = own && lightOf(own.picture);
    return (u, v) => {
      const grey = light ? light(u, v) : 0.5;
      return (own?.light ? 1 - grey : grey) + TIES * noise(90 * u, 90 * v, seed + 1);
    };
  },
};
