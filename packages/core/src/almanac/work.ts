import { nextOf } from './dates';
import { daysBetween } from './days';
import type { Occurrence, Season } from './types';

/** What the shop has for a season. */
export interface Stock {
  ideas: number;
  designs: number;
  /** Designs that are listed anywhere. */
  listed: number;
}

export const NO_STOCK: Stock = { ideas: 0, designs: 0, listed: 0 };

/** What is to be done next for a season. */
export type Step = 'idea' | 'design' | 'list' | 'none';

export interface SeasonWork {
  season: Season;
  next: Occurrence;
  stock: Stock;
  step: Step;
  /** The day by which the step is done in good time; the peak where nothing is missing. */
  by: string;
  /** Days until then; less than none once it is late. */
  left: number;
  /** `now`: to be begun; `late`: the day to list by is over, and what is ordered still comes in time. */
  when: 'early' | 'now' | 'late' | 'done';
}

/** How long before its day a step is begun. */
const AHEAD_DAYS = 14;

const stepOf = ({ ideas, designs, listed }: Stock): Step =>
  listed > 0 ? 'none' : designs > 0 ? 'list' : ideas > 0 ? 'design' : 'idea';

const dayOfStep = ({ ideaBy, designedBy, listBy, peak }: Occurrence, step: Step): string =>
  ({ idea: ideaBy, design: designedBy, list: listBy, none: peak })[step];

/** What is to be done for a season on a day; null where it does not come again. */
export function workFor(season: Season, stock: Stock, today: string): SeasonWork | null {
  const next = nextOf(season, today);
  if (!next) return null;
  const step = stepOf(stock);
  const by = dayOfStep(next, step);
  const left = daysBetween(today, by);
  const when = step === 'none' ? 'done' : next.listBy < today ? 'late' : left <= AHEAD_DAYS ? 'now' : 'early';
  return { season, next, stock, step, by, left, when };
}

/** What is to be done for all seasons, those that are late or to be begun first, then by their day. */
export const yearsWork = (
  seasons: readonly Season[],
  stockOf: (season: Season) => Stock,
  today: string,
): SeasonWork[] =>
  seasons
    .flatMap((s) => workFor(s, stockOf(s), today) ?? [])
    .sort(
      (a, b) =>
        Number(a.when === 'done') - Number(b.when === 'done') || (a.by < b.by ? -1 : a.by > b.by ? 1 : 0),
    );
