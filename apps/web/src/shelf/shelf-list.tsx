import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useMemo, useRef, type ReactNode } from 'react';
import { GROUPS, type Group } from '@brelm/core/standing';
import type { ShelfEntry } from '@brelm/contract';
import { GROUP_WORDS } from './standing-words';
import type { Shown } from './use-shelf';
import { say } from '../words/shelf';

/** What a row and a heading take, with the gap below, px. */
const ROW = 124;
const HEADING = 40;
/** So many rows are all there: the browser's own search finds them. */
const FEW = 60;
/** More than those have so many beyond what is seen. */
const BEYOND = 6;

type Item = { row: number } | { group: Group; count: number };

/** Rows in their order, with a heading before each group where they are grouped. */
export function itemsOf(total: number, groups: Readonly<Record<Group, number>> | null): Item[] {
  if (!groups) return Array.from({ length: total }, (_, row) => ({ row }));
  let row = 0;
  return GROUPS.flatMap((group): Item[] =>
    groups[group] === 0
      ? []
      : [{ group, count: groups[group] }, ...Array.from({ length: groups[group] }, () => ({ row: row++ }))],
  );
}

/** The designs of the shelf, as many of them as are seen. */
export function ShelfList({
  shown,
  grouped,
  before,
  children,
}: {
  shown: Shown;
  grouped: boolean;
  /** What stands above the list. */
  before: ReactNode;
  children: (design: ShelfEntry) => ReactNode;
}) {
  const scroller = useRef<HTMLDivElement>(null);
  const list = useRef<HTMLUListElement>(null);
  const { first, at, see } = shown;
  const total = first?.total ?? 0;
  const items = useMemo(
    () => itemsOf(total, grouped && first ? first.groups : null),
    [total, grouped, first],
  );
  const virtual = useVirtualizer({
    count: items.length,
    getScrollElement: () => scroller.current,
    estimateSize: (i) => ('row' in items[i] ? ROW : HEADING),
    getItemKey: (i) => {
      const item = items[i];
      return 'row' in item ? (at(item.row)?.id ?? `row ${item.row}`) : item.group;
    },
    scrollMargin: list.current?.offsetTop ?? 0,
    overscan: items.length <= FEW ? FEW : BEYOND,
  });
  useEffect(() => virtual.measure(), [items, virtual]);
  const seen = virtual.getVirtualItems();
  const rows = seen.flatMap(({ index }) => {
    const item = items[index];
    return item && 'row' in item ? [item.row] : [];
  });
  const [from, to] = [rows[0] ?? 0, rows.at(-1) ?? 0];
  useEffect(() => see(from, to), [see, from, to]);
  return (
    <div ref={scroller} data-scroller className="relative -mx-6 min-h-0 flex-1 overflow-y-auto px-6 pb-8">
      {before}
      <ul
        ref={list}
        aria-label={say('designs')}
        className="relative"
        style={{ height: virtual.getTotalSize() }}
      >
        {seen.map(({ index, key, start }) => {
          const item = items[index];
          if (!item) return null;
          const style = { transform: `translateY(${start - virtual.options.scrollMargin}px)` };
          if ('group' in item)
            return (
              <li key={key} className="absolute inset-x-0 top-0 pt-2" style={style}>
                <h2 className="flex h-7 items-baseline gap-2 text-[15px]">
                  {GROUP_WORDS[item.group]}
                  <span className="text-[12.5px] font-normal text-muted tabular-nums">{item.count}</span>
                </h2>
              </li>
            );
          const design = at(item.row);
          return (
            <li
              key={key}
              className="absolute inset-x-0 top-0 h-[116px]"
              style={style}
              aria-setsize={total}
              aria-posinset={item.row + 1}
            >
              {design ? (
                children(design)
              ) : (
                <div className="h-full rounded-md border border-line bg-card" aria-label={say('reading')} />
              )}
            </li>
          );
        })}
      </ul>
    </div>
  );
}
