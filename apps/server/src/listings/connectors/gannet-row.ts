import { ask, remoteOf, type Line } from './http';
import { ifMatch, json, madeOrThere, readingOf, wordsWith } from './reading';
import { RetryError, type Connector, type Outgoing } from './types';

/** Hands every file in at the address that is signed for it; what is there already is not sent. */
async function upload(line: Line, { files }: Outgoing): Promise<void> {
  for (const { sha256, bytes, mime } of files) {
    const { body } = await ask(line, '/uploads', json('POST', { sha256, bytes: bytes.length }));
    const put = (body as { put?: unknown } | null)?.put;
    if (put === null) continue;
    if (typeof put !== 'string') throw new RetryError(`${line.name} names no address for a file.`);
    // Only where the marketplace itself is: an address elsewhere is not followed.
    const at = new URL(put, line.base);
    if (at.origin !== new URL(line.base).origin)
      throw new RetryError(`${line.name} names an address that is not its own.`);
    await ask({ ...line, base: at.origin }, `${at.pathname}${at.search}`, {
      method: 'PUT',
      body: bytes as Uint8Array<ArrayBuffer>,
      headers: { 'Content-Type': mime },
    });
  }
}

const bodyOf = (listing: Outgoing) => wordsWith(listing, (i) => listing.files[i].sha256);

/** Each file by a signed address, then the listing that names them. */
export const gannetRow = (line: Line): Connector => ({
  ...readingOf(line),
  publish: async (listing) => {
    await upload(line, listing);
    return madeOrThere(line, await ask(line, '/listings', json('POST', bodyOf(listing))), listing.reference);
  },
  update: async (id, revision, listing) => {
    await upload(line, listing);
    const answer = await ask(line, `/listings/${id}`, json('PUT', bodyOf(listing), ifMatch(revision)));
    return remoteOf(line, answer.body);
  },
});
