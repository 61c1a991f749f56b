import { useState } from 'react';
import {
  applyEdits,
  emptySide,
  freshId,
  sideCopyEdits,
  sidesOf,
  type Design,
  type Edit,
} from '@brelm/core/design';
import { homeAt, newPlacement, placementOf } from '@brelm/core/placement';
import { boardOf, type Spec } from '@brelm/core/spec';
import { SpecChoice, specSides } from '../design';
import { Button, Modal, SelectField } from '../ui';
import { sideNames } from './side-names';
import { useEdit } from './use-edit';
import { say } from '../words/editor';

/** Another board for the same design: a side of its product, or of any other. */
export function AddSide({
  design,
  specs,
  onClose,
}: {
  design: Design;
  specs: readonly Spec[];
  onClose: () => void;
}) {
  const edit = useEdit();
  // Its own product first, then others of the same marketplace.
  const near = (s: Spec) => (s.id === design.board.spec ? 0 : s.marketplace === home?.marketplace ? 1 : 2);
  const home = specs.find((s) => s.id === design.board.spec);
  const sorted = [...specs].sort((a, b) => near(a) - near(b));
  const choices = specSides(sorted);
  const has = (key: { spec: Spec; side: { id: string } }) =>
    sidesOf(design).some(({ board }) => board.spec === key.spec.id && board.side === key.side.id);
  // The next side of the product itself, where it has one that is still free.
  const free = choices.find((c) => c.spec.id === design.board.spec && !has(c));
  const [key, setKey] = useState((free ?? choices[0])?.key);
  const [name, setName] = useState('');
  const [from, setFrom] = useState('');
  const chosen = choices.find((c) => c.key === key);
  const add = () => {
    if (!chosen) return;
    const ids = sidesOf(design).map((s) => s.id);
    const { spec, side } = chosen;
    const id = ids.includes(side.id) ? freshId(side.id, ids) : side.id;
    const edits: Edit[] = [{ op: 'addSide', side: emptySide(id, name.trim(), boardOf(spec, side)) }];
    // A product that is placed already is made with this side, too.
    if (design.placements.some((p) => p.spec === spec.id) && !placementOf(design, spec.id, side.id))
      edits.push({
        op: 'setPlacement',
        placement: newPlacement(spec, side, homeAt(boardOf(spec, side), side)),
      });
    const there = applyEdits(design, edits);
    edit.make(say('addTheSide', { name: name.trim() || side.name }), [
      ...edits,
      ...(from ? sideCopyEdits(there, from) : []),
    ]);
    onClose();
  };
  return (
    <Modal open title={say('addASide')} onClose={onClose} wide>
      <p className="mb-3 text-[13px] text-muted">{say('itHasABoardOf')}</p>
      <SpecChoice specs={sorted} value={key} onChange={setKey} />
      <div className="mt-4 grid grid-cols-2 gap-3">
        <label className="block min-w-0">
          <span className="block text-[11.5px] text-muted">{say('name')}</span>
          <input
            className="field"
            value={name}
            maxLength={120}
            placeholder={chosen?.side.name}
            onChange={(e) => setName(e.target.value)}
            onKeyDown={(e) => e.key === 'Enter' && add()}
          />
        </label>
        <SelectField label={say('beginWith')} value={from} onChange={(e) => setFrom(e.target.value)}>
          <option value="">{say('anEmptyBoard')}</option>
          {sideNames(design, specs).map((s) => (
            <option key={s.id} value={s.id}>
              {say('theArtworkOf', { name: s.name })}
            </option>
          ))}
        </SelectField>
      </div>
      <div className="mt-5 flex justify-end gap-2">
        <Button onClick={onClose}>{say('cancel')}</Button>
        <Button tone="main" disabled={!chosen} onClick={add}>
          {say('addIt')}
        </Button>
      </div>
    </Modal>
  );
}
