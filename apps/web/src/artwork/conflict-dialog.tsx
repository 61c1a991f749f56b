import { useState } from 'react';
import { useNavigate } from 'react-router';
import { partTitle, type Design } from '@brelm/core/design';
import { GarmentCanvas, useDrawing, useThumbnail } from '../design';
import { store, useAppDispatch, useAppSelector } from '../store';
import { reasonOf, useCreateDesignMutation, useGarmentsQuery } from '../store/api';
import { dropDraft } from '../store/drafts';
import { mineKept, opened } from '../store/editor';
import { Button, Modal } from '../ui';

/** What differs between two versions, in words. */
function differences(mine: Design, theirs: Design): string[] {
  const out: string[] = [];
  if (mine.name !== theirs.name) out.push(`Named “${mine.name}” here, “${theirs.name}” there`);
  const other = new Map(theirs.parts.map((p) => [p.id, p]));
  for (const part of mine.parts) {
    const there = other.get(part.id);
    if (!there) out.push(`“${partTitle(part)}” is only here`);
    else if (JSON.stringify(there) !== JSON.stringify(part)) out.push(`“${partTitle(part)}” differs`);
    other.delete(part.id);
  }
  for (const part of other.values()) out.push(`“${partTitle(part)}” is only there`);
  if (JSON.stringify(mine.inks) !== JSON.stringify(theirs.inks)) out.push('Inks differ');
  if (JSON.stringify(mine.colourways) !== JSON.stringify(theirs.colourways)) out.push('Colourways differ');
  return out.length ? out : ['Only settings such as the garments differ'];
}

function Version({ design, title }: { design: Design; title: string }) {
  const { data: garments } = useGarmentsQuery();
  const artwork = useThumbnail(useDrawing(design, undefined), 400);
  const backdrop = garments?.find((g) => g.id === design.backdrop) ?? garments?.[0];
  return (
    <figure>
      {backdrop && (
        <div className="overflow-hidden rounded-md border border-line">
          <GarmentCanvas garment={backdrop} artwork={artwork} width={210} height={250} label={title} />
        </div>
      )}
      <figcaption className="mt-1 font-medium">{title}</figcaption>
    </figure>
  );
}

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
      const made = await create({ ...design, name: `${design.name} (other version)`.slice(0, 300) }).unwrap();
      await dropDraft(id);
      dispatch(opened({ stored: theirs, at: Date.now() }));
      void navigate(`/design/${made.id}`);
    } catch (error) {
      setFault(reasonOf(error));
    }
  };
  return (
    <Modal open title="This design was changed elsewhere" onClose={() => undefined} wide>
      <p className="mb-3 text-muted">
        Another tab or person saved it since you opened it. Nothing is lost: choose how to go on.
      </p>
      <div className="flex flex-wrap gap-5">
        <Version design={mine} title="Here" />
        <Version design={theirs.document} title={`There (revision ${theirs.revision})`} />
        <div className="min-w-40 flex-1">
          <p className="heading mb-1">What differs</p>
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
        <Button onClick={() => void takeTheirs()}>Go on with theirs</Button>
        <Button onClick={keepMine}>Go on with mine</Button>
        <Button tone="main" onClick={() => void mineAsCopy()}>
          Keep both: mine as a copy
        </Button>
      </div>
    </Modal>
  );
}
