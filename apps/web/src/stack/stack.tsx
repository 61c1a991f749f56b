import {
  closestCenter,
  DndContext,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
  type DragEndEvent,
} from '@dnd-kit/core';
import { SortableContext, sortableKeyboardCoordinates, verticalListSortingStrategy } from '@dnd-kit/sortable';
import { Expand, Plus } from 'lucide-react';
import { useMemo, useState } from 'react';
import { fitted, inksOfPart, inkValues, reorderEdits, stackRuns, type Design } from '@brelm/core/design';
import { drawingBounds } from '@brelm/core/drawing';
import { isEmptyBox } from '@brelm/core/geometry';
import { safeBox, type SpecSide } from '@brelm/core/spec';
import type { Resolved } from '../design';
import { useAppSelector } from '../store';
import { Button, IconButton } from '../ui';
import { BundleHead } from './bundle-head';
import { PartRow } from './part-row';
import { Arrange } from './arrange';
import { useEdit } from '../editor/use-edit';

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
  const edit = useEdit();
  const selection = useAppSelector((s) => s.editor.selection);
  const values = inkValues(
    design,
    useAppSelector((s) => s.editor.colourway),
  );
  const ids = useMemo(() => design.parts.map((p) => p.id), [design.parts]);
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 5 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const reorder = ({ active, over }: DragEndEvent) => {
    if (!over || active.id === over.id) return;
    const to = design.parts.findIndex((p) => p.id === over.id);
    edit.make('Change the depth', reorderEdits(design, String(active.id), to));
  };
  const drawn = drawingBounds(resolved.drawing);
  const [folded, setFolded] = useState<ReadonlySet<string>>(new Set());
  const runs = useMemo(() => stackRuns(design), [design]);
  const byId = useMemo(() => new Map(design.parts.map((p) => [p.id, p])), [design.parts]);
  const row = (id: string) => {
    const part = byId.get(id)!;
    return (
      <PartRow
        key={id}
        part={part}
        colours={inksOfPart(part)
          .map((ink) => values.get(ink) ?? '#000000')
          .join()}
        selected={selection.includes(id)}
        open={selection.length === 1 && selection[0] === id ? { design } : null}
      />
    );
  };
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <div className="flex items-center justify-between px-3 pt-3 pb-2">
        <h2 className="heading">Stack</h2>
        <div className="flex items-center gap-1">
          <IconButton
            label={side ? 'Fit the artwork to the safe area' : 'Fit the artwork to the board'}
            disabled={isEmptyBox(drawn)}
            onClick={() => {
              const { width, height } = design.board;
              const to = side ? safeBox(side) : { left: 0, top: 0, right: width, bottom: height };
              edit.make('Fit the artwork', [{ op: 'replace', design: fitted(design, drawn, to) }]);
            }}
          >
            <Expand size={15} />
          </IconButton>
          <Button className="!h-7 !px-2" onClick={onAdd} title="Add part (A)">
            <Plus size={15} aria-hidden /> Add part
          </Button>
        </div>
      </div>
      <Arrange design={design} resolved={resolved} side={side} />
      <div className="min-h-0 flex-1 overflow-y-auto px-2 pt-2 pb-2">
        {design.parts.length === 0 && (
          <p className="px-1 py-2 text-[13px] text-muted">
            Nothing on the board yet. Add lettering, a picture or a figure.
          </p>
        )}
        <DndContext sensors={sensors} collisionDetection={closestCenter} onDragEnd={reorder}>
          <SortableContext items={ids} strategy={verticalListSortingStrategy}>
            <ul className="flex flex-col gap-1">
              {runs.map((run) => {
                const bundle = design.bundles.find((b) => b.id === run.bundle);
                if (!bundle) return run.parts.map(row);
                // A part that is chosen by itself is always seen.
                const open = !folded.has(bundle.id) || selection.some((id) => run.parts.includes(id));
                return (
                  <li key={`${bundle.id} ${run.parts[0]}`} className="rounded-md border border-line p-0.5">
                    <BundleHead
                      bundle={bundle}
                      parts={run.parts}
                      design={design}
                      open={open}
                      chosen={run.parts.every((id) => selection.includes(id))}
                      onOpen={() => {
                        const next = new Set(folded);
                        if (!next.delete(bundle.id)) next.add(bundle.id);
                        setFolded(next);
                      }}
                    />
                    {open && <ul className="mt-0.5 flex flex-col gap-1 pl-2">{run.parts.map(row)}</ul>}
                  </li>
                );
              })}
            </ul>
          </SortableContext>
        </DndContext>
      </div>
    </div>
  );
}
