import { useState } from 'react';
import { Button, Modal } from '../ui';
import { keepScreenPxPerInch, screenPxPerInch } from '../editor/measure';
import { say } from '../words/board';

/** Width of a bank card, in (ISO/IEC 7810, ID-1: 85.60 × 53.98 mm). */
const CARD = { width: 85.6 / 25.4, height: 53.98 / 25.4 };

/** Asks once how large an inch is on this screen: a card is held against a drawing of one. */
export function ScreenMatch({ onDone, onClose }: { onDone: () => void; onClose: () => void }) {
  const [perInch, setPerInch] = useState(screenPxPerInch());
  return (
    <Modal open title={say('howLargeIsAnInch')} onClose={onClose} wide>
      <p className="mb-3">{say('holdABankCardAgainst')}</p>
      <div
        aria-hidden
        className="rounded-[10px] border-2 border-ink bg-paper"
        style={{ width: CARD.width * perInch, height: CARD.height * perInch }}
      />
      <label className="mt-4 block text-[13px] text-muted">
        {say('sizeOfTheOutline')}
        <input
          type="range"
          className="mt-1 block w-full accent-spruce"
          min={50}
          max={200}
          step={0.25}
          value={perInch}
          onChange={(e) => setPerInch(Number(e.target.value))}
        />
      </label>
      <div className="mt-4 flex justify-end gap-2">
        <Button onClick={onClose}>{say('cancel')}</Button>
        <Button
          tone="main"
          onClick={() => {
            keepScreenPxPerInch(perInch);
            onDone();
          }}
        >
          {say('itFits')}
        </Button>
      </div>
    </Modal>
  );
}
