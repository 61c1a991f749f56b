import { useState } from 'react';
import { region } from '../words/language';

/** Countries that there are figures for. */
export const COUNTRIES = ['GB', 'US', 'DE', 'FR', 'CA', 'AU', 'NL', 'IE', 'AT', 'CH'] as const;

const KEY = 'brelm-country';
const names = new Intl.DisplayNames(region(), { type: 'region' });
export const countryName = (id: string): string => names.of(id) ?? id;

/** The country that the almanac is looked at for, kept by this browser. */
export function useCountry(): [string, (country: string) => void] {
  const [country, set] = useState(() => {
    const kept = localStorage.getItem(KEY);
    return kept && (COUNTRIES as readonly string[]).includes(kept) ? kept : 'GB';
  });
  return [
    country,
    (to) => {
      localStorage.setItem(KEY, to);
      set(to);
    },
  ];
}
