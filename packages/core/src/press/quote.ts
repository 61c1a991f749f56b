import type { FieldFault } from '../fields';
import { daysOf, type OrderDays } from './calendar';
import type { Blank, Catalogue, OrderItem, Zone } from './types';

/** What one line of an order costs, hundredths of the currency. */
export interface QuotedItem {
  blank: number;
  print: number;
  /** Of one piece, printed. */
  each: number;
  total: number;
}

export interface Quote {
  items: QuotedItem[];
  goods: number;
  postage: number;
  total: number;
  grams: number;
  pieces: number;
  zone: string;
  days: OrderDays;
}

/** An order that a press does not take, with what is wrong by field. */
export class QuoteError extends Error {
  constructor(readonly faults: FieldFault[]) {
    super(faults.map((f) => `${f.field}: ${f.message}`).join('; '));
    this.name = 'QuoteError';
  }
}

/** A parcel's wrapping, grams. */
const WRAPPING = 40;
/** Most pieces of one line. */
export const MOST_PIECES = 10_000;

/** The price that holds for so many pieces. */
export function priceFor(breaks: readonly number[], prices: readonly number[], pieces: number): number {
  let at = 0;
  while (at + 1 < breaks.length && breaks[at + 1] <= pieces) at++;
  return prices[at];
}

/** What the sides of a piece cost to print, where so many pieces are printed; null where one is too large. */
function printPrice(
  { prints, breaks, furtherSide }: Catalogue,
  item: OrderItem,
  pieces: number,
): number | null {
  const prices = item.prints.map(({ widthIn, heightIn }) => {
    const found = prints.find((p) => widthIn * heightIn <= p.upTo);
    return found ? priceFor(breaks, found.prices, pieces) : null;
  });
  if (prices.includes(null)) return null;
  // The dearest is the first.
  return (prices as number[])
    .sort((a, b) => b - a)
    .reduce((sum, p, i) => sum + (i ? Math.round(p * furtherSide) : p), 0);
}

export const zoneOf = ({ zones }: Catalogue, country: string): Zone | undefined =>
  zones.find((z) => z.countries.includes(country));

/** The dearest step is gone on with for every further parcel of its weight. */
function postageOf({ steps }: Zone, grams: number): number {
  const last = steps[steps.length - 1];
  const full = Math.max(0, Math.ceil(grams / last.grams) - 1);
  const left = grams - full * last.grams;
  return full * last.price + (steps.find((s) => left <= s.grams) ?? last).price;
}

function faultsOf(catalogue: Catalogue, items: readonly OrderItem[], country: string): FieldFault[] {
  const faults: FieldFault[] = [];
  const wanted = new Map<string, number>();
  if (items.length === 0) faults.push({ field: 'items', message: 'there is nothing in this order' });
  if (!zoneOf(catalogue, country))
    faults.push({ field: 'country', message: `${catalogue.name} does not post to "${country}"` });
  items.forEach((item, i) => {
    const fault = (field: string, message: string) => faults.push({ field: `items[${i}].${field}`, message });
    const blank = catalogue.blanks.find((b) => b.id === item.blank);
    if (!blank) return fault('blank', `there is no blank "${item.blank}"`);
    const size = blank.sizes.find((s) => s.id === item.size);
    if (!size)
      return fault(
        'size',
        `${blank.name} comes in ${blank.sizes.map((s) => s.id).join(', ')}, not "${item.size}"`,
      );
    if (!Number.isInteger(item.quantity) || item.quantity < 1 || item.quantity > MOST_PIECES)
      return fault('quantity', `must be whole pieces from 1 to ${MOST_PIECES}`);
    if (blank.colours.length && (item.colour === null || !blank.colours.includes(item.colour)))
      fault('colour', `${blank.name} is not kept in ${item.colour ?? 'no colour'}`);
    else if (item.colour !== null && blank.out.includes(item.colour))
      fault('colour', `${blank.name} has run out in ${item.colour}: choose another colour`);
    const key = JSON.stringify([blank.id, size.id, item.colour]);
    const all = (wanted.get(key) ?? 0) + item.quantity;
    wanted.set(key, all);
    if (all > size.stock)
      fault('quantity', `${size.stock} of ${blank.name}, ${size.id}, are left, not ${all}`);
    if (item.prints.length === 0) fault('prints', 'there is nothing to print on it');
    else if (printPrice(catalogue, item, 1) === null)
      fault('prints', `is larger than ${catalogue.name} prints`);
  });
  return faults;
}

/** What an order costs and when it comes. Throws a QuoteError that lists what is wrong by field. */
export function quoteOf(
  catalogue: Catalogue,
  items: readonly OrderItem[],
  country: string,
  placedAt: number,
): Quote {
  const faults = faultsOf(catalogue, items, country);
  if (faults.length) throw new QuoteError(faults);
  const { breaks, blanks, calendar } = catalogue;
  const blankOf = (item: OrderItem): Blank => blanks.find((b) => b.id === item.blank)!;
  // Sizes and colours of one blank count together, and so do prints on them.
  const pieces = new Map<string, number>();
  for (const { blank, quantity } of items) pieces.set(blank, (pieces.get(blank) ?? 0) + quantity);
  let grams = WRAPPING;
  const quoted = items.map((item): QuotedItem => {
    const of = blankOf(item);
    const size = of.sizes.find((s) => s.id === item.size)!;
    const many = pieces.get(item.blank)!;
    const blank = priceFor(breaks, of.prices, many) + size.more;
    const print = printPrice(catalogue, item, many)!;
    grams += size.grams * item.quantity;
    return { blank, print, each: blank + print, total: (blank + print) * item.quantity };
  });
  const goods = quoted.reduce((sum, q) => sum + q.total, 0);
  const zone = zoneOf(catalogue, country)!;
  const postage = postageOf(zone, grams);
  const all = items.reduce((sum, i) => sum + i.quantity, 0);
  return {
    ...{ items: quoted, goods, postage, total: goods + postage, grams, pieces: all, zone: zone.id },
    days: daysOf(calendar, placedAt, all, zone.days),
  };
}

/** Numbers of pieces at which prices change, up to what there is of them, and the last of those. */
export const quantitiesOf = ({ breaks }: Catalogue, most: number): number[] => [
  ...new Set([...breaks.filter((n) => n < most), Math.max(1, most)]),
];

/** What is left of a selling price, as a share of it; less than 0 for a loss, null for no price. */
export const marginOf = (cost: number, price: number): number | null =>
  price > 0 ? (price - cost) / price : null;

/** The selling price that leaves a margin (0 to 1, not 1) over a cost. */
export const priceWith = (cost: number, margin: number): number => cost / (1 - margin);
