/** What services answer is read piece by piece: each reader gives a value of its kind, or throws a SilentError. */
import { SilentError } from './outside';

export const refuse = (what: string): never => {
  throw new SilentError(`what it answered cannot be used: ${what}`);
};

export const record = (v: unknown, what: string): Record<string, unknown> =>
  v !== null && typeof v === 'object' && !Array.isArray(v) ? (v as Record<string, unknown>) : refuse(what);

export const text = (v: unknown, what: string, most: number): string =>
  typeof v === 'string' && v.length <= most ? v : refuse(what);

export const list = (v: unknown, what: string, most: number): unknown[] =>
  Array.isArray(v) && v.length <= most ? v : refuse(what);

/** A number that counts something. */
export const amount = (v: unknown, what: string): number =>
  typeof v === 'number' && Number.isFinite(v) && v >= 0 ? v : refuse(what);
