import type { Spec, SpecSide } from './types';

/** One thing that differs between two states of a spec, in words. */
export interface SpecDifference {
  /** Where: the side's name, or null for the whole product. */
  side: string | null;
  what: string;
  /** True where files that were right may be refused now, or print otherwise. */
  matters: boolean;
}

const num = (v: number) => String(+v.toFixed(3));
const mega = (bytes: number) => `${num(bytes / 1e6)} MB`;
const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);

function sideDifferences(before: SpecSide, after: SpecSide): SpecDifference[] {
  const out: SpecDifference[] = [];
  const say = (what: string, matters = true) => out.push({ side: after.name, what, matters });
  if (before.widthPx !== after.widthPx || before.heightPx !== after.heightPx)
    say(`${before.widthPx} × ${before.heightPx} px became ${after.widthPx} × ${after.heightPx} px`);
  if (before.widthIn !== after.widthIn || before.heightIn !== after.heightIn)
    say(
      `the print area of ${num(before.widthIn)} × ${num(before.heightIn)} in became ${num(after.widthIn)} × ${num(after.heightIn)} in`,
    );
  if (before.dpi !== after.dpi) say(`${num(before.dpi)} dpi became ${num(after.dpi)} dpi`);
  if (!same(before.safeIn, after.safeIn) || !same(before.safeShape, after.safeShape))
    say('the safe area changed');
  if ((before.bleedIn ?? 0) !== (after.bleedIn ?? 0))
    say(`the bleed of ${num(before.bleedIn ?? 0)} in became ${num(after.bleedIn ?? 0)} in`);
  if (!same(before.shape, after.shape)) say('the outline of the product changed');
  if (!same(before.zones ?? [], after.zones ?? [])) say('the places to keep clear changed');
  if (!same(before.curve, after.curve)) say('the curve changed');
  if (before.name !== after.name) say(`“${before.name}” is called “${after.name}” now`, false);
  return out;
}

/** What differs between two states of one spec. */
export function specDifferences(before: Spec, after: Spec): SpecDifference[] {
  const out: SpecDifference[] = [];
  const say = (what: string, matters = true) => out.push({ side: null, what, matters });
  for (const side of before.sides) {
    const now = after.sides.find((s) => s.id === side.id);
    if (now) out.push(...sideDifferences(side, now));
    else out.push({ side: side.name, what: 'the side is not there any more', matters: true });
  }
  for (const side of after.sides)
    if (!before.sides.some((s) => s.id === side.id))
      out.push({ side: side.name, what: 'the side is new', matters: false });
  const lost = before.formats.filter((f) => !after.formats.includes(f));
  if (lost.length) say(`${lost.map((f) => f.toUpperCase()).join(', ')} is not taken any more`);
  else if (!same(before.formats, after.formats))
    say(`files may be ${after.formats.map((f) => f.toUpperCase()).join(', ')}`, false);
  if (before.background !== after.background)
    say(`the background “${before.background}” became “${after.background}”`);
  if (before.maxBytes !== after.maxBytes)
    say(
      `files of at most ${mega(before.maxBytes)} became ${mega(after.maxBytes)}`,
      after.maxBytes < before.maxBytes,
    );
  if (before.leastDpi !== after.leastDpi)
    say(
      `pictures of ${num(before.leastDpi)} dpi became ${num(after.leastDpi)} dpi`,
      after.leastDpi > before.leastDpi,
    );
  const thinner = (a: number | undefined, b: number | undefined, of: string) => {
    if (a !== b) say(`the thinnest ${of} changed`, (b ?? 0) > (a ?? 0));
  };
  thinner(before.thinnestLineMm, after.thinnestLineMm, 'line');
  thinner(before.thinnestGapMm, after.thinnestGapMm, 'gap');
  if (before.perColour !== after.perColour)
    say(
      after.perColour ? 'artwork may differ per colour now' : 'artwork must be the same on every colour now',
      !after.perColour,
    );
  const gone = (before.garments ?? []).filter((g) => after.garments && !after.garments.includes(g));
  if (gone.length) say(`it does not come in ${gone.join(', ')} any more`);
  if (!same(before.grounds, after.grounds)) say('it is judged on other grounds', false);
  if (!same(before.sticker, after.sticker)) say('the rules for stickers changed');
  if (!same(before.listing, after.listing)) say('the limits of the listing changed', false);
  if (before.naming !== after.naming) say('the names of files changed', false);
  if (before.marketplace !== after.marketplace || before.product !== after.product)
    say(`it is called “${after.marketplace}, ${after.product}” now`, false);
  return out;
}
