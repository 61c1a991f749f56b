import { freshId, type Design, type Edit, partIds, partsOfBundle, bundleIds } from '../design';
import { decorated, letteringBlock, partTitle, type LetteringPart, type Whole } from '../parts';
import { motifOf } from './motif-of';
import { outlineOn, partMatrix } from './own';
import { resolve } from './resolve';
import type { Materials, OutlineItem } from '../drawing';

/**
 * Edits that turn lettering into motifs, one a letter, with one more for what lies behind them; all in a
 * bundle, together with the lettering itself, hidden: the way back (`backToWords`).
 */
export function lettersApart(
  part: LetteringPart,
  design: Design,
  materials: Materials,
): { edits: Edit[]; select: string[] } {
  const taken = partIds(design);
  const fresh = () => {
    const id = freshId('letter', taken);
    taken.push(id);
    return id;
  };
  const matrix = partMatrix(part);
  const block = letteringBlock(part, materials, (id) => outlineOn(design, id));
  const letters = block.letters.flatMap((letter) => {
    if (letter.set.length === 0) return [];
    const items = part.hollow ? [] : decorated([letter], block, letter.ink, part.decorations);
    const words = part.lines[letter.line]?.text.slice(letter.from, letter.to) ?? '';
    return (
      motifOf(
        fresh(),
        words || 'Letter',
        items.map((i) => ({ ...i, matrix })),
      ) ?? []
    );
  });
  const alone = { ...design, parts: [{ ...part, hidden: false, repeat: null }] };
  const [group] = resolve(alone, undefined, materials).groups;
  const dressing = (group?.items ?? []).filter(
    (i): i is OutlineItem => i.kind === 'outline' && i.role !== 'ink' && i.role !== 'relief',
  );
  const behind = motifOf(fresh(), `Behind ${partTitle(part)}`.slice(0, 300), dressing);
  const bundle = freshId('bundle', bundleIds(design));
  const made = [...letters, ...(behind ? [behind] : [])].map((m) => ({
    ...m,
    bundle,
    opacity: part.opacity,
    relief: m === behind ? [] : part.relief,
    mustRead: part.mustRead && m !== behind,
    window: part.window,
    knockOut: part.knockOut,
    unprinted: part.unprinted,
  }));
  if (made.length === 0) return { edits: [], select: [part.id] };
  const at = design.parts.findIndex((p) => p.id === part.id);
  return {
    edits: [
      {
        op: 'addBundle',
        bundle: { id: bundle, name: partTitle(part).slice(0, 120), bundle: part.bundle, joined: null },
      },
      ...made.map((m, i): Edit => ({ op: 'addPart', part: m, at: at + i })),
      { op: 'updatePart', part: part.id, change: { hidden: true, bundle, mustRead: false } },
      ...hangOver(design, (window) => window.kind === 'part' && window.part === part.id, {
        kind: 'bundle',
        bundle,
      }),
    ],
    select: made.map((m) => m.id),
  };
}

/** Edits that put another window where a certain one was. */
const hangOver = (design: Design, was: (window: Whole) => boolean, window: Whole): Edit[] =>
  design.parts.flatMap((p): Edit[] =>
    p.window && was(p.window) ? [{ op: 'updatePart', part: p.id, change: { window } }] : [],
  );

/** The hidden lettering of a bundle that `lettersApart` made; undefined for any other bundle. */
export const wordsBehind = (design: Design, bundle: string): LetteringPart | undefined => {
  const own = design.parts.filter((p) => p.bundle === bundle);
  const words = own.find((p) => p.kind === 'lettering' && p.hidden);
  return own.some((p) => p.kind === 'motif') ? (words as LetteringPart | undefined) : undefined;
};

/** Edits that take the letters of such a bundle away and show its words again; none for another bundle. */
export function backToWords(design: Design, bundle: string): Edit[] {
  const words = wordsBehind(design, bundle);
  if (!words) return [];
  const letters = partsOfBundle(design, bundle).filter((id) => id !== words.id);
  return [
    ...hangOver(design, (window) => window.kind === 'bundle' && window.bundle === bundle, {
      kind: 'part',
      part: words.id,
    }),
    { op: 'removeParts', parts: letters },
    { op: 'updatePart', part: words.id, change: { hidden: false, mustRead: true } },
    { op: 'removeBundle', bundle },
  ];
}
