import { applyEdits, colourwayOf, partIn, partTitle, type Design, type Edit, type Part } from '../design';
import { groupBounds, resolve } from '../drawing';
import { boxCentre, boxHeight, boxWidth } from '../geometry';
import type { Spec } from '../spec';
import { mmToPx, pxToMm } from '../units';
import { regionOf } from './region';
import { thinOf, type ThinCache, type ThinLimits, type ThinSpot, isHeavy } from './thin-places';
import type { DrawnInput, Finding, Mend } from './types';

/** Least width of a line of ink, and of a gap in it, mm: 1 pt, and half a millimetre. */
export const LEAST_INK_MM = 0.35;
export const LEAST_GAP_MM = 0.5;

const WORDS = {
  ink: { check: 'thin-ink', one: 'a line', many: 'lines', fate: 'may not print' },
  gap: { check: 'thin-gap', one: 'a gap', many: 'gaps', fate: 'may fill in' },
} as const;

type SpecLimits = Pick<Spec, 'thinnestLineMm' | 'thinnestGapMm'>;

/** What a spec asks for, mm; the trade's own figures where it says nothing. */
const leastMm = (spec: SpecLimits) => ({
  ink: spec.thinnestLineMm ?? LEAST_INK_MM,
  gap: spec.thinnestGapMm ?? LEAST_GAP_MM,
});

/** The least widths of ink and of gaps, px at `dpi`. */
export function thinLimits(dpi: number, spec: SpecLimits = {}): ThinLimits {
  const { ink, gap } = leastMm(spec);
  return { ink: mmToPx(ink, dpi), gap: mmToPx(gap, dpi) };
}

/** The part that a place belongs to: of those whose box holds it, the smallest. */
function ownerOf(spot: ThinSpot, input: DrawnInput): string | null {
  const [x, y] = boxCentre(spot.box);
  let owner: string | null = null;
  let least = Infinity;
  for (const group of input.drawing.groups) {
    const b = groupBounds(group);
    const area = boxWidth(b) * boxHeight(b);
    if (x < b.left || x > b.right || y < b.top || y > b.bottom || area >= least) continue;
    owner = group.part;
    least = area;
  }
  return owner;
}

/** Ways to mend the thin places of one part, most local first; each is tried before it is offered. */
function candidates(kind: 'ink' | 'gap', part: Part, spots: ThinSpot[], dpi: number, limit: number): Mend[] {
  if (part.kind === 'picture' || part.kind === 'code') return [];
  const thinnest = Math.min(...spots.map((s) => s.thickness));
  const widest = Math.max(...spots.map((s) => s.thickness));
  const spread = (by: number): Edit[] => [
    { op: 'updatePart', part: part.id, change: { spread: Math.round((part.spread + by) * 10) / 10 } },
  ];
  const mm = (px: number) => pxToMm(px, dpi).toFixed(2);
  if (kind === 'ink') {
    // Edges lie on part of a pixel: one px more makes sure.
    const by = (limit - thinnest) / 2 + 0.6;
    return [{ id: 'thicken', title: `Thicken it by ${mm(by)} mm all round`, edits: spread(by) }];
  }
  const close = widest / 2 + 0.8;
  const mends: Mend[] = [
    { id: 'close-gaps', title: `Close the gaps: grow it by ${mm(close)} mm all round`, edits: spread(close) },
  ];
  if (part.kind === 'lettering') {
    const scale = Math.abs(part.place.scaleX);
    const lines = part.lines.map((line) => ({
      ...line,
      tracking: Math.min(
        5000,
        line.tracking + Math.ceil(((limit - thinnest + 1) / (line.size * scale)) * 1000),
      ),
    }));
    mends.unshift({
      id: 'open-gaps',
      title: 'Set the letters wider until the gaps stay open',
      edits: [{ op: 'updatePart', part: part.id, change: { lines } }],
    });
  }
  return mends;
}

