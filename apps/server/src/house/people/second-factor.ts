import { createHash, randomBytes } from 'node:crypto';
import { Secret, TOTP } from 'otpauth';

/** RFC 6238, as every application for it knows it: SHA-1, six digits, thirty seconds. */
const MANNER = { algorithm: 'SHA1', digits: 6, period: 30 } as const;
/** Steps of time before and after now whose code is taken, for clocks that differ. */
const WINDOW = 1;

export const newSecret = (): string => new Secret({ size: 20 }).base32;

const totpOf = (secret: string, label = '') =>
  new TOTP({ ...MANNER, issuer: 'Brelm', label, secret: Secret.fromBase32(secret) });

/** What is read from the picture by an application for codes. */
export const secretAddress = (secret: string, signIn: string): string => totpOf(secret, signIn).toString();

/** The step of time that a code is of, or null where it is none of now, or one of a step that was taken already. */
export function stepOf(secret: string, code: string, now: number, taken: number): number | null {
  if (!/^\d{6}$/.test(code)) return null;
  const delta = totpOf(secret).validate({ token: code, timestamp: now, window: WINDOW });
  if (delta === null) return null;
  const step = Math.floor(now / 1000 / MANNER.period) + delta;
  return step > taken ? step : null;
}

const CODES = 10;
/** Letters and digits that are not taken for one another. */
const LETTERS = 'abcdefghjkmnpqrstuvwxyz23456789';

/** Codes that each stand in for the second factor once: 50 random bits, in two halves. */
export const newRecoveryCodes = (): string[] =>
  Array.from({ length: CODES }, () => {
    const letters = [...randomBytes(10)].map((b) => LETTERS[b % LETTERS.length]).join('');
    return `${letters.slice(0, 5)}-${letters.slice(5)}`;
  });

/** A code as it is kept: it is random, so that no slow hash is needed. */
export const recoveryHash = (code: string): string =>
  createHash('sha256')
    .update(code.toLowerCase().replace(/[^a-z0-9]/g, ''))
    .digest('hex');
