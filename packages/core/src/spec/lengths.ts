import type { Checked } from '../fields';

/** Inches in one of each unit that a spec may be written in. */
const UNITS: Record<string, number> = { in: 1, '"': 1, mm: 1 / 25.4, cm: 1 / 2.54, pt: 1 / 72, ft: 12 };

/**
 * A length of a spec file in inches: a number is inches already; text is a number with its unit
 * ("380 mm", "15 in"). Faults anything else, and what is not from `min` to `max` inches.
 */
export function inchesOf(field: Checked, { min, max }: { min: number; max: number }): number {
  const { value } = field;
  const within = (inches: number): number => {
    if (inches >= min && inches <= max) return inches;
    field.fault(`must be from ${min} to ${max} in`);
    return Math.max(min, Math.min(max, 0));
  };
  // What is neither a number nor text is faulted as a number.
  if (typeof value !== 'string') {
    const inches = field.number({ min: -Infinity, max: Infinity });
    return typeof value === 'number' && Number.isFinite(value)
      ? within(inches)
      : Math.max(min, Math.min(max, 0));
  }
  const [, figure, unit] = /^\s*(-?\d+(?:[.,]\d+)?)\s*([^\s\d]*)\s*$/.exec(value) ?? [];
  if (figure === undefined) field.fault(`"${value.slice(0, 40)}" is no length: write 15 or "380 mm"`);
  else if (unit && !Object.hasOwn(UNITS, unit))
    field.fault(`there is no unit "${unit.slice(0, 20)}": write in, mm, cm, pt or ft`);
  else return within(Number(figure.replace(',', '.')) * (unit ? UNITS[unit] : 1));
  return Math.max(min, Math.min(max, 0));
}
