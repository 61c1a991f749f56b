import { useMemo, useRef, useState } from 'react';
import type { Chosen } from './use-shelf-actions';

/** The rows from one to another, both included, in the order in which they are shown. */
export function rowsBetween<T extends { id: string }>(shown: readonly T[], from: string, to: string): T[] {
  const [a, b] = [from, to].map((id) => shown.findIndex((d) => d.id === id));
  if (a < 0 || b < 0) return shown.filter((d) => d.id === to);
  return shown.slice(Math.min(a, b), Math.max(a, b) + 1);
}

/** Which designs are chosen. They stay so over searches, until they are moved away. */
export function useChosen(shown: readonly Chosen[]) {
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
  const choose = (design: Chosen, on: boolean, through: boolean) => {
    const rows = through && last.current ? rowsBetween(shown, last.current, design.id) : [design];
    last.current = design.id;
    set(rows, on);
  };
  const hidden = useMemo(() => {
    const there = new Set(shown.map((d) => d.id));
    return [...chosen.keys()].filter((id) => !there.has(id)).length;
  }, [chosen, shown]);

  return {
    list: useMemo(() => [...chosen.values()], [chosen]),
    has: (id: string) => chosen.has(id),
    hidden,
    choose,
    drop: (list: readonly Chosen[]) => set(list, false),
    clear: () => setChosen(new Map()),
  };
}
