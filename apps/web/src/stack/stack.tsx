import {
  closestCenter,
  DndContext,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
  type Announcements,
  type DragEndEvent,
  type UniqueIdentifier,
} from '@dnd-kit/core';
import { SortableContext, sortableKeyboardCoordinates, verticalListSortingStrategy } from '@dnd-kit/sortable';
import { Expand, Plus } from 'lucide-react';
import { useDeferredValue, useMemo, useState, type ReactNode } from 'react';
import {
  fitted,
  inksOfPart,
  inkValues,
  partsOfBundle,
  partsOfNodes,
  reorderEdits,
  stackTree,
  type Bundle,
  type Design,
  type StackNode,
  type StackRow,
} from '@brelm/core/design';
import { drawingBounds, inkHull } from '@brelm/core/drawing';
import { boxHeight, boxWidth, isEmptyBox, type Box } from '@brelm/core/geometry';
import { partTitle, wordsOfPart, type Whole } from '@brelm/core/parts';
import { largestFit, roomOf, type SpecSide } from '@brelm/core/spec';
import type { Resolved } from '../design';
import { useAppDispatch, useAppSelector } from '../store';
import { selected as select } from '../store/editor';
import { Button, IconButton, notify } from '../ui';
import { BundleHead } from './bundle-head';
import { PartRow } from './part-row';
import { Arrange } from './arrange';
import { showInside } from '../editor/tie-actions';
import { useEdit } from '../editor/use-edit';
import { useTip } from '../keys';
import { keysOf, rowKey, rowOf } from './rows';
import { tieWords } from './tie-words';
import { useHeld } from './use-held';
import { VirtualRows, type RowPlace } from './virtual-rows';
import { say } from '../words/stack';

/** The box that the artwork, whose own is `drawn`, fills at its largest: within the product's shape, clear of its zones. */
function roomFor(design: Design, drawn: Box, resolved: Resolved, side: SpecSide | undefined): Box {
  const { width, height } = design.board;
  const fit = side && largestFit(roomOf(side, side.dpi), inkHull(resolved.drawing));
  if (!fit) return { left: 0, top: 0, right: width, bottom: height };
  // Rounding shall not push it out again.
  const k = (fit.scale * 0.9995) / 2;
  const [w, h] = [boxWidth(drawn) * k, boxHeight(drawn) * k];
  return { left: fit.x - w, top: fit.y - h, right: fit.x + w, bottom: fit.y + h };
}

// Made anew with each rendering, these would have every row rendered anew, too.
const BY_POINTER = { activationConstraint: { distance: 5 } };
const BY_KEYS = { coordinateGetter: sortableKeyboardCoordinates };

/** So many parts are looked through by eye. */
const FILTER_FROM = 16;

const HOW_TO_DRAG = {
  draggable: say('spaceLiftsItTheArrow'),
};

/** Ids of the parts, front first, that have every word in their name, their kind, or what is written on them. */
function partsFound(design: Design, search: string): string[] {
  const wanted = search.toLowerCase().split(/\s+/).filter(Boolean);
  return [...design.parts]
    .reverse()
    .filter((part) => {
      const text = [partTitle(part), part.kind, ...wordsOfPart(part)].join(' ').toLowerCase();
      return wanted.every((w) => text.includes(w));
    })
    .map((part) => part.id);
}

