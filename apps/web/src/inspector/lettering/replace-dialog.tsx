import { useState } from 'react';
import { countFound, replaceEdits, type Design } from '@brelm/core/design';
import { useEdit } from '../../editor/use-edit';
import { Button, Modal, notify } from '../../ui';
import { say } from '../../words/lettering';

/** Finds words in all lettering of the design and puts others in their place. */
export function ReplaceDialog({ design, onClose }: { design: Design; onClose: () => void }) {
  const edit = useEdit();
  const [find, setFind] = useState('');
  const [by, setBy] = useState('');
  const [options, setOptions] = useState({ matchCase: false, wholeWords: false });
  const found = countFound(design, find, options);
  const tick = (key: keyof typeof options, label: string) => (
    <label className="flex items-center gap-1.5 text-[13px]">
      <input
        type="checkbox"
        className="h-4 w-4 accent-spruce"
        checked={options[key]}
        onChange={(e) => setOptions({ ...options, [key]: e.target.checked })}
      />
      {label}
    </label>
  );
  return (
    <Modal open onClose={onClose} title={say('findAndReplaceInThe')}>
      <form
        className="flex flex-col gap-3"
        onSubmit={(e) => {
          e.preventDefault();
          if (!found) return;
          edit.make(say('replaceWords'), replaceEdits(design, find, by, options));
          notify('done', say('replacedTime', { found }));
          onClose();
        }}
      >
        <label>
          <span className="block text-[11.5px] text-muted">{say('find')}</span>
          <input autoFocus className="field !h-8" value={find} onChange={(e) => setFind(e.target.value)} />
        </label>
        <label>
          <span className="block text-[11.5px] text-muted">{say('replaceBy')}</span>
          <input
            className="field !h-8"
            maxLength={2000}
            placeholder={say('nothing')}
            value={by}
            onChange={(e) => setBy(e.target.value)}
          />
        </label>
        <div className="flex gap-4">
          {tick('matchCase', say('sameCapitals'))}
          {tick('wholeWords', say('wholeWords'))}
        </div>
        <div className="flex items-center gap-3">
          <Button tone="main" type="submit" disabled={found === 0}>
            {say('replaceAll')}
          </Button>
          <span role="status" className="text-[13px] text-muted">
            {find === '' ? '' : found === 0 ? say('notFoundLockedPartsAre') : say('foundTime', { found })}
          </span>
        </div>
      </form>
    </Modal>
  );
}
