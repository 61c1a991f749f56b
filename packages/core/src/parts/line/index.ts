import { choice, flag, list, number, record, ref, share } from '../../fields';
import { partBase, place } from '../base';
import type { PartKindOf } from '../kind';
import { movedNode, nodesPath } from './drawn';
import { lineShape } from './outlines';
import type { LineNode, LinePart } from './types';

export * from './drawn';
export * from './mirrored';
export * from './of-stroke';
export { lineShape } from './outlines';
export * from './types';

/** A line through these nodes, given on the board. */
export function line(
  id: string,
  nodes: LineNode[],
  look: Pick<LinePart, 'ink' | 'width' | 'pen' | 'nib'>,
): LinePart {
  const xs = nodes.map((n) => n.x);
  const ys = nodes.map((n) => n.y);
  const [cx, cy] = [(Math.min(...xs) + Math.max(...xs)) / 2, (Math.min(...ys) + Math.max(...ys)) / 2];
  return {
    ...partBase(id, '', place(cx, cy)),
    kind: 'line',
    nodes: nodes.map((n) => movedNode(n, -cx, -cy)),
    closed: false,
    ...look,
  };
}

/** A coordinate that lies where another one of its point does unless it says otherwise. */
const handle = (at: 'x' | 'y') => number({ fallback: (before) => (before[at] as number | undefined) ?? 0 });

export const DRAWN_LINE: PartKindOf<LinePart> = {
  kind: 'line',
  label: 'Line',
  mustRead: false,
  fields: {
    nodes: list(
      record<LineNode>({
        x: number(),
        y: number(),
        inX: handle('x'),
        inY: handle('y'),
        outX: handle('x'),
        outY: handle('y'),
        pressure: share(1),
      }),
      { most: 5000, least: { n: 2, says: 'must have two points or more' } },
    ),
    closed: flag(),
    ink: ref('ink'),
    width: number({ min: 0.1, max: 5000 }),
    pen: choice(['even', 'pressed', 'chisel'], 'even'),
    nib: number({ min: -360, max: 360, fallback: 45 }),
  },
  outlined: {
    shape: lineShape,
    // Its middle, not the outline of its ink.
    way: (part) => nodesPath(part.nodes, part.closed),
  },
};
