import { Radio, RadioGroup } from '@headlessui/react';
import { useMemo, useState } from 'react';
import { refit, type Design, type RefitHow } from '@brelm/core/design';
import { drawingBounds } from '@brelm/core/drawing';
import { isEmptyBox, type Box } from '@brelm/core/geometry';
import { boardOf, safeBox, type Spec } from '@brelm/core/spec';
import { SpecChoice, specSides, useDrawing, VersionFigure, type Resolved } from '../../design';
import { Button, Modal } from '../../ui';
import { useEdit } from '../../editor/use-edit';
import { say } from '../../words/artwork';

const WAYS: [RefitHow, string, string][] = [
  ['scale', say('scaleToFit'), say('safeAreaIntoSafeArea')],
  ['size', say('keepTheSize'), say('inInchesInTheMiddle')],
  ['position', say('keepThePosition'), say('fromTheTopLeftCorner')],
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
    <Modal open title={say('productAndBoard')} onClose={onClose} wide>
      <div className="grid gap-5 sm:grid-cols-[1fr_16rem]">
        <div>
          <SpecChoice specs={specs} value={key} onChange={setKey} />
          <RadioGroup
            value={how}
            onChange={setHow}
            disabled={same}
            aria-label={say('theArtwork')}
            className={same ? 'mt-4 opacity-50' : 'mt-4'}
          >
            <p className="heading mb-1.5">{say('theArtwork')}</p>
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
            title={say('pxAsItIs', { width: after.board.width, height: after.board.height, isSame: same })}
          />
          {over && (
            <p role="status" className="mt-1.5 text-[13px] text-ochre-ink">
              {say('partOfTheArtworkLies')}
            </p>
          )}
        </div>
      </div>
      <div className="mt-5 flex justify-end gap-2">
        <Button onClick={onClose}>{say('cancel')}</Button>
        <Button
          tone="main"
          disabled={same}
          onClick={() => {
            edit.make(say('changeTheProduct'), [{ op: 'replace', design: after }]);
            onClose();
          }}
        >
          {say('useThisBoard')}
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
