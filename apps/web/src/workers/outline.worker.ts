import { expose } from 'comlink';
import type { Design, Edit } from '@brelm/core/design';
import { splitEdits, toOutlines, type Split } from '@brelm/core/resolve';
import { materials } from '../platform/materials';
import { loaded, stopWaiting } from './loaded-design';

/** What makes parts outlines, and what is told of it. */
export interface OutlinesMade {
  edits: Edit[];
  points: number;
  /** mm; null where it cannot be told. */
  deviation: number | null;
  /** Parts of which nothing could be made: pictures, and what draws nothing. */
  left: number;
}

const worker = {
  stop: stopWaiting,
  async split(design: Design, ids: readonly string[]): Promise<Split> {
    await loaded(design);
    return splitEdits(design, ids, materials);
  },
  async outlines(design: Design, ids: readonly string[]): Promise<OutlinesMade> {
    await loaded(design);
    const chosen = design.parts.filter((part) => ids.includes(part.id));
    const made = chosen.flatMap((part) => toOutlines(part, design, materials) ?? []);
    const deviations = made.map((m) => m.deviation);
    return {
      edits: made.map(({ part }): Edit => ({ op: 'replacePart', part })),
      points: made.reduce((n, m) => n + m.points, 0),
      deviation: deviations.includes(null) ? null : Math.max(0, ...(deviations as number[])),
      left: chosen.length - made.length,
    };
  },
};
export type OutlineWorker = typeof worker;

expose(worker);
