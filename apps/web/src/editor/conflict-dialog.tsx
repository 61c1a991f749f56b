import { useState } from 'react';
import { useNavigate } from 'react-router';
import { differences } from '@brelm/core/design';
import { VersionFigure } from '../design';
import { store, useAppDispatch, useAppSelector } from '../store';
import { reasonOf } from '../store/api';
import { useCreateDesignMutation } from '../store/design-documents-api';
import { dropDraft } from '../store/drafts';
import { mineKept, opened } from '../store/editor';
import { Button, Modal } from '../ui';
import { say } from '../words/editor';

/** Two versions of one design: both are kept, and the seller says which goes on under its name. */
export function ConflictDialog() {
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const save = useAppSelector((s) => s.editor.save);
  const mine = useAppSelector((s) => s.editor.design);
  const id = useAppSelector((s) => s.editor.id);
  const [create] = useCreateDesignMutation();
  const [fault, setFault] = useState<string | null>(null);
  if (save.kind !== 'conflict' || !mine || !id) return null;
  const { theirs } = save;

  const takeTheirs = async () => {
    await dropDraft(id);
    dispatch(opened({ stored: theirs, at: Date.now() }));
    navigate(0);
  };
  // Saved over theirs, which the server keeps among the design's versions.
  const keepMine = () => dispatch(mineKept({ revision: theirs.revision }));
  const mineAsCopy = async () => {
    const design = store.getState().editor.design!;
    try {
      const made = await create({
        ...design,
        name: say('otherVersion', { name: design.name }).slice(0, 300),
      }).unwrap();
      await dropDraft(id);
      dispatch(opened({ stored: theirs, at: Date.now() }));
      void navigate(`/design/${made.id}`);
    } catch (error) {
      setFault(reasonOf(error));
    }
  };
  return (
    <Modal open title={say('thisDesignWasChangedElsewhere')} onClose={() => undefined} wide>
      <p className="mb-3 text-muted">{say('anotherTabOrPersonSaved')}</p>
      <div className="flex flex-wrap gap-5">
        <VersionFigure design={mine} title={say('here')} />
        <VersionFigure design={theirs.document} title={say('thereRevision', { revision: theirs.revision })} />
        <div className="min-w-40 flex-1">
          <p className="heading mb-1">{say('whatDiffers')}</p>
          <ul className="list-disc pl-4 text-[13px]">
            {differences(mine, theirs.document)
              .slice(0, 12)
              .map((d) => (
                <li key={d}>{d}</li>
              ))}
          </ul>
        </div>
      </div>
      {fault && (
        <p role="alert" className="mt-3 text-rust">
          {fault}
        </p>
      )}
      <div className="mt-5 flex flex-wrap justify-end gap-2">
        <Button onClick={() => void takeTheirs()}>{say('goOnWithTheirs')}</Button>
        <Button onClick={keepMine}>{say('goOnWithMine')}</Button>
        <Button tone="main" onClick={() => void mineAsCopy()}>
          {say('keepBothMineAsA')}
        </Button>
      </div>
    </Modal>
  );
}
