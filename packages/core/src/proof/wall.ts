import { lightness, yarns, type Garment } from '../colour';
import { judgeGarments } from './proof';
import type { LayerCache, GarmentContrast } from './measure';
import type { ProofInput } from './types';

/** Verdicts of one colourway on every garment. */
export interface WallRow {
  colourway: string;
  garments: GarmentContrast[];
}

/**
 * Every colourway on every garment: rows in the design's order, garments as given. `caches` keeps
 * each colourway's painted parts from one call to the next, as long as there is that colourway.
 */
export function wallOf(given: ProofInput, caches = new Map<string, LayerCache>()): WallRow[] {
  const input = { ...given, walks: given.walks ?? new Map() };
  const ids = new Set(input.design.colourways.map((c) => c.id));
  for (const id of caches.keys()) if (!ids.has(id)) caches.delete(id);
  return input.design.colourways.map(({ id }) => {
    const cache = caches.get(id) ?? new Map();
    caches.set(id, cache);
    return { colourway: id, garments: judgeGarments({ ...input, colourway: id, cache }).garments };
  });
}

/** A garment's CIE L* (of a heather, the mean of its yarns), darkest 0. */
export const garmentLightness = (garment: Garment): number => {
  const all = yarns(garment).map(lightness);
  return all.reduce((a, b) => a + b, 0) / all.length;
};

/** Garments from the darkest to the lightest. */
export const byLightness = (garments: readonly Garment[]): Garment[] =>
  [...garments].sort((a, b) => garmentLightness(a) - garmentLightness(b));

/**
 * The wall in words: on how many garments the design reads with the colourway that each has (or,
 * for a garment that has none, with the best), and which colourway the others need.
 */
export function wallSummary(
  rows: readonly WallRow[],
  garments: readonly Garment[],
  assigned: ReadonlyMap<string, string>,
  names: ReadonlyMap<string, string>,
): string {
  if (rows.length === 0 || garments.length === 0) return '';
  const verdict = (colourway: string, garment: string) =>
    rows.find((r) => r.colourway === colourway)?.garments.find((g) => g.id === garment)?.verdict;
  const readers = (garment: string) =>
    rows.filter((r) => verdict(r.colourway, garment) === 'reads').map((r) => r.colourway);
  let reads = 0;
  const need = new Map<string, string[]>();
  const none: string[] = [];
  for (const garment of byLightness(garments)) {
    const own = assigned.get(garment.id);
    const able = readers(garment.id);
    if (own ? able.includes(own) : able.length > 0) {
      reads++;
      continue;
    }
    if (able.length) {
      const name = names.get(able[0]) ?? able[0];
      need.set(name, [...(need.get(name) ?? []), garment.name]);
    } else none.push(garment.name);
  }
  const list = (words: string[]) =>
    words.length > 4
      ? `${words.slice(0, 3).join(', ')} and ${words.length - 3} more`
      : words.length > 1
        ? `${words.slice(0, -1).join(', ')} and ${words.at(-1)}`
        : words[0];
  const sentences = [`Reads on ${reads} of ${garments.length}.`];
  for (const [name, on] of need) sentences.push(`${list(on)} ${on.length > 1 ? 'need' : 'needs'} ${name}.`);
  if (none.length) sentences.push(`No colourway reads on ${list(none)}.`);
  return sentences.join(' ');
}
