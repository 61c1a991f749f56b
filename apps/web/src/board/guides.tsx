import { Line } from 'react-konva';
import type { Aids } from '@brelm/core/design';
import { RULER } from './rulers';
import type { Editing } from '../editor/use-edit';
import type { View } from './use-view';
import { say } from '../words/board';

const FAR = 100_000;

/** The guides on the board, each of which can be dragged; one that is dragged back to its ruler goes. */
export function Guides({
  aids,
  view,
  size,
  pulled,
  edit,
}: {
  aids: Aids;
  view: View;
  size: { width: number; height: number };
  /** One that is being pulled out of a ruler. */
  pulled: { axis: 'x' | 'y'; at: number } | null;
  edit: Editing;
}) {
  const all = pulled ? [...aids.guides, pulled] : aids.guides;
  return all.map(({ axis, at }, i) => {
    const upright = axis === 'x';
    const onScreen = at * view.scale + (upright ? view.x : view.y);
    return (
      <Line
        key={i}
        x={upright ? onScreen : 0}
        y={upright ? 0 : onScreen}
        points={upright ? [0, -FAR, 0, FAR] : [-FAR, 0, FAR, 0]}
        stroke="#1f5f50"
        strokeWidth={1}
        hitStrokeWidth={7}
        opacity={0.85}
        draggable={i < aids.guides.length}
        dragBoundFunc={(to) => (upright ? { x: to.x, y: 0 } : { x: 0, y: to.y })}
        onPointerDown={(e) => {
          e.cancelBubble = true;
        }}
        onMouseEnter={(e) => {
          e.target.getStage()!.container().style.cursor = upright ? 'col-resize' : 'row-resize';
        }}
        onMouseLeave={(e) => {
          e.target.getStage()!.container().style.cursor = '';
        }}
        onDragEnd={(e) => {
          const to = upright ? e.target.x() : e.target.y();
          const most = upright ? size.width : size.height;
          const gone = to < RULER || to > most;
          const there = (to - (upright ? view.x : view.y)) / view.scale;
          const guides = aids.guides.flatMap((g, k) =>
            k !== i ? [g] : gone ? [] : [{ axis, at: Math.round(there) }],
          );
          edit.make(gone ? say('removeAGuide') : say('moveAGuide'), [{ op: 'setAids', change: { guides } }]);
        }}
      />
    );
  });
}
