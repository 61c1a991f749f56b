import type Konva from 'konva';
import { useLayoutEffect, useMemo, useRef, type RefObject } from 'react';
import { withBundled, type Design, type Edit } from '@brelm/core/design';
import type { Resolved } from '../design';
import { setLive } from '../editor/live';
import { tie } from '../editor/tie-actions';
import { newGesture, type Editing } from '../editor/use-edit';
import { store, useAppDispatch } from '../store';
import { dragged, selected } from '../store/editor';
import { notify } from '../ui';
import type { Hands } from './hit-part';
import type { Tools } from './tools';
import { partMeant } from './use-pointed';
import type { useSnap } from './use-snap';
import { say } from '../words/board';

/** What the pointer does to parts on the board: choosing, dragging, dropping, scaling and turning them. */
export function useHands(of: {
  design: Design;
  resolved: Resolved;
  edit: Editing;
  tools: Tools;
  nodes: RefObject<Map<string, Konva.Group>>;
  snap: ReturnType<typeof useSnap>;
  /** Screen px for one on the board. */
  scale: number;
  toBoard: (x: number, y: number) => [number, number];
}) {
  const { design, resolved, edit, tools, nodes, snap, scale, toBoard } = of;
  const dispatch = useAppDispatch();
  const gesture = useRef('');
  const choose = (id: string, add: boolean) => {
    const now = store.getState().editor.selection;
    // What is bundled is chosen together.
    const all = withBundled(design, [id]);
    if (add)
      dispatch(
        selected(now.includes(id) ? now.filter((x) => !all.includes(x)) : [...new Set([...now, ...all])]),
      );
    else if (!now.includes(id)) dispatch(selected(all));
  };
  /** One part out of its bundle. */
  const only = (id: string) => {
    dispatch(selected([id]));
    const part = design.parts.find((p) => p.id === id);
    if (part?.kind === 'lettering' && !part.locked) tools.setTyping(id);
  };

  const begin = (what: string) => {
    gesture.current = newGesture(what);
    dispatch(dragged(true));
  };
  const placed = (label: string, turned: boolean, last: boolean) => {
    const edits = store.getState().editor.selection.flatMap((id): Edit[] => {
      const node = nodes.current.get(id);
      if (!node) return [];
      const place = turned
        ? { x: node.x(), y: node.y(), turn: node.rotation(), scaleX: node.scaleX(), scaleY: node.scaleY() }
        : { x: node.x(), y: node.y() };
      return [{ op: 'place', part: id, place }];
    });
    if (!last) {
      setLive(edits);
      return;
    }
    snap.release();
    edit.make(label, edits, { gesture: gesture.current });
    setLive(null);
    dispatch(dragged(false));
  };

  /** What was dragged lies where it was let go; with Ctrl held it shows inside the part that lies there. */
  const dropped = (inside: boolean) => {
    placed(say('move'), false, true);
    const ids = store.getState().editor.selection;
    const at = inside ? nodes.current.get(ids[0])?.getStage()?.getPointerPosition() : null;
    if (!at) return;
    const part = partMeant(resolved, toBoard(at.x, at.y), scale, new Set(ids));
    if (!part) return notify('done', say('nothingLiesThereToShow'));
    const why = tie(edit, design, say('showInside'), ids, { window: { kind: 'part', part } });
    const { title } = resolved.drawing.groups.find((g) => g.part === part)!.about;
    notify('done', why ?? say('itShowsInsideNow', { title }));
  };

  const grab = (part: string) => {
    begin('drag');
    snap.grab(part);
  };

  // The hands stay the same from frame to frame, so that parts which do not move are not rendered again.
  const now = useRef({ choose, only, grab, bound: snap.bound, placed, dropped });
  useLayoutEffect(() => {
    now.current = { choose, only, grab, bound: snap.bound, placed, dropped };
  });
  const hands = useMemo<Hands>(
    () => ({
      choose: (id, add) => now.current.choose(id, add),
      only: (id) => now.current.only(id),
      dragStart: (part) => now.current.grab(part),
      bound: (to) => now.current.bound(to),
      dragMove: () => now.current.placed(say('move'), false, false),
      dragEnd: (inside) => now.current.dropped(inside),
    }),
    [],
  );
  return { hands, begin, placed };
}
