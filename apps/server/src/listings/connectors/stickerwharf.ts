import { zipSync } from 'fflate';
import Papa from 'papaparse';
import type { RemoteListing } from '@brelm/contract';
import { ask, remoteOf, type Line } from './http';
import { readingOf } from './reading';
import { RefusedError, RetryError, type Connector, type Outgoing } from './types';

/** Cells that hold several are parted by this; it cannot stand in one of them. */
const PART = '|';
const parted = (list: readonly string[]): string => list.map((s) => s.replaceAll(PART, '/')).join(PART);

/** A table of one row, and an archive of its files. */
function dropOf({ files, ...words }: Outgoing, revision: number | null): FormData {
  const named = (kind: string) => files.filter((f) => f.kind === kind);
  const row = {
    ...{
      reference: words.reference,
      product: words.product,
      title: words.title,
      description: words.description,
    },
    ...{
      points: parted(words.points),
      tags: parted(words.tags),
      price: words.price,
      colours: parted(words.colours),
    },
    prints: parted(named('print').map((f) => `${f.side}=${f.name}`)),
    pictures: parted(named('picture').map((f) => f.name)),
    revision: revision ?? '',
  };
  // Files are compressed already.
  const zip = zipSync(Object.fromEntries(files.map((f) => [f.name, [f.bytes, { level: 0 }]])));
  const form = new FormData();
  form.set('table', Papa.unparse([row]));
  form.set('archive', new Blob([zip as Uint8Array<ArrayBuffer>], { type: 'application/zip' }), 'drop.zip');
  return form;
}

async function drop(line: Line, listing: Outgoing, revision: number | null): Promise<RemoteListing> {
  const { body } = await ask(line, '/drops', { method: 'POST', body: dropOf(listing, revision) });
  const rows = (body as { rows?: unknown } | null)?.rows;
  const [row] = Array.isArray(rows)
    ? (rows as { status?: unknown; reason?: unknown; listing?: unknown }[])
    : [];
  if (!row) throw new RetryError(`${line.name} says nothing of the row that was dropped.`);
  const reason = String(row.reason);
  if (row.status === 412) throw new RefusedError(reason, 'changed');
  if (row.status === 409 || Number(row.status) >= 500) throw new RetryError(`${line.name}: ${reason}`);
  if (row.status !== 200) throw new RefusedError(`${line.name}: ${reason}`, 'refused');
  return remoteOf(line, row.listing);
}

/** A table and an archive, dropped together; a reference that is known is changed. */
export const stickerwharf = (line: Line): Connector => ({
  ...readingOf(line),
  publish: (listing) => drop(line, listing, null),
  update: (_id, revision, listing) => drop(line, listing, revision),
});
