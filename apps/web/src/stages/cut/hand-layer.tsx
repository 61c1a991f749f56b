import { useEffect, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import { nodesOf, type Cut, type HandPatch } from '@brelm/core/cutline';
import { say } from '../../words/cut';

type Point = readonly [number, number];

/** How far an arrow key moves a point, mm; with Shift ten times as far. */
const NUDGE_MM = 0.2;

/** A point of the line that can be taken hold of: of the line as it was worked out, or one that was put there by hand. */
interface Handle {
  at: Point;
  /** The points before and after it on its line. */
  before: Point;
  after: Point;
  /** Which point of which stretch it is; null for one that was worked out. */
  own: { patch: number; via: number } | null;
}

/**
 * The points of a cut, to be moved, added and taken away. `place` gives a pointer's place on the print, `share` and `spot`
 * turn a place into what the settings keep and back.
 */
export function HandLayer({
  cut,
  patches,
  unit,
  pxPerMm,
  place,
  share,
  onPatches,
}: {
  cut: Cut;
  patches: readonly HandPatch[];
  unit: number;
  pxPerMm: number;
  place: (e: PointerEvent) => Point;
  share: (at: Point) => [number, number];
  onPatches: (patches: HandPatch[], label: string) => void;
}) {
  const layer = useRef<SVGGElement>(null);
  const [moving, setMoving] = useState<{ index: number; at: Point } | null>(null);
  const [active, setActive] = useState(0);
  const { left, top, right, bottom } = cut.box;
  const spot = ([x, y]: readonly [number, number]): Point => [
    left + x * (right - left),
    top + y * (bottom - top),
  ];
  const computed = cut.loops.flatMap(({ path }): Handle[] => {
    const nodes = nodesOf(path).map((n): Point => [n.x, n.y]);
    return nodes.map((at, i) => ({
      at,
      before: nodes[(i + nodes.length - 1) % nodes.length],
      after: nodes[(i + 1) % nodes.length],
      own: null,
    }));
  });
  const byHand = patches.flatMap((p, patch) =>
    cut.lost.includes(patch)
      ? []
      : p.via.map((v, via): Handle => ({
          at: spot(v),
          before: spot(p.from),
          after: spot(p.to),
          own: { patch, via },
        })),
  );
  // Those put there by hand come first: a point that is moved is the last of them, whatever becomes of the others.
  const handles = [...byHand, ...computed];
  const here = Math.min(active, handles.length - 1);

  useEffect(() => {
    if (layer.current?.contains(document.activeElement))
      layer.current.querySelectorAll<SVGCircleElement>('circle')[here]?.focus();
  }, [here]);

  const put = ({ own, before, after }: Handle, to: Point) => {
    if (!own) setActive(byHand.length);
    return own
      ? onPatches(
          patches.map((p, i) =>
            i === own.patch ? { ...p, via: p.via.map((v, k) => (k === own.via ? share(to) : v)) } : p,
          ),
          say('pointOfTheCutMoved'),
        )
      : onPatches(
          [...patches, { from: share(before), to: share(after), via: [share(to)] }],
          say('pointOfTheCutMoved'),
        );
  };
  const remove = ({ own, before, after }: Handle) =>
    own
      ? onPatches(
          patches.flatMap((p, i) => {
            if (i !== own.patch) return [p];
            const via = p.via.filter((_, k) => k !== own.via);
            return via.length ? [{ ...p, via }] : [];
          }),
          say('pointOfTheCutTaken'),
        )
      : onPatches(
          [...patches, { from: share(before), to: share(after), via: [] }],
          say('pointOfTheCutTaken'),
        );
  const add = ({ at, after }: Handle) =>
    onPatches(
      [
        ...patches,
        {
          from: share(at),
          to: share(after),
          via: [share([(at[0] + after[0]) / 2, (at[1] + after[1]) / 2])],
        },
      ],
      say('pointOfTheCutAdded'),
    );
  const go = (to: number) => setActive((to + handles.length) % handles.length);
  const key = (e: KeyboardEvent, index: number) => {
    const handle = handles[index];
    const step = NUDGE_MM * pxPerMm * (e.shiftKey ? 10 : 1);
    const by = { ArrowLeft: [-step, 0], ArrowRight: [step, 0], ArrowUp: [0, -step], ArrowDown: [0, step] }[
      e.key
    ];
    const act = by
      ? () => put(handle, [handle.at[0] + by[0], handle.at[1] + by[1]])
      : {
          PageDown: () => go(index + 1),
          PageUp: () => go(index - 1),
          Delete: () => remove(handle),
          Insert: () => add(handle),
        }[e.key];
    if (!act) return;
    e.preventDefault();
    e.stopPropagation();
    act();
  };
  return (
    <g
      ref={layer}
      role="group"
      aria-label={say('pointsOfTheCut')}
      onPointerMove={(e) => moving && setMoving({ ...moving, at: place(e) })}
      onPointerUp={(e) => {
        if (
          moving &&
          Math.hypot(moving.at[0] - handles[moving.index].at[0], moving.at[1] - handles[moving.index].at[1]) >
            unit
        )
          put(handles[moving.index], place(e));
        setMoving(null);
      }}
      onPointerCancel={() => setMoving(null)}
    >
      {handles.map((handle, i) => {
        const [x, y] = moving?.index === i ? moving.at : handle.at;
        return (
          <circle
            key={i}
            cx={x}
            cy={y}
            r={(handle.own ? 4.5 : 3.2) * unit}
            role="button"
            aria-label={say('pointOfPutThereBy', {
              i: i + 1,
              handles: handles.length,
              isOwn: Boolean(handle.own),
            })}
            tabIndex={i === here ? 0 : -1}
            className="cursor-grab touch-none focus-visible:outline-2 focus-visible:outline-spruce"
            fill={handle.own ? '#1f5f50' : '#fffdf6'}
            stroke="#1f4d3a"
            strokeWidth={1.4 * unit}
            onFocus={() => setActive(i)}
            onKeyDown={(e) => key(e, i)}
            onDoubleClick={() => add(handle)}
            onPointerDown={(e) => {
              e.currentTarget.setPointerCapture(e.pointerId);
              setActive(i);
              setMoving({ index: i, at: handle.at });
            }}
          />
        );
      })}
    </g>
  );
}
