import type { DrawingNode, OutlineItem } from './types';

/** Lines of a relief whose widths differ by less than this, px of the canvas, are one line. */
const TOGETHER = 1;

type Line = OutlineItem & { stroke: NonNullable<OutlineItem['stroke']> };
const isLine = (node: DrawingNode): node is Line =>
  node.kind === 'outline' && node.role === 'relief' && node.stroke?.space === 'board';

const known = new WeakMap<readonly DrawingNode[], { scale: number; nodes: readonly DrawingNode[] }>();

/**
 * Nodes as they are worth painting at so many px of the canvas for one of the board: lines of a relief that run along the
 * same outline in the same ink, too close to one another to be told apart, are one line of their mean width that covers as
 * they do together. The very same nodes where there is nothing of that kind, as in files, whose px are those of the board.
 */
export function coarser(nodes: readonly DrawingNode[], scale: number): readonly DrawingNode[] {
  if (scale >= 1 || !nodes.some(isLine)) return nodes;
  const before = known.get(nodes);
  if (before?.scale === scale) return before.nodes;
  const out: DrawingNode[] = [];
  let run: Line[] = [];
  const end = () => {
    if (run.length === 1) out.push(run[0]);
    else if (run.length) {
      const [first] = run;
      const width = run.reduce((sum, line) => sum + line.stroke.width, 0) / run.length;
      const left = run.reduce((rest, line) => rest * (1 - line.opacity), 1);
      out.push({ ...first, opacity: 1 - left, stroke: { ...first.stroke, width } });
    }
    run = [];
  };
  for (const node of nodes) {
    if (!isLine(node)) {
      end();
      out.push(node);
      continue;
    }
    const [first] = run;
    const joins =
      first &&
      first.path === node.path &&
      first.ink === node.ink &&
      Math.abs(first.stroke.width - node.stroke.width) * scale < TOGETHER;
    if (!joins) end();
    run.push(node);
  }
  end();
  known.set(nodes, { scale, nodes: out });
  return out;
}
