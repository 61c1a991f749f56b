import { useSyncExternalStore } from 'react';
import type { OrderItem } from '@brelm/core/press';
import type { SampleRequest } from '@brelm/contract';
import { ofShop } from '../platform/address';

/** A sample that is not ordered yet. */
export interface BasketItem extends SampleRequest {
  designName: string;
  product: string;
  garmentName: string | null;
  /** As the press counts it. */
  order: Omit<OrderItem, 'quantity'>;
}

/** What a seller has set once for all samples. */
export interface SampleManner {
  country: string;
  /** Selling price of a product by its spec, hundredths. */
  prices: Record<string, number>;
}

const BASKET = ofShop('brelm-basket');
const MANNER = ofShop('brelm-samples');
/** Lines that the server takes in one order. */
export const MOST_LINES = 20;

const isLine = (v: BasketItem) =>
  typeof v?.designId === 'string' && typeof v.spec === 'string' && Array.isArray(v.order?.prints);

function read(): BasketItem[] {
  try {
    const kept = JSON.parse(localStorage.getItem(BASKET) ?? '[]') as BasketItem[];
    return Array.isArray(kept) ? kept.filter(isLine) : [];
  } catch {
    return [];
  }
}

let lines = read();
const told = new Set<() => void>();
// Another tab may fill it, too.
window.addEventListener('storage', (e) => {
  if (e.key !== BASKET) return;
  lines = read();
  told.forEach((tell) => tell());
});

const keep = (next: BasketItem[]) => {
  lines = next;
  localStorage.setItem(BASKET, JSON.stringify(next));
  told.forEach((tell) => tell());
};

const sameThing = (a: BasketItem, b: BasketItem) =>
  a.designId === b.designId && a.spec === b.spec && a.garment === b.garment && a.size === b.size;

export const basket = {
  /** Puts a line in; one of the same thing grows. False where there is no room for another. */
  add(line: BasketItem): boolean {
    // As another tab has left it.
    const now = read();
    const known = now.find((l) => sameThing(l, line));
    if (!known && now.length >= MOST_LINES) return false;
    keep(
      known
        ? now.map((l) => (l === known ? { ...line, quantity: l.quantity + line.quantity } : l))
        : [...now, line],
    );
    return true;
  },
  set: (at: number, quantity: number) => keep(lines.map((l, i) => (i === at ? { ...l, quantity } : l))),
  drop: (at: number) => keep(lines.filter((_, i) => i !== at)),
  empty: () => keep([]),
};

const watch = (tell: () => void) => {
  told.add(tell);
  return () => void told.delete(tell);
};
export const useBasket = (): BasketItem[] => useSyncExternalStore(watch, () => lines);

export function keptSampleManner(): SampleManner {
  try {
    return { country: 'IE', prices: {}, ...(JSON.parse(localStorage.getItem(MANNER) ?? '{}') as object) };
  } catch {
    return { country: 'IE', prices: {} };
  }
}
export const keepSampleManner = (manner: SampleManner): void =>
  localStorage.setItem(MANNER, JSON.stringify(manner));
