import { useState } from 'react';
import { productWords, type Spec } from '@brelm/core/spec';
import { Button, Modal, toggled } from '../../ui';
import { say } from '../../words/placement';

/** Products that the design is not made for yet; those that are chosen are placed at once. */
export function AddProducts({
  specs,
  onAdd,
  onClose,
}: {
  specs: readonly Spec[];
  onAdd: (specs: Spec[]) => void;
  onClose: () => void;
}) {
  const [words, setWords] = useState('');
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const wanted = words.toLowerCase().split(/\s+/).filter(Boolean);
  const shown = specs.filter((s) =>
    wanted.every((w) => `${s.marketplace} ${s.product} ${s.kind}`.toLowerCase().includes(w)),
  );
  return (
    <Modal open onClose={onClose} title={say('addProducts')}>
      <input
        type="search"
        aria-label={say('searchProducts')}
        placeholder={say('mugToteSticker')}
        className="field mb-2 !h-9"
        autoFocus
        value={words}
        onChange={(e) => setWords(e.target.value)}
      />
      <ul className="max-h-80 overflow-y-auto" aria-label={say('products')}>
        {shown.map((s) => (
          <li key={s.id}>
            <label className="flex items-center gap-2 rounded-md px-1 py-1 hover:bg-line/50">
              <input
                type="checkbox"
                checked={chosen.has(s.id)}
                onChange={(e) => setChosen(toggled(chosen, s.id, e.target.checked))}
              />
              <span className="min-w-0 flex-1 truncate">{productWords(s)}</span>
              <span className="text-[12px] text-muted tabular-nums">
                {say('sidesIn', {
                  isSides: s.sides.length > 1,
                  sides: s.sides.length,
                  widthIn: Number(s.sides[0].widthIn.toFixed(2)),
                  heightIn: Number(s.sides[0].heightIn.toFixed(2)),
                })}
              </span>
            </label>
          </li>
        ))}
        {shown.length === 0 && (
          <li className="p-2 text-muted">{words ? say('noProductIsCalledThat') : say('itIsMadeForEvery')}</li>
        )}
      </ul>
      <div className="mt-4 flex justify-end gap-2">
        <Button onClick={onClose}>{say('cancel')}</Button>
        <Button
          tone="main"
          disabled={chosen.size === 0}
          onClick={() => {
            onAdd(specs.filter((s) => chosen.has(s.id)));
            onClose();
          }}
        >
          {chosen.size > 1 ? say('addAndPlaceThem', { chosen: chosen.size }) : say('addAndPlaceIt')}
        </Button>
      </div>
    </Modal>
  );
}
