import { format, parseISO } from 'date-fns';
import { useMemo } from 'react';
import { folded } from '@brelm/core/wording';
import { useSeasonsQuery } from '../store/almanac-api';

/** What to say of the occasion that a design is for: with the day by which to list it, where it is a season. */
export function useOccasionWords(occasions: readonly string[]): (occasion: string) => string {
  const { data } = useSeasonsQuery(undefined, { skip: !occasions.some(Boolean) });
  const days = useMemo(
    () =>
      new Map(
        data?.seasons.map(({ season, work }) => [folded(season.name).trim(), work?.next.listBy ?? null]) ??
          [],
      ),
    [data],
  );
  return (occasion) => {
    if (!occasion) return '';
    const day = days.get(folded(occasion).trim());
    return day ? `for ${occasion}, list by ${format(parseISO(day), 'd MMM yyyy')}` : `for ${occasion}`;
  };
}
