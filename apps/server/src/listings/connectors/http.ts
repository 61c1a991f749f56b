import { nullable, number, readAlone, record, text } from '@brelm/core/fields';
import type { RemoteListing } from '@brelm/contract';
import { RefusedError, RetryError } from './types';

/** How long an answer is waited for, ms: what is sent is looked at before it is answered. */
const PATIENCE = { reading: 15_000, sending: 120_000 };
/** Characters of an answer that are looked at. */
const MOST_ANSWER = 20_000_000;

/** A connection as it is spoken over. */
export interface Line {
  /** Where the marketplace answers, without a slash at the end. */
  base: string;
  token: string;
  /** The marketplace's name, for what is said of it. */
  name: string;
  patience?: number;
}

interface Answer {
  status: number;
  body: unknown;
}

const firstOf = (body: unknown, fallback: string): string => {
  const { message, faults } = (body ?? {}) as {
    message?: unknown;
    faults?: { field: string; message: string }[];
  };
  if (Array.isArray(faults) && faults.length) return faults.map((f) => `${f.field}: ${f.message}`).join('; ');
  return typeof message === 'string' ? message : fallback;
};

/**
 * Asks a marketplace. What may go well later is a RetryError (no answer, 408, 425, 429, 5xx, a page instead of data), all
 * else that is no success a RefusedError.
 */
export async function ask(line: Line, path: string, init: RequestInit = {}): Promise<Answer> {
  const { name, base, token } = line;
  let response: Response;
  let said: string;
  try {
    response = await fetch(`${base}${path}`, {
      ...init,
      headers: { ...(init.headers as Record<string, string>), Authorization: `Bearer ${token}` },
      signal: AbortSignal.timeout(line.patience ?? PATIENCE[init.method ? 'sending' : 'reading']),
      redirect: 'error',
    });
    said = await response.text();
  } catch (error) {
    const late = (error as Error).name === 'TimeoutError';
    throw new RetryError(late ? `${name} does not answer.` : `${name} cannot be reached.`);
  }
  if (said.length > MOST_ANSWER) throw new RetryError(`${name} answers more than can be read.`);
  const { status } = response;
  let body: unknown = null;
  try {
    body = said ? (JSON.parse(said) as unknown) : null;
  } catch {
    throw new RetryError(`${name} answers with a page instead of data (${status}).`);
  }
  if (status === 401 || status === 403)
    throw new RefusedError(`${name} does not take the token any more: connect to it anew.`, 'token');
  if ([408, 425, 429].includes(status) || status >= 500) {
    const after = Number(response.headers.get('Retry-After'));
    throw new RetryError(`${name} is busy (${status}).`, Number.isFinite(after) && after > 0 ? after : null);
  }
  if (status === 412) throw new RefusedError(firstOf(body, 'It was changed there.'), 'changed');
  // One that is there already is the caller's to find.
  if (status === 409) return { status, body };
  if (status >= 400) throw new RefusedError(`${name}: ${firstOf(body, `refused (${status})`)}`, 'refused');
  return { status, body };
}

const ANY = 1e9;

/** What is looked at of a listing that is told of; more may stand there. */
const TOLD = {
  id: text({ max: 120 }),
  reference: text({ max: 120 }),
  revision: number({ min: 0, max: ANY, whole: true }),
  state: text({ max: 60 }),
  page: nullable(text({ max: 600 })),
};

/** A listing out of an answer. Throws a RetryError for what is none. */
export function remoteOf(line: Line, value: unknown): RemoteListing {
  try {
    const { id, reference, revision, state, page, words, reasons } = value as Record<string, unknown>;
    const { title, price } = words as { title: unknown; price: unknown };
    const told = readAlone(record(TOLD), { id, reference, revision, state, page });
    return {
      ...(told as Omit<RemoteListing, 'title' | 'price' | 'reasons'>),
      ...{ title: String(title), price: Number(price) },
      reasons: (reasons as RemoteListing['reasons']).map((r) => ({
        field: String(r.field),
        message: String(r.message),
      })),
    };
  } catch {
    throw new RetryError(`${line.name} answers with something that is no listing.`);
  }
}
