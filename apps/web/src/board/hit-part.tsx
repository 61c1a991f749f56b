import type Konva from 'konva';
import { memo } from 'react';
import { Group, Rect } from 'react-konva';
import type { PartGroup } from '@brelm/core/drawing';
import { handleOf } from '@brelm/core/resolve';

/** What can be done to a part with the pointer. */
export interface Hands {
  choose(id: string, add: boolean): void;
  /** Chooses one part out of its bundle. */
  only(id: string): void;
  dragStart(part: string): void;
  /** Where a dragged part may go, in the stage's px: it snaps to what is around it. */
  bound(to: { x: number; y: number }): { x: number; y: number };
  dragMove(): void;
  /** `inside`: dropped to show inside what lies under the pointer. */
  dragEnd(inside: boolean): void;
}

/** Half the side of what can be grasped of a part that draws nothing, in the part's own units. */
const GRASP = 20;

/** The place of one part that the pointer meets; Konva's node has exactly the part's own placement. */
export const HitPart = memo(function HitPart({
  group,
  locked,
  nodes,
  hands,
}: {
  group: PartGroup;
  locked: boolean;
  nodes: Map<string, Konva.Group>;
  hands: Hands;
}) {
  const { part } = group;
  const { box: b, place } = handleOf(group);
  const empty = !(b.right > b.left);
  return (
    <Group
      ref={(node) => {
        if (node) nodes.set(part, node);
        else nodes.delete(part);
      }}
      x={place.x}
      y={place.y}
      rotation={place.turn}
      scaleX={place.scaleX}
      scaleY={place.scaleY}
      listening={!locked}
      draggable={!locked}
      onPointerDown={(e) => hands.choose(part, e.evt.shiftKey)}
      onDblClick={() => hands.only(part)}
      onDblTap={() => hands.only(part)}
      dragBoundFunc={hands.bound}
      onDragStart={() => hands.dragStart(part)}
      onDragMove={hands.dragMove}
      onDragEnd={(e) => hands.dragEnd(e.evt.ctrlKey || e.evt.metaKey)}
    >
      <Rect
        x={empty ? -GRASP : b.left}
        y={empty ? -GRASP : b.top}
        width={empty ? 2 * GRASP : b.right - b.left}
        height={empty ? 2 * GRASP : b.bottom - b.top}
        fill="#000"
        opacity={0}
        perfectDrawEnabled={false}
      />
    </Group>
  );
});
