import { useMemo, useRef, useState } from 'react';
import type { Chosen } from './use-shelf-actions';

/** The rows from one to another, both included, in the order in which they are shown. */
export function rowsBetween<T extends { id: string }>(shown: readonly T[], from: string, to: string): T[] {
  const [a, b] = [from, to].map((id) => shown.findIndex((d) => d.id === id));
  if (a < 0 || b < 0) return shown.filter((d) => d.id === to);
  return shown.slice(Math.min(a, b), Math.max(a, b) + 1);
}

/**
 * Whether all rows that are shown are chosen, and how many of the chosen are surely not among them. Of rows that are not read
 * yet it is taken that they are, as long as there are enough chosen for them.
 */
export function amongShown(
  chosen: { size: number; has: (id: string) => boolean },
  total: number,
  at: (row: number) => { id: string } | null,
): { all: boolean; hidden: number } {
  if (chosen.size === 0) return { all: false, hidden: 0 };
  let [unread, among, missing] = [0, 0, 0];
  for (let row = 0; row < total; row++) {
    const design = at(row);
    if (!design) unread++;
    else if (chosen.has(design.id)) among++;
    else missing++;
  }
  const beside = chosen.size - among;
  return { all: total > 0 && missing === 0 && beside >= unread, hidden: Math.max(0, beside - unread) };
}

/**
 * Which designs are chosen. They stay so over searches, until they are moved away.
 * @param allOf All designs that are asked for, in their order.
 * @param total How many those are.
 * @param at Each by its row, as far as it is read.
 */
export function useChosen(
  allOf: () => Promise<Chosen[]>,
  total: number,
  at: (row: number) => { id: string } | null,
) {
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
  const { all, hidden } = useMemo(() => amongShown(chosen, total, at), [chosen, total, at]);

  return {
    list: useMemo(() => [...chosen.values()], [chosen]),
    has: (id: string) => chosen.has(id),
    all,
    hidden,
    choose,
    chooseAll: async () => set(await allOf(), true),
    drop: (list: readonly Chosen[]) => set(list, false),
    clear: () => setChosen(new Map()),
  };
}
