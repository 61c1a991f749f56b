import { ask, remoteOf, type Line } from './http';
import { ifMatch, json, madeOrThere, readingOf, wordsWith } from './reading';
import type { Connector, Outgoing } from './types';

/** One JSON object with each file in base64 in a field of its own. */
const bodyOf = (listing: Outgoing) => ({
  ...wordsWith(listing, (i) => `data${i}`),
  ...Object.fromEntries(listing.files.map((f, i) => [`data${i}`, Buffer.from(f.bytes).toString('base64')])),
});

export const mudlark = (line: Line): Connector => ({
  ...readingOf(line),
  publish: async (listing) =>
    madeOrThere(line, await ask(line, '/listings', json('POST', bodyOf(listing))), listing.reference),
  update: async (id, revision, listing) =>
    remoteOf(
      line,
      (await ask(line, `/listings/${id}`, json('PUT', bodyOf(listing), ifMatch(revision)))).body,
    ),
});
