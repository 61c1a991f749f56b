import { useEffect, useRef } from 'react';
import type { Design } from '@brelm/core/design';
import { groupBounds } from '@brelm/core/drawing';
import {
  aidTargets,
  canSnapTo,
  handleOf,
  snapBox,
  snapGaps,
  snapGrid,
  type SnapLine,
  type SnapMeasure,
  type SnapTarget,
} from '@brelm/core/resolve';
import { EMPTY_BOX, unite, type Box } from '@brelm/core/geometry';
import { safeBox, trimBox, zoneBox, type SpecSide } from '@brelm/core/spec';
import type { Resolved } from '../design';
import { store } from '../store';
import type { View } from './use-view';

/** How near something must come to snap, screen px. */
const SNAP_PX = 6;

interface Grabbed {
  box: Box;
  x: number;
  y: number;
  others: readonly Box[];
  targets: readonly SnapTarget[];
}

/** What a drag has snapped to just now; read by whoever paints the board. */
export interface Snapped {
  lines: readonly SnapLine[];
  measures: readonly SnapMeasure[];
}
const NOTHING: Snapped = { lines: [], measures: [] };

/** What a product has that artwork is lined up with: its safe area, its edge, and what is to be kept clear. */
const edgesOf = (side: SpecSide): Box[] => [
  safeBox(side),
  ...(side.bleedIn ? [trimBox(side, side.dpi)] : []),
  ...(side.zones ?? []).map((zone) => zoneBox(zone, side.dpi)),
];

/** Snapping of what is dragged: to the board, safe area, margin, guides, grid and other parts. Alt switches it off. */
export function useSnap(design: Design, resolved: Resolved, side: SpecSide | undefined, view: View) {
  const grabbed = useRef<Grabbed | null>(null);
  const snapped = useRef<Snapped>(NOTHING);
  const off = useRef(false);
  useEffect(() => {
    const key = (e: KeyboardEvent) => {
      off.current = e.altKey;
    };
    window.addEventListener('keydown', key);
    window.addEventListener('keyup', key);
    return () => {
      window.removeEventListener('keydown', key);
      window.removeEventListener('keyup', key);
    };
  }, []);

  /** Takes hold: what is dragged, where it began, and what it may snap to. */
  const grab = (part: string) => {
    const moving = store.getState().editor.selection;
    const groups = resolved.drawing.groups;
    const boxes = (own: boolean) =>
      groups
        .filter((g) => moving.includes(g.part) === own)
        .map(groupBounds)
        .filter(canSnapTo);
    const own = groups.find((g) => g.part === part);
    const place = own && handleOf(own).place;
    const { width, height } = design.board;
    const frame = { left: 0, top: 0, right: width, bottom: height };
    const others = boxes(false);
    const boxed = [frame, ...(side ? edgesOf(side) : []), ...others];
    grabbed.current = place
      ? {
          box: boxes(true).reduce(unite, EMPTY_BOX),
          x: place.x,
          y: place.y,
          others,
          targets: [...boxed.map((box) => ({ box, middle: true })), ...aidTargets(design.aids, design.board)],
        }
      : null;
  };

  /** Where the part that was taken hold of may go, in the stage's px. */
  const bound = (to: { x: number; y: number }) => {
    const held = grabbed.current;
    snapped.current = NOTHING;
    if (!held || off.current) return to;
    const dx = (to.x - view.x) / view.scale - held.x;
    const dy = (to.y - view.y) / view.scale - held.y;
    const { box } = held;
    const there = { left: box.left + dx, top: box.top + dy, right: box.right + dx, bottom: box.bottom + dy };
    const within = SNAP_PX / view.scale;
    const snap = snapBox(there, held.targets, within);
    const gaps = snapGaps(there, held.others, within);
    const grid = design.aids.grid ? snapGrid(there, design.aids.grid, within) : { dx: 0, dy: 0 };
    // A line that can be seen goes before an equal gap, and that before the grid.
    const has = (axis: 'x' | 'y') => snap.lines.some((l) => l.axis === axis);
    const byGap = (axis: 'x' | 'y') => gaps.measures.some((m) => m.axis === axis);
    snapped.current = {
      lines: snap.lines,
      measures: [...snap.measures, ...gaps.measures.filter((m) => !has(m.axis))],
    };
    const by = (axis: 'x' | 'y', key: 'dx' | 'dy') =>
      has(axis) ? snap[key] : byGap(axis) ? gaps[key] : grid[key];
    return { x: to.x + by('x', 'dx') * view.scale, y: to.y + by('y', 'dy') * view.scale };
  };

  const release = () => {
    snapped.current = NOTHING;
    grabbed.current = null;
  };

  return { grab, bound, release, snapped };
}
