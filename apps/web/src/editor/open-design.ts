import { documentOf, readDesign } from '@brelm/core/design';
import type { KeptDesign } from '@brelm/contract';
import type { StoredDesign } from '../store/opened';
import { adoptDraft, draftsOf, dropDraft, forgetDraft, sameDesign, type KeptDraft } from '../store/drafts';
import { apiAt } from '../platform/address';
import { readAt } from '../platform/asked-again';
import { region } from '../words/language';
import { say } from '../words/editor';

/** A design as it can be opened: from the server, with what this browser kept that the server lacks. */
export interface Opening {
  stored: StoredDesign;
  /** The server answered: `stored` is its own. */
  reached: boolean;
  /** What this tab kept of it, whether or not the server has it by now. */
  own?: KeptDraft;
  /** What this tab or closed ones kept and never saved, this tab's first. */
  drafts: KeptDraft[];
}

/** It cannot be opened; the message says why. */
export class OpeningError extends Error {}

/** Finds everything that there is of a design. Throws an OpeningError. */
export async function findDesign(id: string): Promise<Opening> {
  const { own, left } = await draftsOf(id).catch((error: Error) => {
    throw new OpeningError(say('whatThisBrowserKeptOf', { message: error.message }));
  });
  let drafts = own ? [own, ...left] : left;
  let stored: StoredDesign;
  try {
    // With what is here, work goes on at once.
    const response = await (drafts.length ? fetch(apiAt(`designs/${id}`)) : readAt(`designs/${id}`));
    const body = (await response.json()) as KeptDesign & { message?: string };
    // Away for now: go on with what is here.
    if (response.status >= 500 && drafts.length) throw new TypeError(body.message);
    if (!response.ok) throw new OpeningError(body.message ?? say('itCouldNotBeRead'));
    stored = { ...body, document: readDesign(body.document) };
  } catch (error) {
    if (error instanceof OpeningError) throw error;
    const [draft] = drafts;
    if (!draft)
      throw new OpeningError(
        error instanceof TypeError ? say('theServerDoesNotAnswer') : (error as Error).message,
      );
    const { revision, at, design } = draft;
    stored = { id, revision, updatedAt: new Date(at).toISOString(), document: design };
    return { stored, reached: false, own, drafts };
  }
  const saved = drafts.filter((d) => sameDesign(d.design, stored.document));
  await Promise.all(saved.map((d) => (d === own ? dropDraft(id) : forgetDraft(d.key))));
  drafts = drafts.filter((d) => !saved.includes(d));
  return { stored, reached: true, own, drafts };
}

/** A name for what a tab left behind, among the design's versions. */
const leftName = (at: number) =>
  say('notSaved', { at: new Date(at).toLocaleString(region(), { dateStyle: 'medium', timeStyle: 'short' }) });

/**
 * Goes on with one of the drafts, or with what is saved; the others are kept among the design's versions,
 * and stay in this browser until they are.
 */
export async function settleDrafts(
  id: string,
  drafts: readonly KeptDraft[],
  chosen: KeptDraft | null,
): Promise<void> {
  for (const draft of drafts) {
    if (draft === chosen) continue;
    const kept = await fetch(apiAt(`designs/${id}/versions`), {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ name: leftName(draft.at), document: documentOf(draft.design) }),
    }).catch(() => null);
    if (kept?.ok) await forgetDraft(draft.key);
  }
  if (chosen) await adoptDraft(id, chosen);
}
