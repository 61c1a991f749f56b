import { judgedDrawing } from '../judged-drawing';
import { contrastRatio, deltaE, nearestReading, groundsOf, type Garment, type Hex } from '../../colour';
import {
  applyEdits,
  colourwayOf,
  depthEdits,
  freshId,
  inkValues,
  inksOfPart,
  partIn,
  reinked,
  withBundled,
  type Design,
  type Edit,
  type Ink,
} from '../../design';
import { isDressed, ownInks, type Keyline, type Part } from '../../parts';
import { groupBounds } from '../../drawing';
import { grow, intersect, isEmptyBox } from '../../geometry';
import { mmToPx } from '../../units';
import { titled, type Sentence } from '../../sentences';
import {
  analyse,
  ANALYSIS_SIZE,
  isHeavy,
  judgeGarment,
  FINE_NEEDED,
  NEEDED_RATIO,
  sampleEdges,
  type PartContrast,
} from '../measure';
import type { Finding, Mend, MendInput } from '../types';

/** Keyline widths that are tried, mm: from the thinnest line that prints (1 pt) upwards. */
const KEYLINE_WIDTHS_MM = [0.35, 0.5, 0.7, 1, 1.4, 2, 3];

/** Parts nearer than this are neighbours, px of the analysis. */
const NEIGHBOUR_PX = 4;
/**
 * So many parts are offered mends on a garment at a time: each is tried out on the whole. When these are
 * mended the next ones are.
 */
const MOST_MENDED = 20;

function verdictAfter(input: MendInput, design: Design, part: string, garment: Garment): PartContrast {
  const drawing = judgedDrawing({ ...input, design });
  const own = drawing.groups.find((g) => g.part === part);
  // What does not touch a part has no say in whether it reads.
  const reach =
    own && grow(groupBounds(own), (NEIGHBOUR_PX / ANALYSIS_SIZE) * Math.max(drawing.width, drawing.height));
  const groups = reach
    ? drawing.groups.filter((g) => g === own || !isEmptyBox(intersect(reach, groupBounds(g))))
    : drawing.groups;
  const analysis = analyse(
    { ...drawing, groups },
    input.pictures,
    input.surfaces,
    ANALYSIS_SIZE,
    input.cache,
    false,
  );
  const judged = judgeGarment(analysis, sampleEdges(analysis, false, input.walks), garment, new Set([part]));
  return judged.parts.find((p) => p.id === part)!;
}

const tryOut = (input: MendInput, edits: Edit[], part: string, garment: Garment): boolean =>
  !isHeavy(input.drawing.groups.filter((g) => g.part === part)) &&
  verdictAfter(input, applyEdits(input.design, edits), part, garment).verdict === 'reads';

/** Ratios that inks are chosen by, the first that helps: that of ordinary strokes, then that of fine ones. */
const TRIED_RATIOS = [NEEDED_RATIO, FINE_NEEDED];

/** The first of the ratios by which a mend is found. */
const byRatio = (mend: (needed: number) => Mend | null): Mend | null => {
  for (const needed of TRIED_RATIOS) {
    const found = mend(needed);
    if (found) return found;
  }
  return null;
};

/** Changes each ink of the part that does not read to the nearest colour that does. */
function inkMend(input: MendInput, part: Part, garment: Garment, needed: number): Mend | null {
  if (!isDressed(part)) return null;
  const values = inkValues(input.design, input.colourway);
  const grounds = groundsOf(garment);
  const edits: Edit[] = [];
  const changes: Sentence[] = [];
  for (const id of ownInks(part)) {
    const value = values.get(id)!;
    if (grounds.every((g) => contrastRatio(value, g) >= needed)) continue;
    const nearest = nearestReading(value, grounds, needed);
    if (!nearest) return null;
    const ink = input.design.inks.find((i) => i.id === id)!;
    edits.push({ op: 'setInk', ink: id, value: nearest, colourway: input.colourway });
    changes.push({ key: 'mend.ink-to', values: { ink: ink.name, value: nearest } });
  }
  if (edits.length === 0 || !tryOut(input, edits, part.id, garment)) return null;
  return { id: 'nearest-ink', ...titled('mend.nearest-ink', { changes }), edits };
}

/** Gives the part another ink of the design, the nearest that reads, for each that does not. */
function swapMend(input: MendInput, part: Part, garment: Garment, needed: number): Mend | null {
  const values = inkValues(input.design, input.colourway);
  const grounds = groundsOf(garment);
  const reads = (v: Hex) => grounds.every((g) => contrastRatio(v, g) >= needed);
  const own = new Set(inksOfPart(part));
  const others = input.design.inks.filter((i) => !own.has(i.id) && reads(values.get(i.id)!));
  if (others.length === 0) return null;
  const swap = new Map<string, string>();
  for (const id of ownInks(part)) {
    const value = values.get(id)!;
    if (reads(value)) continue;
    const nearest = others.reduce((a, b) =>
      deltaE(values.get(b.id)!, value) < deltaE(values.get(a.id)!, value) ? b : a,
    );
    swap.set(id, nearest.id);
  }
  if (swap.size === 0) return null;
  const edit: Edit = {
    op: 'updatePart',
    part: part.id,
    change: reinked(part, (ink) => swap.get(ink) ?? ink),
  };
  if (!tryOut(input, [edit], part.id, garment)) return null;
  const names = [...new Set(swap.values())].map((id) => input.design.inks.find((i) => i.id === id)!.name);
  return { id: 'swap-ink', ...titled('mend.swap-ink', { n: names.length, inks: names }), edits: [edit] };
}

