import type { AxisValues, Typeface } from './typeface';

/** Another form of a letter, and the feature that gives it. */
export interface Alternate {
  glyph: number;
  /** As HarfBuzz writes it, e.g. `ss03` or `salt=2`; empty for the form that it has anyway. */
  feature: string;
}

/** Substitutions that are no choice of the seller's: they belong to a script, or depend on the word. */
const NOT_CHOSEN = new Set(
  'ccmp rlig calt clig liga locl rvrn init medi fina isol rclt mark mkmk abvs blws pres psts haln nukt akhn rphf pref blwf half pstf vatu cjct frac numr dnom vert vrt2'.split(
    ' ',
  ),
);
/** A feature that has more forms than this is taken for broken. */
const MOST_FORMS = 64;

/**
 * Every form that a typeface offers for the character at `index` of `text`, as its substitution tables
 * (OpenType `GSUB`) give them: each feature is tried there, with 1, 2, 3 … until nothing new comes.
 * The usual form is first.
 */
export function alternatesOf(
  face: Typeface,
  text: string,
  index: number,
  axes: AxisValues = {},
): Alternate[] {
  const varied = face.at(axes);
  const width = (text.codePointAt(index) ?? 0) > 0xffff ? 2 : 1;
  const formWith = (features: string[]): string => {
    const glyphs = varied
      .shape(text, features)
      .filter((g) => g.cluster >= index && g.cluster < index + width);
    return glyphs.map((g) => g.id).join(' ');
  };
  const usual = formWith([]);
  if (!usual) return [];
  const seen = new Set([usual]);
  const found: Alternate[] = [{ glyph: Number(usual.split(' ')[0]), feature: '' }];
  for (const tag of varied.substitutions) {
    if (NOT_CHOSEN.has(tag)) continue;
    for (let value = 1; value <= MOST_FORMS; value++) {
      const form = formWith([`${tag}[${index}:${index + width}]=${value}`]);
      if (seen.has(form) || form === '') {
        // `salt=1` may be the form that `ss01` has already given, and `salt=2` still be new.
        if (form === usual || form === '' || value > 3) break;
        continue;
      }
      seen.add(form);
      found.push({ glyph: Number(form.split(' ')[0]), feature: value === 1 ? tag : `${tag}=${value}` });
    }
  }
  return found;
}
