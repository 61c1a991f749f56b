import { Circle, Line } from 'react-konva';
import { letteringBlock } from '@brelm/core/parts';
import { outlineOn, partMatrix } from '@brelm/core/resolve';
import { applyMatrix, boxHeight, boxWidth, invert, isEmptyBox } from '@brelm/core/geometry';
import { FLAT_NET } from '@brelm/core/type';
import { setLive } from '../../editor/live';
import { newGesture } from '../../editor/use-edit';
import { materials } from '../../platform/materials';
import type { OverBoard } from './type-layer';
import { say } from '../../words/lettering';

const SPRUCE = '#1f5f50';

/** The sixteen points of a free net over the lettering, each of which can be dragged. */
export function NetHandles({ part, design, view, edit }: OverBoard) {
  const { envelope } = part;
  if (envelope?.kind !== 'net') return null;
  const flat = letteringBlock({ ...part, envelope: null }, materials, (id) => outlineOn(design, id)).box;
  if (isEmptyBox(flat)) return null;
  const net = envelope.net ?? [...FLAT_NET];
  const [w, h] = [boxWidth(flat), boxHeight(flat)];
  const matrix = partMatrix(part);
  const home = (i: number) => [flat.left + ((i % 4) / 3) * w, flat.top + (Math.floor(i / 4) / 3) * h];
  const onScreen = (i: number): [number, number] => {
    const [x, y] = home(i);
    const [bx, by] = applyMatrix(matrix, x + net[i][0] * w, y + net[i][1] * h);
    return [view.x + bx * view.scale, view.y + by * view.scale];
  };
  const moved = (i: number, sx: number, sy: number) => {
    const [x, y] = applyMatrix(invert(matrix), (sx - view.x) / view.scale, (sy - view.y) / view.scale);
    const [hx, hy] = home(i);
    const clamp = (v: number) => Math.max(-5, Math.min(5, v));
    const next = net.map((p, k): [number, number] =>
      k === i ? [clamp((x - hx) / w), clamp((y - hy) / h)] : [p[0], p[1]],
    );
    return { envelope: { ...envelope, net: next } };
  };
  const points = Array.from({ length: 16 }, (_, i) => onScreen(i));
  return (
    <>
      {[0, 1, 2, 3].flatMap((r) => [
        <Line
          key={`r${r}`}
          points={[0, 1, 2, 3].flatMap((c) => points[r * 4 + c])}
          stroke={SPRUCE}
          strokeWidth={1}
          dash={[4, 3]}
          listening={false}
        />,
        <Line
          key={`c${r}`}
          points={[0, 1, 2, 3].flatMap((c) => points[c * 4 + r])}
          stroke={SPRUCE}
          strokeWidth={1}
          dash={[4, 3]}
          listening={false}
        />,
      ])}
      {points.map(([x, y], i) => (
        <Circle
          key={i}
          x={x}
          y={y}
          radius={5}
          hitStrokeWidth={8}
          fill="#fffdf9"
          stroke={SPRUCE}
          strokeWidth={1.5}
          draggable={!part.locked}
          onPointerDown={(e) => (e.cancelBubble = true)}
          onDragMove={(e) =>
            setLive([{ op: 'updatePart', part: part.id, change: moved(i, e.target.x(), e.target.y()) }])
          }
          onDragEnd={(e) => {
            edit.part(
              part.id,
              say('moveAPointOfThe'),
              moved(i, e.target.x(), e.target.y()),
              newGesture('net'),
            );
            setLive(null);
          }}
        />
      ))}
    </>
  );
}
