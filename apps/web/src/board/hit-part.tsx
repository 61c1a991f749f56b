import type Konva from 'konva';
import { memo, type RefObject } from 'react';
import { Group, Rect } from 'react-konva';
import type { PartGroup } from '@brelm/core/drawing';
import { graspOf, handleOf } from '@brelm/core/resolve';

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

/** Which part the pointer means: Konva, which knows boxes alone, is told. */
export interface Pointed {
  /** Null where none is meant. */
  part: string | null;
}

/** Far beyond any board, in a part's own units. */
const FAR = 1e6;

/** The place of one part that the pointer meets; Konva's node has exactly the part's own placement. */
export const HitPart = memo(function HitPart({
  group,
  locked,
  nodes,
  hands,
  pointed,
}: {
  group: PartGroup;
  locked: boolean;
  nodes: Map<string, Konva.Group>;
  hands: Hands;
  pointed: RefObject<Pointed>;
}) {
  const { part } = group;
  const { place } = handleOf(group);
  const b = graspOf(group);
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
        x={b.left}
        y={b.top}
        width={b.right - b.left}
        height={b.bottom - b.top}
        fill="#000"
        opacity={0}
        perfectDrawEnabled={false}
        hitFunc={(context, shape) => {
          // What is meant is hit wherever the pointer is, a live copy of it included; nothing else is.
          if (pointed.current.part !== part) return;
          context.beginPath();
          context.rect(-FAR, -FAR, 2 * FAR, 2 * FAR);
          context.closePath();
          context.fillStrokeShape(shape);
        }}
      />
    </Group>
  );
});
