/** What may be done with a material. */
export interface Licence {
  /** SPDX id, `own` for the seller's own work, `redrawn` for own work after another's, `bought` or `permitted` for goods, or `unknown`. */
  id: string;
  /** Whose it is and where it comes from. */
  source?: string;
  /** What shows that it may be used: a note, the number of a bill. */
  proof?: string;
  /** The bill or the letter itself, by the content address of its stored bytes, and what it is called. */
  bill?: { sha256: string; name: string };
  /** Since when it holds, YYYY-MM-DD. */
  date?: string;
}

/** What a licence lets a seller do with a material on goods. */
export interface Terms {
  name: string;
  /** May goods that bear it be sold? */
  sale: boolean;
  /** Must its maker be named? */
  attribution: boolean;
  /** Must what is made with it be given on under the same terms? */
  shareAlike: boolean;
  /** May it be changed? */
  change: boolean;
  /** Does it rest on something that has to be shown? */
  shown: boolean;
}

const open = (name: string, more: Partial<Terms> = {}): Terms => ({
  name,
  sale: true,
  attribution: false,
  shareAlike: false,
  change: true,
  shown: false,
  ...more,
});

/** By SPDX id; `own` for the seller's own work, `redrawn` for what was drawn after another's, `bought` and `permitted` for what was agreed on. Creative Commons' terms as their deeds state them. */
const TERMS: Record<string, Terms> = {
  own: open('your own work'),
  redrawn: open('your own drawing after another’s picture', { shown: true }),
  bought: open('bought, for goods too'),
  permitted: open('its maker’s permission'),
  'CC0-1.0': open('CC0 1.0'),
  MIT: open('MIT'),
  'Apache-2.0': open('Apache 2.0'),
  'OFL-1.1': open('SIL Open Font Licence 1.1'),
  'CC-BY-3.0': open('CC BY 3.0', { attribution: true }),
  'CC-BY-4.0': open('CC BY 4.0', { attribution: true }),
  'CC-BY-SA-3.0': open('CC BY-SA 3.0', { attribution: true, shareAlike: true }),
  'CC-BY-SA-4.0': open('CC BY-SA 4.0', { attribution: true, shareAlike: true }),
  'CC-BY-NC-4.0': open('CC BY-NC 4.0', { attribution: true, sale: false }),
  'CC-BY-NC-SA-4.0': open('CC BY-NC-SA 4.0', { attribution: true, sale: false, shareAlike: true }),
  'CC-BY-ND-4.0': open('CC BY-ND 4.0', { attribution: true, change: false }),
};

/** The ids of licences whose terms are known. */
export const KNOWN_LICENCES: readonly string[] = Object.keys(TERMS);

/** The terms of a licence; null where nobody has said, or the id is not known. */
export const termsOf = ({ id }: Licence): Terms | null => (Object.hasOwn(TERMS, id) ? TERMS[id] : null);

/**
 * Whether what it rests on is still to be said: a drawing after a picture may be sold if that picture's maker allows it, and
 * only the seller knows. A note or a bill answers it.
 */
export const isUnshown = (licence: Licence): boolean =>
  termsOf(licence)?.shown === true && !licence.proof?.trim() && !licence.bill;
