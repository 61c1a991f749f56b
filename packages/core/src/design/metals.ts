import type { Hex } from '../colour';
import { boxHeight, boxWidth, type Box } from '../geometry';
import type { Part, Relief } from '../parts';
import { freshId, type Edit } from './edits';
import type { Design } from './types';

/** A metal as a run of inks in from the edge, with the edge raised. */
export interface Metal {
  id: string;
  name: string;
  /** Dark, middle and light. */
  inks: readonly [Hex, Hex, Hex];
  /** From the edge (0) to the depth (1): which of the three inks. */
  run: readonly (readonly [number, 0 | 1 | 2])[];
}

const POLISHED = [
  [0, 0],
  [0.22, 1],
  [0.5, 2],
  [0.78, 1],
  [1, 1],
] as const;
/** Light and dark meet within a step, as what is mirrored does. */
const MIRRORED = [
  [0, 1],
  [0.3, 2],
  [0.55, 2],
  [0.6, 0],
  [1, 1],
] as const;
const FOILED = [
  [0, 2],
  [0.35, 1],
  [0.6, 2],
  [0.85, 1],
  [1, 1],
] as const;

/** Metals that are offered; each colour can be changed as any ink can. */
export const METALS: readonly Metal[] = [
  { id: 'gold', name: 'Gold', inks: ['#6b4310', '#d09a2c', '#fff0b8'], run: POLISHED },
  { id: 'chrome', name: 'Chrome', inks: ['#2c3640', '#8fa1ae', '#f7fbfd'], run: MIRRORED },
  { id: 'copper', name: 'Copper', inks: ['#5a2412', '#bf6a3c', '#ffd9bd'], run: POLISHED },
  { id: 'steel', name: 'Steel', inks: ['#3b4147', '#767f86', '#c9cfd3'], run: POLISHED },
  { id: 'foil', name: 'Rose foil', inks: ['#8a3f4c', '#e09aa0', '#ffe9e6'], run: FOILED },
];

const TONES = ['dark', '', 'light'];

/** How deep a relief is that suits a part, board px; `box` is the part's ink in its own units. */
export function usualDepth(part: Part, box: Box): number {
  const { scaleX, scaleY } = part.place;
  const thick =
    part.kind === 'lettering'
      ? 0.075 * Math.min(...part.lines.map((l) => l.size * Math.abs(scaleY)))
      : 0.09 * Math.min(boxWidth(box) * Math.abs(scaleX), boxHeight(box) * Math.abs(scaleY));
  return Math.max(1, Math.min(400, Number.isFinite(thick) ? Math.round(thick) : 1));
}

/** Edits that make a part of a metal, in place of what relief it has; inks that the design has already are taken. */
export function metalEdits(design: Design, part: Part, metal: Metal, depth: number): Edit[] {
  const taken = design.inks.map((i) => i.id);
  const edits: Edit[] = [];
  const [dark, middle, light] = metal.inks.map((value, i) => {
    const known = design.inks.find((ink) => ink.value.toLowerCase() === value && !ink.film);
    if (known) return known.id;
    const id = freshId('ink', taken);
    taken.push(id);
    edits.push({ op: 'addInk', ink: { id, name: `${metal.name} ${TONES[i]}`.trim(), value } });
    return id;
  });
  const relief: Relief[] = [
    {
      kind: 'metal',
      depth,
      stops: metal.run.map(([at, tone]) => ({ at, ink: [dark, middle, light][tone] })),
    },
    {
      ...{ kind: 'raised', lit: light, dark, round: 0.6, strength: 0.55, from: null },
      depth: Math.max(1, Math.round(depth * 0.45)),
    },
  ];
  return [...edits, { op: 'updatePart', part: part.id, change: { relief } }];
}