/** Puts a keyline around a part: on the base for all, on another colourway for that one alone. */
function keylineEdit(design: Design, colourway: string | undefined, part: Part, keyline: Keyline): Edit {
  const chosen = colourwayOf(design, colourway);
  if (!chosen || chosen === design.colourways[0]) return { op: 'addKeyline', part: part.id, keyline };
  const keylines = [...partIn(part, chosen).keylines, keyline];
  return { op: 'overridePart', colourway: chosen.id, part: part.id, change: { keylines } };
}

/** Inks that a keyline is tried in. */
const MOST_CHOICES = 3;

interface Choice {
  ink: string;
  /** What it is called in a sentence. */
  called: string | Sentence;
  /** What makes the ink, where there is none yet. */
  add: Edit[];
}

const atHand = (ink: Ink): Choice => ({
  ink: ink.id,
  called: { key: 'mend.ink', values: { ink: ink.name } },
  add: [],
});

/** Inks that stand out from a part's own, whatever lies around it: those at hand, else one that is made. */
function partingChoices(
  design: Design,
  own: readonly string[],
  values: ReadonlyMap<string, Hex>,
  garment: Garment,
): Choice[] {
  const from = own.map((id) => values.get(id)!);
  const choices = design.inks
    .filter(
      (ink) =>
        !own.includes(ink.id) && from.every((v) => contrastRatio(values.get(ink.id)!, v) >= NEEDED_RATIO),
    )
    .map(atHand);
  const made = choices.length ? null : nearestReading(garment.value, from, NEEDED_RATIO);
  return made ? [newInk(design, garment, made)] : choices;
}

/** A choice of an ink that is made for it. */
function newInk(design: Design, garment: Garment, value: Hex, isTint = false): Choice {
  const id = freshId(
    'keyline',
    design.inks.map((i) => i.id),
  );
  return {
    ink: id,
    called: isTint ? { key: 'mend.tint', values: { value, garment: garment.name } } : value,
    add: [{ op: 'addInk', ink: { id, name: `${garment.name} tint`, value } }],
  };
}

/** The thinnest keyline that reads: first in a tint or shade of the garment, then in inks at hand. */
function keylineMend(input: MendInput, part: Part, garment: Garment): Mend | null {
  if (!isDressed(part)) return null;
  const { design } = input;
  const grounds = groundsOf(garment);
  const values = inkValues(design, input.colourway);
  const tint = nearestReading(garment.value, grounds, NEEDED_RATIO);
  const choices: Choice[] = [];
  const same = design.inks.find((i) => values.get(i.id) === tint);
  if (tint && !same) choices.push(newInk(design, garment, tint, true));
  const own = new Set(inksOfPart(part));
  const reads = (v: Hex) => grounds.every((g) => contrastRatio(v, g) >= NEEDED_RATIO);
  for (const ink of design.inks)
    if (!own.has(ink.id) && reads(values.get(ink.id)!)) choices.push(atHand(ink));
  // On cloth that runs through all lightness nothing reads by itself: there the line parts the ink from the cloth.
  if (choices.length === 0) choices.push(...partingChoices(design, [...own], values, garment));
  // Each is tried at each width, on the whole artwork: the first ones stand for the rest.
  choices.length = Math.min(choices.length, MOST_CHOICES);
  for (const mm of KEYLINE_WIDTHS_MM) {
    const width = Math.ceil(mmToPx(mm, design.board.dpi));
    for (const choice of choices) {
      const edits: Edit[] = [
        ...choice.add,
        keylineEdit(design, input.colourway, part, { ink: choice.ink, width, join: 'round' }),
      ];
      if (tryOut(input, edits, part.id, garment))
        return { id: 'keyline', ...titled('mend.keyline', { px: width, colour: [choice.called] }), edits };
    }
  }
  return null;
}

/** Brings a part that others cover to the front, with what it is bundled with, and within that. */
function uncoverMends(part: Part, { design }: MendInput): Mend[] {
  const within = depthEdits(design, [part.id], 'front');
  const edits = [
    ...within,
    ...depthEdits(applyEdits(design, within), withBundled(design, [part.id]), 'front'),
  ];
  return edits.length ? [{ id: 'to-front', ...titled('mend.to-front'), edits }] : [];
}

/** A colour that reads, another ink, or a keyline: each tried on the artwork before it is offered. */
export function contrastMends(finding: Finding, part: Part, input: MendInput): Mend[] {
  const garment = input.garments.find((g) => g.id === finding.garment);
  if (!garment) return uncoverMends(part, input);
  const missed = input.contrast.some((c) => c.id === garment.id && c.missed.some((m) => m.id === part.id));
  if (!(part.mustRead || missed) || (input.mendFor && !input.mendFor.has(garment.id))) return [];
  const key = `contrast ${garment.id}`;
  const tried = input.tried.get(key) ?? 0;
  input.tried.set(key, tried + 1);
  if (tried >= MOST_MENDED) return [];
  return [
    byRatio((needed) => inkMend(input, part, garment, needed)),
    byRatio((needed) => swapMend(input, part, garment, needed)),
    keylineMend(input, part, garment),
  ].filter((mend) => mend !== null);
}
