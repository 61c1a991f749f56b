import { Radio, RadioGroup } from '@headlessui/react';
import { useMemo, useState } from 'react';
import { refit, type Design, type RefitHow } from '@brelm/core/design';
import { drawingBounds } from '@brelm/core/drawing';
import { isEmptyBox, type Box } from '@brelm/core/geometry';
import { boardOf, safeBox, type Spec } from '@brelm/core/spec';
import { SpecChoice, specSides, useDrawing, VersionFigure, type Resolved } from '../../design';
import { Button, Modal } from '../../ui';
import { useEdit } from '../../editor/use-edit';

const WAYS: [RefitHow, string, string][] = [
  ['scale', 'Scale to fit', 'safe area into safe area'],
  ['size', 'Keep the size', 'in inches, in the middle'],
  ['position', 'Keep the position', 'from the top left corner'],
];

/** Makes the design for another product, and says how the artwork goes onto its board. */
export function BoardDialog({
  design,
  specs,
  onClose,
}: {
  design: Design;
  specs: readonly Spec[];
  onClose: () => void;
}) {
  const edit = useEdit();
  const choices = specSides(specs);
  const now = choices.find((c) => c.spec.id === design.board.spec && c.side.id === design.board.side);
  const [key, setKey] = useState(now?.key);
  const [how, setHow] = useState<RefitHow>('scale');
  const chosen = choices.find((c) => c.key === key);
  const after = useMemo(() => {
    if (!chosen) return design;
    const from: Box = now
      ? safeBox(now.side)
      : { left: 0, top: 0, right: design.board.width, bottom: design.board.height };
    return refit(design, boardOf(chosen.spec, chosen.side), how, { from, to: safeBox(chosen.side) });
  }, [design, now, chosen, how]);
  const same = chosen?.key === now?.key;
  const drawing = useDrawing(after, undefined)?.drawing;
  const over = drawing && sticksOut(drawing);
  return (
    <Modal open title="Product and board" onClose={onClose} wide>
      <div className="grid gap-5 sm:grid-cols-[1fr_16rem]">
        <div>
          <SpecChoice specs={specs} value={key} onChange={setKey} />
          <RadioGroup
            value={how}
            onChange={setHow}
            disabled={same}
            aria-label="The artwork"
            className={same ? 'mt-4 opacity-50' : 'mt-4'}
          >
            <p className="heading mb-1.5">The artwork</p>
            <div className="grid grid-cols-3 gap-1.5">
              {WAYS.map(([id, name, more]) => (
                <Radio
                  key={id}
                  value={id}
                  className="cursor-pointer rounded-md border border-line px-2.5 py-1.5 data-checked:border-spruce data-checked:bg-paper"
                >
                  <span className="block font-medium">{name}</span>
                  <span className="block text-[12.5px] text-muted">{more}</span>
                </Radio>
              ))}
            </div>
          </RadioGroup>
        </div>
        <div>
          <VersionFigure
            design={after}
            title={`${after.board.width} × ${after.board.height} px${same ? ', as it is' : ''}`}
          />
          {over && (
            <p role="status" className="mt-1.5 text-[13px] text-ochre-ink">
              Part of the artwork lies beyond this board. It is kept, but will not print.
            </p>
          )}
        </div>
      </div>
      <div className="mt-5 flex justify-end gap-2">
        <Button onClick={onClose}>Cancel</Button>
        <Button
          tone="main"
          disabled={same}
          onClick={() => {
            edit.make('Change the product', [{ op: 'replace', design: after }]);
            onClose();
          }}
        >
          Use this board
        </Button>
      </div>
    </Modal>
  );
}

function sticksOut(drawing: Resolved['drawing']): boolean {
  const box = drawingBounds(drawing);
  return (
    !isEmptyBox(box) &&
    (box.left < -1 || box.top < -1 || box.right > drawing.width + 1 || box.bottom > drawing.height + 1)
  );
}
