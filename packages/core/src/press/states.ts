import type { OrderDays } from './calendar';

/** How far an order is, in their order; `refused` ends it after it was checked, `cancelled` before it is printed. */
export const ORDER_STATES = [
  'received',
  'checked',
  'printed',
  'posted',
  'arrived',
  'refused',
  'cancelled',
] as const;
export type OrderState = (typeof ORDER_STATES)[number];

export interface OrderStep {
  state: OrderState;
  /** When it was reached, ms. */
  at: number;
}

/** How many times faster than the calendar says the stand-in press works: a day is a minute. */
export const STAND_IN_SPEED = 24 * 60;

const at = (day: string, hour: number): number => Date.parse(`${day}T00:00:00Z`) + hour * 3600 * 1000;

/** The moment of an order's own time that a real moment is: the stand-in's days pass faster. */
export const ownTime = (placedAt: number, now: number, speed = STAND_IN_SPEED): number =>
  placedAt + Math.max(0, now - placedAt) * speed;

/**
 * The steps that an order has reached by a moment (ms, of the order's own time), with their own times. It arrives in
 * the middle of the days that were told, by `chance` (0 to 1). `refused`: its file was not taken; `cancelledAt`: it
 * was taken back then.
 */
export function stepsOf(
  days: OrderDays,
  placedAt: number,
  now: number,
  chance: number,
  { refused = false, cancelledAt = null }: { refused?: boolean; cancelledAt?: number | null } = {},
): OrderStep[] {
  const [first, last] = days.arrives.map((d) => at(d, 11));
  const checked = Math.max(placedAt, at(days.checked, 9));
  const planned: OrderStep[] = [
    { state: 'received', at: placedAt },
    ...(refused
      ? [{ state: 'refused' as const, at: checked }]
      : [
          { state: 'checked' as const, at: checked },
          { state: 'printed' as const, at: Math.max(checked, at(days.printed, 14)) },
          { state: 'posted' as const, at: Math.max(checked, at(days.printed, 17)) },
          { state: 'arrived' as const, at: Math.max(checked, first + chance * (last - first)) },
        ]),
  ];
  const until = cancelledAt ?? Infinity;
  const reached = planned.filter((s) => s.at <= now && s.at <= until);
  if (cancelledAt !== null && cancelledAt <= now) reached.push({ state: 'cancelled', at: cancelledAt });
  return reached;
}

/** Whether an order that has reached these steps can still be taken back: nothing of it is printed yet. */
export const canCancel = (steps: readonly OrderStep[]): boolean =>
  ['received', 'checked'].includes(steps[steps.length - 1]?.state);
