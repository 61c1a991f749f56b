import { boardPx, kinds, list, nullable, number, record, ref, share, type Rule } from '../fields';

/**
 * What is laid over a part's own ink and never beyond its edge, as if it had a height; board px, not changed by the part's
 * scale. `metal`: colours that follow the edge inwards. `raised`: the edge that faces the light is lit, the other one dark.
 * `sunk`: a shade that falls from the edge on the ink, as if it lay deeper than what is around it.
 */
export type Relief =
  | {
      kind: 'metal';
      /** How far in from the edge the last colour begins. */
      depth: number;
      /** From the edge (0) to the depth (1), rising. */
      stops: { at: number; ink: string }[];
    }
  | {
      kind: 'raised';
      lit: string;
      dark: string;
      /** How far in from the edge it rises. */
      depth: number;
      /** 0: a hard facet; 1: as round as it is deep. */
      round: number;
      /** 0–1, of light and shade. */
      strength: number;
      /** Where the light comes from, degrees clockwise from the top; the design's own light where null. */
      from: number | null;
    }
  | {
      kind: 'sunk';
      ink: string;
      /** How far the shade falls. */
      dx: number;
      dy: number;
      /** Standard deviation of its blur. */
      soft: number;
      /** 0–1. */
      opacity: number;
    };
export const MOST_RELIEF = 6;

const stopsRise: Rule<Extract<Relief, { kind: 'metal' }>> = ({ stops }, at) =>
  stops.forEach((stop, i) => {
    if (i > 0 && stop.at < stops[i - 1].at)
      at.at('stops').at(i).at('at').fault('must not be less than that of the one before it');
  });

const depth = boardPx(0.5, 2000);
const RELIEF_FIELD = kinds<Relief>(
  {
    metal: {
      depth,
      stops: list(record<{ at: number; ink: string }>({ at: share(), ink: ref('ink') }), {
        least: { n: 2, says: 'must have two colours or more' },
        most: 8,
      }),
    },
    raised: {
      lit: ref('ink'),
      dark: ref('ink'),
      depth,
      round: share(0.5),
      strength: share(0.7),
      from: nullable(number({ min: -360, max: 360 })),
    },
    sunk: {
      ink: ref('ink'),
      dx: boardPx(-2000, 2000),
      dy: boardPx(-2000, 2000),
      soft: boardPx(0, 1000, 0),
      opacity: share(0.6),
    },
  },
  {
    name: 'relief',
    rules: { metal: { rule: stopsRise } },
  },
);

export const RELIEF_LIST = list(RELIEF_FIELD, { most: MOST_RELIEF, optional: true });
