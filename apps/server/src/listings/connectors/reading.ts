import type { DayFigures } from '@brelm/core/listing';
import type { RemoteListing } from '@brelm/contract';
import { ask, remoteOf, type Line } from './http';
import { RetryError, type Connector, type Outgoing } from './types';

/** Words of a listing as JSON, with the names under which its files are sent. */
export const wordsWith = ({ files, ...words }: Outgoing, nameOf: (i: number) => string) => ({
  ...words,
  files: files.map(({ kind, side, name }, i) => ({ kind, side, name, file: nameOf(i) })),
});

/** What every marketplace is asked alike. */
export const readingOf = (line: Line): Pick<Connector, 'find' | 'takeDown' | 'states' | 'figures'> => {
  const listings = async (query: string): Promise<RemoteListing[]> => {
    const { body } = await ask(line, `/listings${query}`);
    const list = (body as { listings?: unknown } | null)?.listings;
    if (!Array.isArray(list)) throw new RetryError(`${line.name} answers with something that is no list.`);
    return list.map((l) => remoteOf(line, l));
  };
  return {
    find: async (reference) => {
      const found = await listings(`?reference=${encodeURIComponent(reference)}`);
      return found.find((l) => l.reference === reference) ?? null;
    },
    takeDown: async (id) =>
      remoteOf(line, (await ask(line, `/listings/${encodeURIComponent(id)}`, { method: 'DELETE' })).body),
    states: () => listings(''),
    figures: async () => {
      const { body } = await ask(line, '/figures');
      const list = (body as { figures?: unknown } | null)?.figures;
      if (!Array.isArray(list)) throw new RetryError(`${line.name} answers with something that is no list.`);
      return list as { reference: string; days: DayFigures[] }[];
    },
  };
};

/** The listing that stands behind a reference which is taken already. */
export async function madeOrThere(
  line: Line,
  answer: { status: number; body: unknown },
  reference: string,
): Promise<RemoteListing> {
  if (answer.status !== 409) return remoteOf(line, answer.body);
  const there = await readingOf(line).find(reference);
  if (!there) throw new RetryError(`${line.name} says that the listing is there, and does not have it.`);
  return there;
}

export const json = (
  method: 'POST' | 'PUT',
  body: unknown,
  headers: Record<string, string> = {},
): RequestInit => ({
  method,
  body: JSON.stringify(body),
  headers: { 'Content-Type': 'application/json', ...headers },
});

export const ifMatch = (revision: number) => ({ 'If-Match': `"${revision}"` });
