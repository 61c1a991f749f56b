import { defaultRangeExtractor, useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useRef, type ReactNode } from 'react';

/** Between two rows, px. */
const GAP = 4;
/** A part's row, px; what is opened or is a bundle is measured. */
const ROW = 38;
/** So many rows are all there: the browser's own search finds them. */
const FEW = 60;
/** Of more there are so many beyond what is seen. */
const BEYOND = 6;

/** What makes an element one of the rows: its number, how far it lies below the one before, and how it is measured. */
export interface RowPlace {
  index: number;
  /** px */
  above: number;
  measure: (row: Element | null) => void;
}

/**
 * The outermost rows of a stack, as many of them as are seen and those that must stay: one in which somebody types, and
 * one that is held. What is chosen elsewhere is brought into sight.
 */
export function VirtualRows({
  scroller,
  count,
  keyOf,
  stay,
  shown,
  children,
}: {
  /** What they are scrolled in; null until it is there. */
  scroller: HTMLElement | null;
  count: number;
  keyOf: (index: number) => string;
  /** Numbers of rows that are there wherever one looks. */
  stay: readonly number[];
  /** The row that is to be seen once it becomes another; null for none. */
  shown: number | null;
  children: (place: RowPlace) => ReactNode;
}) {
  const list = useRef<HTMLUListElement>(null);
  const virtual = useVirtualizer({
    count,
    getScrollElement: () => scroller,
    estimateSize: () => ROW,
    getItemKey: keyOf,
    gap: GAP,
    scrollMargin: list.current?.offsetTop ?? 0,
    // Asked for its height as it comes, each row would have the page laid out; it is told before anything is painted.
    measureElement: (row, entry, { itemSizeCache, options }) =>
      entry?.borderBoxSize[0].blockSize ??
      itemSizeCache.get(options.getItemKey(Number((row as HTMLElement).dataset.index))) ??
      ROW,
    overscan: count <= FEW ? FEW : BEYOND,
    rangeExtractor: (range) =>
      [...new Set([...defaultRangeExtractor(range), ...stay])].filter((i) => i < count).sort((a, b) => a - b),
  });
  useEffect(() => {
    if (shown === null || !scroller) return;
    const look = () => {
      const row = list.current?.querySelector(`:scope > [data-index="${shown}"]`);
      if (!row) return;
      const [at, within] = [row.getBoundingClientRect(), scroller.getBoundingClientRect()];
      // Its head is what has to be seen: an opened part may be higher than the stack.
      if (at.top < within.top || at.top + ROW > within.bottom)
        virtual.scrollToIndex(shown, { align: 'start' });
    };
    // What was open before is closed, measured and drawn by then: rows below it have moved.
    let frame = requestAnimationFrame(() => (frame = requestAnimationFrame(look)));
    return () => cancelAnimationFrame(frame);
  }, [shown, scroller, virtual]);
  const rows = virtual.getVirtualItems();
  const { scrollMargin } = virtual.options;
  const last = rows.at(-1);
  return (
    <ul
      ref={list}
      className="flex flex-col"
      style={{ paddingBottom: last ? Math.max(0, virtual.getTotalSize() + scrollMargin - last.end) : 0 }}
    >
      {rows.map(({ index, start }, i) =>
        children({
          index,
          above: start - (i > 0 ? rows[i - 1].end : scrollMargin),
          measure: virtual.measureElement,
        }),
      )}
    </ul>
  );
}
