import { Trash2 } from 'lucide-react';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { differences, type Design } from '@brelm/core/design';
import type { VersionEntry } from '@brelm/contract';
import { VersionFigure } from '../design';
import { useAppSelector } from '../store';
import { reasonOf, useDropVersionMutation, useVersionsQuery } from '../store/api';
import {
  useAddStarterMutation,
  useCreateDesignMutation,
  useKeepVersionMutation,
  useVersionQuery,
} from '../store/design-documents-api';
import { Button, IconButton, Modal, notify } from '../ui';
import { useEdit } from './use-edit';
import { format } from '../words/dates';
import { say } from '../words/editor';

const KINDS = { named: '', refused: say('aSaveThatCameToo'), replaced: say('replacedByAnotherSave') };
const titleOf = (version: VersionEntry): string => version.name || KINDS[version.kind];

/** The versions of a design that the server keeps: name the state of now, look at one beside it, bring it back. */
export function VersionsDialog({ design, onClose }: { design: Design; onClose: () => void }) {
  const id = useAppSelector((s) => s.editor.id)!;
  const { data: versions, error, refetch } = useVersionsQuery(id);
  const [keep, keeping] = useKeepVersionMutation();
  const [addStarter, starting] = useAddStarterMutation();
  const [drop, dropping] = useDropVersionMutation();
  const [name, setName] = useState('');
  const [chosen, setChosen] = useState<number | null>(null);
  const entry = versions?.find((v) => v.id === chosen);
  const fault = error ?? keeping.error ?? dropping.error ?? starting.error;
  return (
    <Modal open title={say('versions')} onClose={onClose} wide>
      <form
        className="mb-4 flex items-end gap-2"
        onSubmit={(e) => {
          e.preventDefault();
          if (name.trim())
            void keep({ id, name: name.trim(), design })
              .unwrap()
              .then(
                (kept) => {
                  setName('');
                  setChosen(kept.id);
                },
                () => undefined,
              );
        }}
      >
        <label className="min-w-0 flex-1 text-[13px] text-muted">
          {say('keepTheDesignAsIt')}
          <input
            className="field !h-8"
            maxLength={120}
            placeholder={say('beforeTheNewLettering')}
            value={name}
            onChange={(e) => setName(e.target.value)}
          />
        </label>
        <Button tone="main" type="submit" disabled={!name.trim() || keeping.isLoading}>
          {keeping.isLoading ? say('keeping') : say('keepIt')}
        </Button>
        <Button
          title={say('toBeginOtherDesignsWith')}
          disabled={!name.trim() || starting.isLoading}
          onClick={() =>
            void addStarter({ ...design, name: name.trim() })
              .unwrap()
              .then(
                () => {
                  notify('done', say('isAStarterNowNew', { name: name.trim() }));
                  setName('');
                },
                () => undefined,
              )
          }
        >
          {say('keepItAsAStarter')}
        </Button>
      </form>
      {fault && (
        <p role="alert" className="mb-3 text-rust">
          {reasonOf(fault)}{' '}
          {error && (
            <button type="button" className="underline" onClick={() => void refetch()}>
              {say('tryAgain')}
            </button>
          )}
        </p>
      )}
      {versions?.length === 0 && <p className="text-muted">{say('noVersionIsKeptYet')}</p>}
      {versions && versions.length > 0 && (
        <div className="grid gap-5 sm:grid-cols-[15rem_1fr]">
          <ul className="flex max-h-80 flex-col gap-1 overflow-y-auto p-0.5" aria-label={say('keptVersions')}>
            {versions.map((version) => (
              <li key={version.id} className="flex items-center gap-0.5">
                <button
                  type="button"
                  aria-pressed={version.id === chosen}
                  className={`min-w-0 flex-1 rounded-md border px-2.5 py-1.5 text-left ${version.id === chosen ? 'border-spruce bg-paper' : 'border-line hover:border-edge'}`}
                  onClick={() => setChosen(version.id)}
                >
                  <span className="block truncate font-medium">{titleOf(version)}</span>
                  <span className="block text-[12.5px] text-muted">
                    {format(new Date(version.createdAt), 'd MMM yyyy, HH:mm')}
                  </span>
                </button>
                {version.kind === 'named' && (
                  <IconButton
                    label={say('dropVersion', { title: titleOf(version) })}
                    onClick={() => void drop({ id, version: version.id })}
                  >
                    <Trash2 size={15} />
                  </IconButton>
                )}
              </li>
            ))}
          </ul>
          {entry ? (
            <Beside key={entry.id} id={id} entry={entry} design={design} onClose={onClose} />
          ) : (
            <p className="pt-2 text-muted">{say('chooseAVersionToSee')}</p>
          )}
        </div>
      )}
    </Modal>
  );
}

/** A kept version beside the design as it is now. */
function Beside({
  id,
  entry,
  design,
  onClose,
}: {
  id: string;
  entry: VersionEntry;
  design: Design;
  onClose: () => void;
}) {
  const edit = useEdit();
  const navigate = useNavigate();
  const { data, error } = useVersionQuery({ id, version: entry.id });
  const [create, creating] = useCreateDesignMutation();
  if (error)
    return (
      <p role="alert" className="text-rust">
        {reasonOf(error)}
      </p>
    );
  if (!data) return <p className="text-muted">{say('opening')}</p>;
  const differs = differences(design, data.document);
  return (
    <div>
      <div className="flex flex-wrap gap-4">
        <VersionFigure design={design} title={say('now')} />
        <VersionFigure design={data.document} title={titleOf(entry)} />
      </div>
      <ul className="mt-2 list-disc pl-4 text-[13px] text-muted">
        {differs.slice(0, 6).map((d) => (
          <li key={d}>{d}</li>
        ))}
        {differs.length > 6 && <li>{say('andMore2', { differs: differs.length - 6 })}</li>}
        {differs.length === 0 && <li>{say('nothingDiffers')}</li>}
      </ul>
      {creating.error && (
        <p role="alert" className="mt-2 text-rust">
          {reasonOf(creating.error)}
        </p>
      )}
      <div className="mt-3 flex flex-wrap gap-2">
        <Button
          tone="main"
          disabled={differs.length === 0}
          title={say('asOneStepWhichCan')}
          onClick={() => {
            edit.make(say('backTo', { title: titleOf(entry) }), [{ op: 'replace', design: data.document }]);
            onClose();
          }}
        >
          {say('bringItBack')}
        </Button>
        <Button
          disabled={creating.isLoading}
          onClick={() =>
            void create({ ...data.document, name: `${data.document.name} (${titleOf(entry)})`.slice(0, 300) })
              .unwrap()
              .then(
                (made) => navigate(`/design/${made.id}`),
                () => undefined,
              )
          }
        >
          {say('openAsADesignOf')}
        </Button>
      </div>
    </div>
  );
}
