import type { ShelfAsked, ShelfView } from '@brelm/contract';
import { useMemo } from 'react';
import { useSearchParams } from 'react-router';
import { GROUPS, WAITS, type Group, type Waits } from '@brelm/core/standing';

const ORDERS = ['day', 'changed', 'name'] as const;

/** Nothing is asked: all designs, in the order in which the day goes. */
export const ALL: ShelfAsked = {
  ...{ archived: false, search: '', order: 'day', group: null, waits: [], markets: [] },
};

const known = <T extends string>(all: readonly T[], said: string | null): T | null =>
  all.find((one) => one === said) ?? null;

/** What an address asks of the shelf; what it does not know is not asked. */
export function askedIn(params: URLSearchParams): ShelfAsked {
  const list = (name: string) => (params.get(name) ?? '').split(',').filter(Boolean);
  return {
    archived: params.get('archived') === 'true',
    search: params.get('search') ?? '',
    order: known(ORDERS, params.get('order')) ?? ALL.order,
    group: known<Group>(GROUPS, params.get('group')),
    waits: list('waits').filter((w): w is Waits => known<Waits>(WAITS, w) !== null),
    markets: list('markets'),
  };
}

/** The same as an address: what is as usual is not in it. */
export function addressOf(asked: ShelfAsked): URLSearchParams {
  const params = new URLSearchParams();
  if (asked.archived) params.set('archived', 'true');
  if (asked.search) params.set('search', asked.search);
  if (asked.order !== ALL.order) params.set('order', asked.order);
  if (asked.group) params.set('group', asked.group);
  if (asked.waits.length) params.set('waits', asked.waits.join(','));
  if (asked.markets.length) params.set('markets', asked.markets.join(','));
  return params;
}

/** What a kept view asks. */
export const askedBy = ({ asked: { archived, ...asked } }: Pick<ShelfView, 'asked'>): ShelfAsked => ({
  ...ALL,
  ...asked,
  archived: archived === 'true',
});

/** What is asked, to be kept as a view. */
export const keptOf = ({ archived, group, waits, markets, ...asked }: ShelfAsked): ShelfView['asked'] => ({
  ...{ ...asked, waits: [...waits], markets: [...markets] },
  ...(group ? { group } : {}),
  ...(archived ? { archived: 'true' } : {}),
});

/** What is asked of the shelf stands in its address, so that one comes back to it. */
export function useAsked(): readonly [ShelfAsked, (change: Partial<ShelfAsked>) => void] {
  const [params, setParams] = useSearchParams();
  const asked = useMemo(() => askedIn(params), [params]);
  const ask = (change: Partial<ShelfAsked>) =>
    setParams((now) => addressOf({ ...askedIn(now), ...change }), { replace: true });
  return [asked, ask];
}
