import { useState } from 'react';
import type { Design, Edit, Placement } from '@brelm/core/design';
import { copiedPlacement, placementOn, type CopyKeeps } from '@brelm/core/placement';
import { productWords, type Spec, type SpecSide } from '@brelm/core/spec';
import { Button, Modal, toggled } from '../../ui';
import { say } from '../../words/placement';

/** Copies a placement to other sides and products that the design is placed on. */
export function CopyDialog({
  design,
  specs,
  spec,
  side,
  placement,
  onCopy,
  onClose,
}: {
  design: Design;
  specs: readonly Spec[];
  spec: Spec;
  side: SpecSide;
  placement: Placement;
  onCopy: (edits: Edit[]) => void;
  onClose: () => void;
}) {
  const others = specs.flatMap((s) =>
    s.sides
      .filter((x) => (s.id !== spec.id || x.id !== side.id) && placementOn(design, s, x))
      .map((x) => ({ spec: s, side: x, key: `${s.id} ${x.id}` })),
  );
  const [chosen, setChosen] = useState(
    () => new Set(others.filter((o) => o.spec.id === spec.id).map((o) => o.key)),
  );
  const [keeps, setKeeps] = useState<CopyKeeps>('size');
  return (
    <Modal open onClose={onClose} title={say('copyThisPlacement')}>
      <fieldset className="mb-3 flex gap-4">
        <legend className="mb-1 text-[13px] text-muted">{say('itKeeps')}</legend>
        {(
          [
            ['size', say('itsSizeInInches')],
            ['share', say('itsShareOfThePrint')],
          ] as const
        ).map(([value, words]) => (
          <label key={value} className="flex items-center gap-1.5">
            <input type="radio" name="keeps" checked={keeps === value} onChange={() => setKeeps(value)} />
            {words}
          </label>
        ))}
      </fieldset>
      {others.length === 0 ? (
        <p className="text-muted">{say('thereIsNoOtherSide')}</p>
      ) : (
        <ul className="max-h-72 overflow-y-auto">
          {others.map((o) => (
            <li key={o.key}>
              <label className="flex items-center gap-2 py-1">
                <input
                  type="checkbox"
                  checked={chosen.has(o.key)}
                  onChange={(e) => setChosen(toggled(chosen, o.key, e.target.checked))}
                />
                {productWords(o.spec, o.side)}
              </label>
            </li>
          ))}
        </ul>
      )}
      <div className="mt-4 flex justify-end gap-2">
        <Button onClick={onClose}>{say('cancel')}</Button>
        <Button
          tone="main"
          disabled={chosen.size === 0}
          onClick={() => {
            onCopy(
              others
                .filter((o) => chosen.has(o.key))
                .map((o) => ({
                  op: 'setPlacement',
                  placement: copiedPlacement(placement, side, o.spec, o.side, keeps),
                })),
            );
            onClose();
          }}
        >
          {say('copyTo', { chosen: chosen.size })}
        </Button>
      </div>
    </Modal>
  );
}
