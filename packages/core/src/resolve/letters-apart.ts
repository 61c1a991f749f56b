import { freshId, type Design, type Edit, partIds, partsOfBundle, bundleIds } from '../design';
import {
  motif,
  partTitle,
  place,
  type LetteringPart,
  type MotifOutline,
  type MotifPart,
  type Whole,
  decorated,
  letteringBlock,
} from '../parts';
import {
  axisScales,
  boxCentre,
  boxHeight,
  boxWidth,
  EMPTY_BOX,
  grow,
  isEmptyBox,
  pathBounds,
  toSvgPath,
  transformPath,
  unite,
  type Matrix,
} from '../geometry';
import { outlineOn, partMatrix, resolve } from './resolve';
import type { Materials, OutlineItem } from '../drawing';

type Piece = Pick<OutlineItem, 'path' | 'ink' | 'rule' | 'opacity' | 'stroke' | 'clips'> & { matrix: Matrix };

/** Outlines on the board as a motif in their place; null when they draw nothing. */
function motifOf(id: string, name: string, pieces: readonly Piece[]): MotifPart | null {
  let box = EMPTY_BOX;
  const placed = pieces.map((p) => {
    const path = transformPath(p.path, p.matrix);
    const scale = p.stroke?.space === 'own' ? Math.max(...axisScales(p.matrix)) : 1;
    // A line on one side alone is twice as wide, cut by the outline itself.
    const side = p.stroke?.side;
    const width = (p.stroke?.width ?? 0) * scale * (side ? 2 : 1);
    box = unite(box, grow(pathBounds(path), side === 'inside' ? 0 : width / 2));
    const clips = (p.clips ?? []).map((c) => ({ path: transformPath(c.path, p.matrix), rule: c.rule }));
    if (side === 'inside') clips.push({ path, rule: p.rule });
    return { ...p, path, width, clips };
  });
  if (isEmptyBox(box)) return null;
  const shift: Matrix = [1, 0, 0, 1, -box.left, -box.top];
  const svg = (path: OutlineItem['path']) => toSvgPath(transformPath(path, shift));
  const outlines = placed.map((p): MotifOutline => ({
    path: svg(p.path),
    ink: p.ink,
    rule: p.rule,
    opacity: p.opacity,
    stroke: p.stroke && { width: p.width, join: p.stroke.join, cap: p.stroke.cap },
    ...(p.clips.length ? { clips: p.clips.map((c) => ({ path: svg(c.path), rule: c.rule })) } : {}),
  }));
  const [cx, cy] = boxCentre(box);
  const art = { width: Math.max(0.001, boxWidth(box)), height: Math.max(0.001, boxHeight(box)), outlines };
  return motif(id, name, place(cx, cy), art, { id: 'own' });
}

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
    (i): i is OutlineItem => i.kind === 'outline' && i.role !== 'ink',
  );
  const behind = motifOf(fresh(), `Behind ${partTitle(part)}`.slice(0, 300), dressing);
  const bundle = freshId('bundle', bundleIds(design));
  const made = [...letters, ...(behind ? [behind] : [])].map((m) => ({
    ...m,
    bundle,
    opacity: part.opacity,
    mustRead: part.mustRead && m !== behind,
    window: part.window,
    knockOut: part.knockOut,
    unprinted: part.unprinted,
  }));
  if (made.length === 0) return { edits: [], select: [part.id] };
  const at = design.parts.findIndex((p) => p.id === part.id);
  return {
    edits: [
      { op: 'addBundle', bundle: { id: bundle, name: partTitle(part).slice(0, 120), bundle: part.bundle } },
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
