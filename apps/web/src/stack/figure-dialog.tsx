import { useState } from 'react';
import { Modal } from '../ui';
import { replaceMotif } from '../editor/bring-in';
import { FindParts } from './find-parts';
import { useEdit } from '../editor/use-edit';
import { say } from '../words/stack';

/** Chooses another figure for a motif that stays where it is. */
export function FigureDialog({ part, onClose }: { part: string; onClose: () => void }) {
  const edit = useEdit();
  const [phrase, setPhrase] = useState('');
  return (
    <Modal open title={say('anotherFigure')} onClose={onClose} wide>
      <input
        type="search"
        autoFocus
        aria-label={say('findAFigure')}
        placeholder={say('owlMoonMushroom')}
        className="field mb-3 !h-9 px-2 !text-[16px]"
        value={phrase}
        onChange={(e) => setPhrase(e.target.value)}
      />
      <FindParts
        phrase={phrase}
        onMotif={(found) => {
          onClose();
          void replaceMotif(found, part, edit);
        }}
      />
    </Modal>
  );
}
