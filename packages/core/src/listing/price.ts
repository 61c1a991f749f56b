import type { FeeTable, Spec } from '../spec';
import type { PriceEnding, Pricing } from '../wording';

/** What a price leaves; all in hundredths of the currency. */
export interface Profit {
  price: number;
  /** What the press asks for one piece, printed. */
  cost: number;
  fees: number;
  profit: number;
  /** Of the price; less than 0 for a loss. */
  margin: number;
}

const FREE: Omit<FeeTable, 'currency'> = {
  ...{ listing: 0, share: 0, least: 0, payment: 0, paymentEach: 0 },
};

/** What a marketplace keeps of a sale at a price, hundredths, each fee rounded up as fee tables do. */
export function feesOf(fees: FeeTable | undefined, price: number): number {
  const { listing, share, least, payment, paymentEach } = fees ?? FREE;
  return listing + Math.max(least, Math.ceil(price * share)) + Math.ceil(price * payment) + paymentEach;
}

export function profitAt(fees: FeeTable | undefined, cost: number, price: number): Profit {
  const kept = feesOf(fees, price);
  const profit = price - kept - cost;
  return { price, cost, fees: kept, profit, margin: price > 0 ? profit / price : 0 };
}

/** The least price with an ending that is not under `price`. */
export function endingUp(price: number, ending: PriceEnding): number {
  const whole = Math.ceil(price);
  if (ending === 'any') return whole;
  const end = Number(ending);
  return Math.ceil((whole - end) / 100) * 100 + end;
}

/**
 * The least price with its ending at which a margin is left after cost and fees; null where no price leaves that much.
 * The straight answer of shares and sums, then up until what is rounded is covered, too.
 */
export function priceFor(
  fees: FeeTable | undefined,
  cost: number,
  { margin, ending }: Pricing,
): number | null {
  const { listing, share, least, payment, paymentEach } = fees ?? FREE;
  const sums = cost + listing + paymentEach;
  if (1 - margin - payment - share <= 0) return null;
  const price = Math.max(sums / (1 - margin - payment - share), (sums + least) / (1 - margin - payment));
  let rounded = endingUp(price, ending);
  const step = ending === 'any' ? 1 : 100;
  for (let tries = 0; tries < 50; tries++, rounded += step)
    if (profitAt(fees, cost, rounded).margin >= margin - 1e-12) return rounded;
  return null;
}

/** The price of a listing: its own, or what the wanted margin asks for within what the marketplace allows. */
export function listingPrice(spec: Spec, cost: number | null, pricing: Pricing, own?: number): number | null {
  if (own !== undefined) return own;
  if (cost === null) return null;
  const made = priceFor(spec.listing?.fees, cost, pricing);
  const { least = 0, most = Infinity } = spec.listing?.prices ?? {};
  return made === null ? null : Math.min(most, Math.max(made, endingUp(least, pricing.ending)));
}
