import { X } from 'lucide-react';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { lookEdits, lookOf, lookText, readLook, withLook, type Design, type Edit } from '@brelm/core/design';
import { type PicturePart } from '@brelm/core/parts';
import { LOOK_SIDE, LOOKS, stepsFor, type Step, type Treatment } from '@brelm/core/steps';
import { useEdit } from '../../editor/use-edit';
import { useAppSelector } from '../../store';
import {
  reasonOf,
  useAddLookMutation,
  useGarmentsQuery,
  useLooksQuery,
  useRemoveLookMutation,
} from '../../store/api';
import { Button, IconButton, Modal, notify } from '../../ui';
import { treatSmall } from '../../workers/picture-client';
import { lookInks } from './start-inks';
import { useSameTreatment } from './use-same-treatment';
import { treatmentOf } from './treatment-of';
import { say } from '../../words/picture';

/** A picture with some steps, in small. */
function LookPicture({
  sha256,
  width,
  treatment: given,
  behind,
}: {
  sha256: string;
  width: number;
  treatment: Treatment | null;
  /** The garment's colour. */
  behind: string | undefined;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const treatment = useSameTreatment(given);
  useEffect(() => {
    let wanted = true;
    treatSmall(sha256, treatment, width).then(
      (bitmap) => {
        const target = canvas.current;
        if (!wanted || !target) return;
        const k = Math.min(target.width / bitmap.width, target.height / bitmap.height);
        const [w, h] = [bitmap.width * k, bitmap.height * k];
        const context = target.getContext('2d')!;
        context.clearRect(0, 0, target.width, target.height);
        context.drawImage(bitmap, (target.width - w) / 2, (target.height - h) / 2, w, h);
        bitmap.close();
      },
      () => undefined,
    );
    return () => {
      wanted = false;
    };
  }, [sha256, width, treatment]);
  return (
    <canvas
      ref={canvas}
      width={220}
      height={160}
      aria-hidden
      className="block h-28 w-full rounded-sm object-contain"
      style={{ background: behind }}
    />
  );
}

interface Offered {
  key: string;
  name: string;
  says: string;
  steps: Step[];
  /** Beside the change of the steps: inks that come with it. */
  edits: Edit[];
  /** Of one that the seller keeps. */
  kept?: number;
}

/** Looks: lists of steps that are put on a picture in place of its own; what cuts it out and was painted on it stays. */
export function LooksDialog({
  part,
  design,
  onClose,
}: {
  part: PicturePart;
  design: Design;
  onClose: () => void;
}) {
  const edit = useEdit();
  const colourway = useAppSelector((s) => s.editor.colourway);
  const found = design.materials.find((m) => m.id === part.material);
  const { data: stored = [] } = useLooksQuery();
  const [add, { isLoading: keeping }] = useAddLookMutation();
  const [remove] = useRemoveLookMutation();
  const [name, setName] = useState('');
  const side = Math.max(found?.width ?? LOOK_SIDE, found?.height ?? LOOK_SIDE);
  const offered = useMemo((): Offered[] => {
    const own = stored.flatMap(({ id, name: called, document }): Offered[] => {
      const look = readLook(document);
      if (!look) return [];
      const edits = lookEdits(design, part, look, side);
      const change = edits.at(-1);
      const steps = change?.op === 'updatePart' ? (change.change as PicturePart).steps : [];
      return [{ key: `kept ${id}`, name: called, says: 'kept', steps, edits: edits.slice(0, -1), kept: id }];
    });
    const shipped = LOOKS.map(({ id, name: called, says, steps }): Offered => ({
      ...{ key: id, name: called, says, edits: [] },
      steps: withLook(part, stepsFor(steps(lookInks(design)), side / LOOK_SIDE)),
    }));
    return [...own, ...shipped];
  }, [part, design, side, stored]);
  const treat = useCallback(
    (steps: Step[], edits: Edit[]) => {
      const added = new Map(edits.flatMap((e) => (e.op === 'addInk' ? [[e.ink.id, e.ink.value]] : [])));
      return treatmentOf(part, steps, design, colourway, { added });
    },
    [design, colourway, part],
  );
  const { data: garments } = useGarmentsQuery();
  // Seen on the garment that is open: what prints light is not seen on white.
  const behind = garments?.find((g) => g.id === design.backdrop)?.value;
  const keep = async () => {
    try {
      await add({ name: name.trim(), document: lookText(design, part, side) }).unwrap();
      setName('');
      notify('done', say('theLookIsKept', { name: name.trim() }));
    } catch (reason) {
      notify('fault', say('theLookCouldNotBe', { reason: reasonOf(reason) }));
    }
  };
  return (
    <Modal open title={say('looks')} wide onClose={onClose}>
      <p className="mb-3 text-[13px] text-muted">{say('aLookTakesThePlace')}</p>
      <ul className="grid grid-cols-2 gap-2 sm:grid-cols-4">
        {offered.map(({ key, name: called, says, steps, edits, kept }) => (
          <li key={key} className="relative">
            <button
              type="button"
              className="block h-full w-full rounded-md border border-line p-1.5 text-left hover:border-spruce"
              onClick={() => {
                edit.make(say('look', { called }), [
                  ...edits,
                  { op: 'updatePart', part: part.id, change: { steps } },
                ]);
                onClose();
              }}
            >
              {found?.sha256 && (
                <LookPicture
                  sha256={found.sha256}
                  width={found.width}
                  treatment={treat(steps, edits)}
                  behind={behind}
                />
              )}
              <span className="mt-1 block truncate text-[13px] font-medium">{called}</span>
              <span className="block text-[11.5px] text-muted">{says}</span>
            </button>
            {kept !== undefined && (
              <span className="absolute top-2 right-2 rounded-md bg-card">
                <IconButton label={say('forgetTheLook', { called })} onClick={() => void remove(kept)}>
                  <X size={15} />
                </IconButton>
              </span>
            )}
          </li>
        ))}
      </ul>
      {lookOf(part).length > 0 && (
        <form
          className="mt-3 flex items-end gap-2 border-t border-line pt-3"
          onSubmit={(e) => {
            e.preventDefault();
            void keep();
          }}
        >
          <label className="min-w-0 flex-1">
            <span className="block text-[11.5px] text-muted">{say('keepThisPicturesOwnLook')}</span>
            <input className="field" maxLength={120} value={name} onChange={(e) => setName(e.target.value)} />
          </label>
          <Button type="submit" disabled={!name.trim() || keeping}>
            {say('keep')}
          </Button>
        </form>
      )}
    </Modal>
  );
}
