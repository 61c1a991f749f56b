/** Room between two that lie in one lane, px. */
export const APART = 6;

/** Bars in as few lanes as they need, none over another; from the left, each in the first lane that has room. */
export function lanesOf<T extends { left: number; right: number }>(
  bars: readonly T[],
): (T & { lane: number })[] {
  const ends: number[] = [];
  return [...bars]
    .sort((a, b) => a.left - b.left)
    .map((bar) => {
      let lane = ends.findIndex((end) => end + APART <= bar.left);
      if (lane < 0) lane = ends.push(0) - 1;
      ends[lane] = bar.right;
      return { ...bar, lane };
    });
}
