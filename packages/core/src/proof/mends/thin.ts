import { applyEdits, type Design, type Edit } from '../../design';
import { isDressed, type Part } from '../../parts';
import { resolve } from '../../resolve';
import { pxToMm } from '../../units';
import { titled } from '../../sentences';
import { thinByPart, thinLimits } from '../checks/thin';
import { isHeavy, type ThinCache, type ThinSpot } from '../measure';
import type { Artwork, Finding, Mend, MendInput } from '../types';
import { changeIn } from './change';

/** Ways to mend the thin places of one part, most local first; each is tried before it is offered. */
function candidates(kind: 'ink' | 'gap', part: Part, spots: ThinSpot[], dpi: number, limit: number): Mend[] {
  if (!isDressed(part) || part.kind === 'code') return [];
  const thinnest = Math.min(...spots.map((s) => s.thickness));
  const widest = Math.max(...spots.map((s) => s.thickness));
  const spread = (by: number): Edit[] => [
    { op: 'updatePart', part: part.id, change: { spread: Math.round((part.spread + by) * 10) / 10 } },
  ];
  const mm = (px: number) => pxToMm(px, dpi);
  if (kind === 'ink') {
    // Edges lie on part of a pixel: one px more makes sure.
    const by = (limit - thinnest) / 2 + 0.6;
    return [{ id: 'thicken', ...titled('mend.thicken', { mm: mm(by) }), edits: spread(by) }];
  }
  const close = widest / 2 + 0.8;
  const mends: Mend[] = [
    { id: 'close-gaps', ...titled('mend.close-gaps', { mm: mm(close) }), edits: spread(close) },
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
      ...titled('mend.open-gaps'),
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
  input: MendInput<Artwork>,
  cache: ThinCache,
): boolean {
  const drawing = resolve(design, input.colourway, input.materials);
  return !thinByPart({ ...input, drawing }, cache)[kind].has(part);
}

/** No more parts than this get their mends worked out: each is painted again to try it. */
const MOST_MENDED = 6;

/** Ways to mend the thin places of a part, each tried on the artwork. */
export function thinMends(finding: Finding, part: Part, input: MendInput<Artwork>): Mend[] {
  const kind = finding.check === 'thin-ink' ? 'ink' : 'gap';
  const { dpi, groups } = input.drawing;
  if (isHeavy(groups)) return [];
  const key = `thin ${part.id}`;
  input.tried.set(key, 1);
  if ([...input.tried.keys()].filter((k) => k.startsWith('thin ')).length >= MOST_MENDED) return [];
  const cache = input.thinCache ?? new Map();
  const spots = thinByPart(input, cache)[kind].get(part.id) ?? [];
  if (spots.length === 0) return [];
  // Trying must not spoil what is kept for the design as it is.
  return candidates(kind, part, spots, dpi, thinLimits(dpi, input.spec)[kind]).filter((mend) =>
    gone(kind, part.id, applyEdits(input.design, mend.edits), input, new Map(cache)),
  );
}

/** Widens the keylines that are too thin. */
export function thinKeylineMends(part: Part, input: MendInput<Artwork>): Mend[] {
  const limit = Math.ceil(thinLimits(input.drawing.dpi, input.spec).ink);
  const keylines = part.keylines.map((k) => ({ ...k, width: Math.max(k.width, limit) }));
  if (keylines.every((k, i) => k.width === part.keylines[i].width)) return [];
  return [
    {
      id: 'widen-keyline',
      ...titled('mend.widen-keyline', { px: limit }),
      edits: [changeIn(input, part, { keylines })],
    },
  ];
}
