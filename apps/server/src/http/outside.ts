/** Services that are asked over HTTP: what they answer is read up to a limit, in time, and never followed elsewhere. */

/** The service did not answer, or with what nobody can read; in words for the seller. */
export class SilentError extends Error {}

/** The service answered that it will not: with its own words. */
export class DeclinedError extends Error {}

/** Text of a refusal that is shown, characters. */
const MOST_TOLD = 300;

async function textOf(response: Response, most: number): Promise<string> {
  const chunks: Uint8Array[] = [];
  let bytes = 0;
  const reader = response.body?.getReader();
  for (let part = await reader?.read(); part && !part.done; part = await reader!.read()) {
    bytes += part.value.byteLength;
    if (bytes > most) {
      await reader!.cancel();
      throw new SilentError(`it answered with more than ${Math.round(most / 1e6)} MB`);
    }
    chunks.push(part.value);
  }
  return Buffer.concat(chunks).toString('utf8');
}

/**
 * Asks a service and reads its JSON. Throws a DeclinedError for a 4xx that says why, a SilentError for whatever else is no
 * answer; what it says is not looked at.
 */
export async function askOutside(
  address: string,
  { body, patience, most, signal }: { body?: unknown; patience: number; most: number; signal?: AbortSignal },
): Promise<unknown> {
  const late = AbortSignal.timeout(patience);
  let response: Response;
  let text: string;
  try {
    response = await fetch(address, {
      ...(body === undefined ? {} : { method: 'POST', body: JSON.stringify(body) }),
      headers: { 'Content-Type': 'application/json' },
      signal: signal ? AbortSignal.any([late, signal]) : late,
      redirect: 'error',
    });
    text = await textOf(response, most);
  } catch (error) {
    if (error instanceof SilentError) throw error;
    throw new SilentError(
      late.aborted ? `it did not answer within ${Math.round(patience / 1000)} s` : 'it does not answer',
    );
  }
  let read: unknown;
  try {
    read = JSON.parse(text);
  } catch {
    throw new SilentError('what it answered is no JSON');
  }
  if (response.ok) return read;
  const { message } = (read ?? {}) as { message?: unknown };
  const told = (Array.isArray(message) ? message.join('; ') : String(message ?? ''))
    .trim()
    .slice(0, MOST_TOLD);
  if (response.status >= 400 && response.status < 500 && told) throw new DeclinedError(told);
  throw new SilentError(`it answered with ${response.status}`);
}
