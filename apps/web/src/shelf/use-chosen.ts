import { useMemo, useRef, useState } from 'react';
import type { ShelfPage } from '../store/api-types';
import type { Chosen } from './use-shelf-actions';

/** The rows from one to another, both included, in the order in which they are shown. */
export function rowsBetween<T extends { id: string }>(shown: readonly T[], from: string, to: string): T[] {
  const [a, b] = [from, to].map((id) => shown.findIndex((d) => d.id === id));
  if (a < 0 || b < 0) return shown.filter((d) => d.id === to);
  return shown.slice(Math.min(a, b), Math.max(a, b) + 1);
}

/**
 * Which designs are chosen. They stay so over searches, until they are moved away.
 * @param allOf All designs that are asked for, in their order.
 * @param total How many those are.
 */
export function useChosen(allOf: () => Promise<Chosen[]>, total: number) {
  const [chosen, setChosen] = useState<ReadonlyMap<string, Chosen>>(new Map());
  const last = useRef<string | null>(null);

  const set = (list: readonly Chosen[], on: boolean) =>
    setChosen((before) => {
      const after = new Map(before);
      for (const { id, name } of list)
        if (on) after.set(id, { id, name });
        else after.delete(id);
      return after;
    });
  /** Chooses a row, or no longer; with `through` all from the row that was last taken hold of. */
  const choose = async (design: Chosen, on: boolean, through: boolean) => {
    const from = last.current;
    last.current = design.id;
    set([design], on);
    if (through && from) set(rowsBetween(await allOf(), from, design.id), on);
  };
  /** How many of them are surely not among those that are shown; 0 where not all of those are read. */
  const hidden = (first: ShelfPage | null, at: (row: number) => Chosen | null): number => {
    if (!first || chosen.size === 0) return 0;
    const there = new Set<string>();
    for (let row = 0; row < first.total; row++) {
      const design = at(row);
      if (!design) return Math.max(0, chosen.size - first.total);
      there.add(design.id);
    }
    return [...chosen.keys()].filter((id) => !there.has(id)).length;
  };

  return {
    list: useMemo(() => [...chosen.values()], [chosen]),
    has: (id: string) => chosen.has(id),
    /** Whether all that are shown are chosen, as far as their number tells. */
    all: total > 0 && chosen.size >= total,
    hidden,
    choose,
    chooseAll: async () => set(await allOf(), true),
    drop: (list: readonly Chosen[]) => set(list, false),
    clear: () => setChosen(new Map()),
  };
}
