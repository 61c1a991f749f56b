import type { Matrix } from '../../geometry';
import { mappedNode } from './drawn';
import type { LineNode } from './types';

/** A line as it is drawn, or as two and their image make it. */
export interface DrawnNodes {
  nodes: LineNode[];
  closed: boolean;
}

/** A line the other way round. */
const reversed = (nodes: readonly LineNode[]): LineNode[] =>
  [...nodes]
    .reverse()
    .map(({ inX, inY, outX, outY, ...n }) => ({ ...n, inX: outX, inY: outY, outX: inX, outY: inY }));

/** A node put on the axis, its handles moved with it. */
const onAxis = (n: LineNode, axis: number): LineNode => {
  const by = axis - n.x;
  return { ...n, x: axis, inX: n.inX + by, outX: n.outX + by };
};

/** Where a line and its image meet: into the node as the line comes, out of it as the image goes. */
const joined = (line: LineNode, image: LineNode): LineNode => ({
  ...line,
  outX: image.outX,
  outY: image.outY,
});

/**
 * A drawn line with its image about an upright axis (x, in the nodes' units). Where an end of it lies within `near` of the
 * axis, the two meet there and are one line; where both do, that is closed. Else they are two.
 */
export function mirrored(nodes: readonly LineNode[], axis: number, near: number): DrawnNodes[] {
  const map: Matrix = [-1, 0, 0, 1, 2 * axis, 0];
  const meets = (n: LineNode) => Math.abs(n.x - axis) <= near;
  const [first, last] = [nodes[0], nodes[nodes.length - 1]];
  const [begins, ends] = [meets(first), meets(last)];
  const line = nodes.map((n, i) =>
    (i === 0 && begins) || (i === nodes.length - 1 && ends) ? onAxis(n, axis) : n,
  );
  const image = line.map((n) => mappedNode(n, map));
  if (!begins && !ends)
    return [
      { nodes: line, closed: false },
      { nodes: image, closed: false },
    ];
  // From the axis out and back to it: a line that only begins there is gone along the other way first.
  const out = ends ? line : reversed(line);
  const back = ends ? reversed(image) : image;
  const middle = joined(out[out.length - 1], back[0]);
  if (!(begins && ends)) return [{ nodes: [...out.slice(0, -1), middle, ...back.slice(1)], closed: false }];
  const top = joined(back[back.length - 1], out[0]);
  return [{ nodes: [top, ...out.slice(1, -1), middle, ...back.slice(1, -1)], closed: true }];
}
