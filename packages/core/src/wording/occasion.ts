import { folded } from './tags';
import type { Wording } from './types';

/** The place of a wording that says what a design is for. */
export const OCCASION = 'occasion';

/** What a design is for, as its listings say it; empty for nothing. */
export const occasionOf = ({ places }: Pick<Wording, 'places'>): string =>
  places.find((p) => folded(p.name) === OCCASION)?.value.trim() ?? '';

/** Wording for an occasion: what else it says stays. */
export const forOccasion = <W extends Pick<Wording, 'places'>>(wording: W, occasion: string): W => ({
  ...wording,
  places: [...wording.places.filter((p) => folded(p.name) !== OCCASION), { name: OCCASION, value: occasion }],
});
