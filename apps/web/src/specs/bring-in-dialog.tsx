import { useEffect, useState } from 'react';
import { faultText, readSpecFile, SpecFileError, specText } from '@brelm/core/spec';
import type { SpecBrought } from '@brelm/contract';
import { reasonOf, useBringInSpecFileMutation, useLookAtSpecFileMutation } from '../store/api';
import { Button, Modal, notify } from '../ui';
import { say } from '../words/specs';

const KINDS = { new: say('new'), changed: say('changes'), same: say('theSame') } as const;

async function base64(file: File): Promise<string> {
  const bytes = new Uint8Array(await file.arrayBuffer());
  let text = '';
  for (let i = 0; i < bytes.length; i += 8192) text += String.fromCharCode(...bytes.subarray(i, i + 8192));
  return btoa(text);
}

/** Looks at a spec file: what is wrong with it, line by line, or what it would change; then brings it in. */
export function BringInDialog({ file, onClose }: { file: File; onClose: () => void }) {
  const [look] = useLookAtSpecFileMutation();
  const [send, sending] = useBringInSpecFileMutation();
  const [found, setFound] = useState<SpecBrought[] | null>(null);
  const [faults, setFaults] = useState<string[] | null>(null);
  useEffect(() => {
    let wanted = true;
    void (async () => {
      try {
        const text = specText(new Uint8Array(await file.arrayBuffer()));
        readSpecFile(text);
        const list = await look(await base64(file)).unwrap();
        if (wanted) setFound(list);
      } catch (error) {
        if (wanted)
          setFaults(error instanceof SpecFileError ? error.places.map(faultText) : [reasonOf(error)]);
      }
    })();
    return () => {
      wanted = false;
    };
  }, [file, look]);
  const changes = found?.filter((f) => f.kind !== 'same').length ?? 0;
  const bring = async () => {
    try {
      await send(await base64(file)).unwrap();
      notify('done', say('specOfCameIn', { changes, name: file.name }));
      onClose();
    } catch (error) {
      setFaults([reasonOf(error)]);
    }
  };
  return (
    <Modal open onClose={onClose} title={say('bringIn', { name: file.name })} wide>
      {faults ? (
        <div role="alert">
          <p className="mb-2">{say('nothingWasBroughtInWhat')}</p>
          <ul className="max-h-80 list-disc overflow-y-auto pl-5 text-[13.5px] text-rust">
            {faults.map((f) => (
              <li key={f}>{f}</li>
            ))}
          </ul>
        </div>
      ) : !found ? (
        <p className="text-muted">{say('lookingAtIt')}</p>
      ) : (
        <ul className="max-h-80 overflow-y-auto text-[13.5px]">
          {found.map((f) => (
            <li key={f.id} className="border-b border-line py-1.5">
              <span className="font-medium">{f.id}</span> <span className="text-muted">{KINDS[f.kind]}</span>
              {f.differences.map((d) => (
                <span key={d.what} className="block pl-3 text-[12.5px] text-muted">
                  {d.side ? `${d.side}: ` : ''}
                  {d.what}
                </span>
              ))}
            </li>
          ))}
        </ul>
      )}
      <div className="mt-4 flex justify-end gap-2">
        <Button onClick={onClose}>{faults ? say('close') : say('cancel')}</Button>
        {!faults && (
          <Button
            tone="main"
            disabled={!found || changes === 0 || sending.isLoading}
            onClick={() => void bring()}
          >
            {changes === 0 && found ? say('nothingWouldChange') : say('bringIn2', { changes })}
          </Button>
        )}
      </div>
    </Modal>
  );
}