/** True when a design has no thin place of this kind that belongs to the part any more. */
function gone(
  kind: 'ink' | 'gap',
  part: string,
  design: Design,
  input: DrawnInput,
  cache: ThinCache,
): boolean {
  const drawing = resolve(design, input.colourway, input.materials);
  const spots = thinOf(drawing, thinLimits(drawing.dpi, input.spec), input.pictures, input.surfaces, cache);
  return !spots.some((s) => s.kind === kind && ownerOf(s, { ...input, drawing }) === part);
}

/** Keylines thinner than a line may be: what they part from the garment, nobody will see parted. */
function thinKeylines(input: DrawnInput): Finding[] {
  const { dpi } = input.drawing;
  const limit = thinLimits(dpi, input.spec).ink;
  const leastInk = leastMm(input.spec).ink;
  const chosen = colourwayOf(input.design, input.colourway);
  return input.drawing.groups.flatMap((group): Finding[] => {
    const base = input.design.parts.find((p) => p.id === group.part)!;
    const part = partIn(base, chosen);
    const thinnest = Math.min(...part.keylines.map((k) => k.width));
    if (!(thinnest < limit - 0.05)) return [];
    const keylines = part.keylines.map((k) => ({ ...k, width: Math.max(k.width, Math.ceil(limit)) }));
    const edit: Edit =
      part === base || !chosen || part.keylines === base.keylines
        ? { op: 'updatePart', part: part.id, change: { keylines } }
        : { op: 'overridePart', colourway: chosen.id, part: part.id, change: { keylines } };
    return [
      {
        check: 'thin-keyline',
        severity: 'watch',
        part: part.id,
        message: `The keyline of “${partTitle(part)}” is ${pxToMm(thinnest, dpi).toFixed(2)} mm: under ${leastInk} mm may not print`,
        figure: pxToMm(thinnest, dpi),
        threshold: leastInk,
        unit: 'mm',
        region: regionOf(groupBounds(group)),
        mends: [{ id: 'widen-keyline', title: `Widen it to ${Math.ceil(limit)} px`, edits: [edit] }],
      },
    ];
  });
}

/** No more parts than this get their mends worked out: each is painted again to try it. */
const MOST_MENDED = 6;

/** Ink and gaps that are thinner than a press holds, part by part. */
export function thinFindings(input: DrawnInput): Finding[] {
  const { dpi } = input.drawing;
  const cache = input.thinCache ?? new Map();
  const limits = thinLimits(dpi, input.spec);
  const least = leastMm(input.spec);
  const spots = thinOf(input.drawing, limits, input.pictures, input.surfaces, cache);
  const findings: Finding[] = thinKeylines(input);
  const heavy = isHeavy(input.drawing.groups);
  const trials = new Set<string>();
  for (const kind of ['ink', 'gap'] as const) {
    const byPart = new Map<string, ThinSpot[]>();
    for (const spot of spots) {
      const owner = spot.kind === kind ? ownerOf(spot, input) : null;
      if (owner) byPart.set(owner, [...(byPart.get(owner) ?? []), spot]);
    }
    for (const [id, own] of byPart) {
      const part = input.design.parts.find((p) => p.id === id)!;
      if (part.kind === 'picture' && part.alpha?.mode === 'halftone') continue;
      own.sort((a, b) => a.thickness - b.thickness);
      const words = WORDS[kind];
      const thinnest = pxToMm(own[0].thickness, dpi);
      // Trying must not spoil what is kept for the design as it is.
      const trial = new Map(cache);
      trials.add(id);
      const mends =
        input.mends !== false && trials.size < MOST_MENDED && !heavy
          ? candidates(kind, part, own, dpi, limits[kind]).filter((m) =>
              gone(kind, id, applyEdits(input.design, m.edits), input, new Map(trial)),
            )
          : [];
      findings.push({
        check: words.check,
        severity: 'watch',
        part: id,
        message: `“${partTitle(part)}” has ${own.length === 1 ? words.one : `${own.length} ${words.many}`} as thin as ${thinnest.toFixed(2)} mm: under ${least[kind]} mm ${words.fate}`,
        figure: thinnest,
        threshold: least[kind],
        unit: 'mm',
        region: regionOf(own[0].box),
        places: own.slice(0, 60).map((s) => regionOf(s.box)),
        mends,
      });
    }
  }
  return findings;
}
