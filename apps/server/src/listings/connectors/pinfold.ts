import { ask, remoteOf, type Line } from './http';
import { ifMatch, madeOrThere, readingOf, wordsWith } from './reading';
import type { Connector, Outgoing } from './types';

/** One form with the listing as JSON and all files in it. */
function formOf(listing: Outgoing): FormData {
  const form = new FormData();
  form.set('listing', JSON.stringify(wordsWith(listing, (i) => `file${i}`)));
  listing.files.forEach(({ bytes, mime, name }, i) =>
    form.set(`file${i}`, new Blob([bytes as Uint8Array<ArrayBuffer>], { type: mime }), name),
  );
  return form;
}

export const pinfold = (line: Line): Connector => ({
  ...readingOf(line),
  publish: async (listing) =>
    madeOrThere(
      line,
      await ask(line, '/listings', { method: 'POST', body: formOf(listing) }),
      listing.reference,
    ),
  update: async (id, revision, listing) =>
    remoteOf(
      line,
      (
        await ask(line, `/listings/${id}`, {
          method: 'PUT',
          body: formOf(listing),
          headers: ifMatch(revision),
        })
      ).body,
    ),
});
