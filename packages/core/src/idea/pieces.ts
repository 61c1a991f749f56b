import { contrastRatio } from '../colour';
import { applyEdits, emptyDesign, freshId, partIds, type Design, type Edit } from '../design';
import { boxCentre, boxHeight, boxWidth, FORMS, isEmptyBox, type Box } from '../geometry';
import { lettering, letteringLine, motif, place, shapeOf, type Part } from '../parts';
import { inkOutlines } from '../svg';
import { WEAR_PRESETS } from '../wear';
import { inInk, isSingle, tidied, type ComposedFigure, type ComposeOn } from './compose';
import { splitPhrase } from './split';
import type { Idea } from './types';

/** Colours of a figure that are one ink with a colour of the design. */
const SAME = 4;
/** Shares of the safe area: across, a figure down, and between two pieces. */
const ACROSS = 0.9;
const FIGURE = 0.38;
const BETWEEN = 0.03;
/** A line of lettering takes no more than this of the height. */
const LINE = 0.3;
const SIZE = 400;
/** A typeface that goes with anything, for a first draft. */
const FACE = 'anton';
/** Characters above which a line is broken. */
const LONG = 16;
/** What lettering has to stand out by from the garment to be taken as an ink for it. */
const READS = 3;

/** The form or the wear whose name has most of the words; the first of all where none has any. */
function named<T extends { id: string; name: string }>(all: readonly T[], words: string, first: string): T {
  const asked = words.toLowerCase().match(/\p{L}+/gu) ?? [];
  const score = ({ id, name }: T) => asked.filter((w) => `${id} ${name}`.toLowerCase().includes(w)).length;
  const best = all.reduce((a, b) => (score(b) > score(a) ? b : a), all.find((x) => x.id === first) ?? all[0]);
  return best;
}

/**
 * A design of an idea's pieces: lines and figures below one another in their order, a backdrop behind all, wear over all;
 * its inks are the idea's palette, as far as they read on the garment. A figure that was not found is left out.
 *
 * @param figures by the piece's words
 */
export function fromPieces(
  idea: Pick<Idea, 'phrase' | 'pieces' | 'palette'>,
  figures: ReadonlyMap<string, ComposedFigure>,
  on: Omit<ComposeOn, 'phrase' | 'figure'>,
): Design {
  const { board, safe, ground } = on;
  const usual = on.pale ? { name: 'Night', value: '#20262a' } : { name: 'Bone', value: '#f2ead8' };
  const name =
    idea.phrase.trim() || idea.pieces.find((p) => p.kind === 'line' && p.words)?.words || 'Untitled';
  let design = emptyDesign(name, board, on.backdrop, on.garments, usual);
  const [own] = design.inks;
  const palette = idea.palette.map((c, i) => ({ id: `palette-${i + 1}`, ...c }));
  design = { ...design, inks: [...palette, own] };
  const reading = palette.filter((c) => contrastRatio(c.value, ground) >= READS);
  const lineInks = reading.length ? reading.map((c) => c.id) : [own.id];
  const backdrop = idea.pieces.find((p) => p.kind === 'backdrop');
  const behind = palette.find((c) => !lineInks.includes(c.id)) ?? reading.at(-1) ?? own;
  // A figure of one colour takes what stands out most from what lies behind it.
  const under = backdrop ? behind.value : ground;
  const standing = [...palette, own].reduce((a, b) =>
    contrastRatio(b.value, under) > contrastRatio(a.value, under) ? b : a,
  );

  /** Words whose letters the typeface has not are there all the same, about as large as others. */
  const measured = (part: Part): Box => {
    const box = on.boxOf(part, design);
    return isEmptyBox(box) ? { left: -2 * SIZE, right: 2 * SIZE, top: -SIZE / 2, bottom: SIZE / 2 } : box;
  };
  /** Piece by piece, each with its box about its origin. */
  const laid: { part: Part; box: Box; across: number; down: number }[] = [];
  let lines = 0;
  for (const { kind, words } of idea.pieces) {
    const id = freshId(kind, [...partIds(design), ...laid.map((l) => l.part.id)]);
    if (kind === 'line' && words.trim()) {
      const ink = lineInks[lines++ % lineInks.length];
      const broken = splitPhrase(
        words,
        new Array<number>(Math.max(1, Math.round(words.length / LONG))).fill(1),
      );
      const part = lettering(
        id,
        '',
        place(0, 0),
        broken.map((text) => letteringLine(text, FACE, SIZE, ink)),
      );
      laid.push({ part, box: measured(part), across: ACROSS, down: LINE });
    }
    const figure = kind === 'figure' ? figures.get(words) : undefined;
    if (figure) {
      const { outlines, added } = isSingle(figure)
        ? { outlines: inInk(figure, standing.id), added: [] }
        : inkOutlines(figure.art, design.inks, SAME);
      design = { ...design, inks: [...design.inks, ...added] };
      const { width, height } = figure.art;
      const part = motif(id, figure.name, place(0, 0), { width, height, outlines }, figure.licence);
      const box = { left: -width / 2, right: width / 2, top: -height / 2, bottom: height / 2 };
      laid.push({ part, box, across: 0.6, down: FIGURE });
    }
  }
  const [W, H] = [boxWidth(safe), boxHeight(safe)];
  const sized = laid.map((l) => ({
    ...l,
    k: Math.min((l.across * W) / boxWidth(l.box), (l.down * H) / boxHeight(l.box)),
  }));
  const height =
    sized.reduce((sum, l) => sum + boxHeight(l.box) * l.k, 0) + BETWEEN * H * Math.max(0, sized.length - 1);
  const fit = Math.min(1, (0.94 * H) / Math.max(1, height));
  const [middle] = boxCentre(safe);
  let y = safe.top + Math.max(0, (H - height * fit) * 0.42);
  const parts = sized.map(({ part, box, k }): Part => {
    const scale = k * fit;
    const [cx, cy] = boxCentre(box);
    const at = { ...part.place, x: middle - cx * scale, y: y + (boxHeight(box) * scale) / 2 - cy * scale };
    y += boxHeight(box) * scale + BETWEEN * H * fit;
    return { ...part, place: { ...at, scaleX: scale, scaleY: scale } };
  });
  const edits: Edit[] = [];
  if (backdrop) {
    const form = named(
      FORMS.filter((f) => !f.open).map(({ id, label }) => ({ id, name: label })),
      backdrop.words,
      'sunburst',
    );
    const id = freshId(
      'backdrop',
      parts.map((p) => p.id),
    );
    const size = Math.min(W, H) * 0.86;
    const shape = {
      ...shapeOf(id, place(middle, safe.top + H * 0.42), form.id, size, behind.id),
      opacity: 0.85,
    };
    edits.push({ op: 'addPart', part: shape, at: parts.length });
  }
  const wear = idea.pieces.find((p) => p.kind === 'wear');
  if (wear) edits.push({ op: 'setWear', wear: named(WEAR_PRESETS, wear.words, 'thin-ink').make(7) });
  return tidied(applyEdits({ ...design, parts }, edits));
}
