import { Circle } from 'react-konva';
import { withNodeAt, type LinePart } from '@brelm/core/parts';
import { partMatrix } from '@brelm/core/resolve';
import { applyMatrix, invert } from '@brelm/core/geometry';
import { setLive } from '../editor/live';
import type { Tools } from './tools';
import { newGesture, type Editing } from '../editor/use-edit';
import type { View } from './use-view';
import { say } from '../words/board';

/** The points of the open line, each of which can be dragged. */
export function LinePoints({
  part,
  view,
  tools,
  edit,
}: {
  part: LinePart;
  view: View;
  tools: Tools;
  edit: Editing;
}) {
  const matrix = partMatrix(part);
  const back = invert(matrix);
  const nodesWith = (index: number, x: number, y: number) => {
    const [px, py] = applyMatrix(back, (x - view.x) / view.scale, (y - view.y) / view.scale);
    return withNodeAt(part, index, px, py);
  };
  return part.nodes.map((node, i) => {
    const [x, y] = applyMatrix(matrix, node.x, node.y);
    return (
      <Circle
        key={i}
        x={view.x + x * view.scale}
        y={view.y + y * view.scale}
        radius={5}
        hitStrokeWidth={8}
        fill={tools.node === i ? '#1f5f50' : '#fffdf9'}
        stroke="#1f5f50"
        strokeWidth={1.5}
        draggable={!part.locked}
        onPointerDown={(e) => {
          e.cancelBubble = true;
          tools.setNode(i);
        }}
        onDragMove={(e) =>
          setLive([
            { op: 'updatePart', part: part.id, change: { nodes: nodesWith(i, e.target.x(), e.target.y()) } },
          ])
        }
        onDragEnd={(e) => {
          edit.part(
            part.id,
            say('moveAPoint'),
            { nodes: nodesWith(i, e.target.x(), e.target.y()) },
            newGesture('point'),
          );
          setLive(null);
        }}
      />
    );
  });
}