/** The parts, front first; also the inspector, since a selected part opens in place. */
export function Stack({
  design,
  resolved,
  side,
  onAdd,
}: {
  design: Design;
  resolved: Resolved;
  side: SpecSide | undefined;
  onAdd: () => void;
}) {
  const tip = useTip();
  const edit = useEdit();
  const dispatch = useAppDispatch();
  const selection = useAppSelector((s) => s.editor.selection);
  const colourway = useAppSelector((s) => s.editor.colourway);
  // The choice is seen at once; the part's settings, which take longer to lay out, follow. Nobody else's are shown meanwhile.
  const chosen = selection.length === 1 ? selection[0] : null;
  const followed = useDeferredValue(chosen);
  const opened = followed === chosen ? chosen : null;
  const values = useMemo(() => inkValues(design, colourway), [design, colourway]);
  const sensors = useSensors(useSensor(PointerSensor, BY_POINTER), useSensor(KeyboardSensor, BY_KEYS));
  const altHeld = useHeld('Alt');
  const [scroller, setScroller] = useState<HTMLDivElement | null>(null);
  const reorder = ({ active, over }: DragEndEvent) => {
    if (!over || active.id === over.id) return;
    if (altHeld()) return putInside(rowOf(String(active.id)), rowOf(String(over.id)));
    edit.make(say('changeTheDepth'), reorderEdits(design, rowOf(String(active.id)), rowOf(String(over.id))));
  };
  /** A row that is dropped on another with Alt held shows inside it; dropped there again, it comes out. */
  const putInside = (row: StackRow, over: StackRow) => {
    const ids = 'part' in row ? [row.part] : partsOfBundle(design, row.bundle);
    const window: Whole =
      'part' in over ? { kind: 'part', part: over.part } : { kind: 'bundle', bundle: over.bundle };
    const why = showInside(edit, design, ids, window);
    if (why) notify('done', why);
  };
  const drawn = drawingBounds(resolved.drawing);
  const [unfolded, setUnfolded] = useState<ReadonlySet<string>>(new Set());
  const [dragged, setDragged] = useState<string | null>(null);
  const [words, setWords] = useState('');
  const filtered = words.trim() !== '' && design.parts.length >= FILTER_FROM;
  const tree = useMemo(
    () => (filtered ? partsFound(design, words).map((part) => ({ part })) : stackTree(design)),
    [design, filtered, words],
  );
  /** A part that is chosen by itself is always seen; a bundle that is dragged is one row. */
  const isOpen = (bundle: string) => {
    if (dragged === rowKey({ bundle })) return false;
    if (unfolded.has(bundle)) return true;
    const parts = partsOfBundle(design, bundle);
    const chosen = parts.filter((id) => selection.includes(id)).length;
    return chosen > 0 && chosen < parts.length;
  };
  const byId = useMemo(() => new Map(design.parts.map((p) => [p.id, p])), [design.parts]);
  const ties = useMemo(() => tieWords(design), [design]);
  const row = (id: string, place?: RowPlace) => {
    const part = byId.get(id)!;
    return (
      <PartRow
        key={id}
        part={part}
        colours={inksOfPart(part)
          .map((ink) => values.get(ink) ?? '#000000')
          .join()}
        ties={ties.get(id) ?? ''}
        selected={selection.includes(id)}
        open={opened === id ? { design } : null}
        {...place}
      />
    );
  };
  const nameOf = (key: UniqueIdentifier) => {
    const of = rowOf(String(key));
    if ('part' in of) return partTitle(byId.get(of.part)!);
    return design.bundles.find((b) => b.id === of.bundle)?.name || say('bundle');
  };
  /** What is said to who does not see the rows. */
  const said: Announcements = {
    onDragStart: ({ active }) => say('isLifted', { name: nameOf(active.id) }),
    onDragOver: ({ active, over }) =>
      over ? say('wouldTakeThePlaceOf', { name: nameOf(active.id), name2: nameOf(over.id) }) : undefined,
    onDragEnd: ({ active, over }) =>
      over
        ? say('hasThePlaceOf', { name: nameOf(active.id), name2: nameOf(over.id) })
        : say('stays', { name: nameOf(active.id) }),
    onDragCancel: ({ active }) => say('isBackWhereItWas', { name: nameOf(active.id) }),
  };
  const bundleRow = (bundle: Bundle, nodes: StackNode[], place?: RowPlace) => {
    const parts = partsOfBundle(design, bundle.id);
    const open = isOpen(bundle.id);
    return (
      <li
        key={`${bundle.id} ${partsOfNodes(nodes)[0]}`}
        ref={place?.measure}
        data-index={place?.index}
        style={{ marginTop: place?.above }}
        className="rounded-md border border-line p-0.5"
      >
        <BundleHead
          bundle={bundle}
          parts={parts}
          design={design}
          open={open}
          chosen={parts.every((id) => selection.includes(id))}
          onOpen={() => {
            const next = new Set(unfolded);
            if (!next.delete(bundle.id)) next.add(bundle.id);
            setUnfolded(next);
          }}
        />
        {open && <ul className="mt-0.5 flex flex-col gap-1 pl-2">{nodes.map((n) => node(n))}</ul>}
      </li>
    );
  };
  const node = (n: StackNode, place?: RowPlace): ReactNode =>
    'part' in n
      ? row(n.part, place)
      : bundleRow(
          design.bundles.find((b) => b.id === n.bundle)!,
          n.nodes,
          place,
        );
  /** The outermost row in which a part lies. */
  const indexOf = (part: string | undefined) =>
    tree.findIndex((n) => ('part' in n ? n.part === part : partsOfNodes([n]).includes(part ?? '')));
  const chosenRow = selection.length > 0 ? indexOf(selection[0]) : -1;
  const held = dragged === null ? null : rowOf(dragged);
  const heldRow =
    held === null ? -1 : indexOf('part' in held ? held.part : partsOfBundle(design, held.bundle)[0]);
  const order = keysOf(tree, isOpen).join('\n');
  const keys = useMemo(() => (order === '' ? [] : order.split('\n')), [order]);
  return (
    <div className="flex min-h-0 flex-1 flex-col [@media(max-height:639px)]:flex-none">
      <div className="flex items-center justify-between px-3 pt-3 pb-2">
        <h2 className="heading">{say('stack')}</h2>
        <div className="flex items-center gap-1">
          <IconButton
            label={side ? say('fitTheArtworkToThe') : say('fitTheArtworkToTheBoard')}
            disabled={isEmptyBox(drawn)}
            onClick={() => {
              edit.make(say('fitTheArtwork'), [
                { op: 'replace', design: fitted(design, drawn, roomFor(design, drawn, resolved, side)) },
              ]);
            }}
          >
            <Expand size={15} />
          </IconButton>
          <Button className="!h-7 !px-2" onClick={onAdd} title={tip(say('addPart'), 'add-part')}>
            <Plus size={15} aria-hidden /> {say('addPart')}
          </Button>
        </div>
      </div>
      <Arrange design={design} resolved={resolved} side={side} />
      <div ref={setScroller} className="relative min-h-0 flex-1 overflow-y-auto px-2 pt-2 pb-2">
        {design.parts.length >= FILTER_FROM && (
          <input
            type="search"
            aria-label={say('findAPartInThe')}
            placeholder={say('findOneOfParts', { parts: design.parts.length })}
            className="field mb-2"
            value={words}
            onChange={(e) => setWords(e.target.value)}
            onKeyDown={(e) => {
              if (e.key === 'Escape') setWords('');
              // The first that is found is chosen, and opens.
              if (e.key === 'Enter' && filtered && 'part' in (tree[0] ?? {}))
                dispatch(select([(tree[0] as { part: string }).part]));
            }}
          />
        )}
        {filtered && tree.length === 0 && (
          <p className="px-1 py-2 text-[13px] text-muted">{say('noPartIsCalledThat')}</p>
        )}
        {design.parts.length === 0 && (
          <p className="px-1 py-2 text-[13px] text-muted">{say('nothingOnTheBoardYet')}</p>
        )}
        <DndContext
          accessibility={{ announcements: said, screenReaderInstructions: HOW_TO_DRAG }}
          sensors={sensors}
          collisionDetection={closestCenter}
          onDragStart={({ active }) => setDragged(String(active.id))}
          onDragCancel={() => setDragged(null)}
          onDragEnd={(e) => {
            setDragged(null);
            reorder(e);
          }}
        >
          <SortableContext items={keys} disabled={filtered} strategy={verticalListSortingStrategy}>
            <VirtualRows
              scroller={scroller}
              count={tree.length}
              keyOf={(i) => `${rowKey(tree[i])} ${partsOfNodes([tree[i]])[0]}`}
              stay={[chosenRow, heldRow].filter((i) => i >= 0)}
              shown={chosenRow < 0 ? null : chosenRow}
            >
              {(place) => node(tree[place.index], place)}
            </VirtualRows>
          </SortableContext>
        </DndContext>
      </div>
    </div>
  );
}
