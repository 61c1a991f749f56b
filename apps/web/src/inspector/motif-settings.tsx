import { freshId, inkValues, type Design, type Edit, partIds } from '@brelm/core/design';
import { motifInOneColour } from '@brelm/core/figure';
import { ownInks, recoloured, type MotifPart } from '@brelm/core/parts';
import { termsOf } from '@brelm/core/rights';
import { useState } from 'react';
import { FigureDialog } from '../stack/figure-dialog';
import { InkSelect } from '../editor/ink-select';
import { useEdit } from '../editor/use-edit';
import { loadedMaterials } from '../platform/materials';
import { store } from '../store';
import { useGarmentsQuery } from '../store/api';
import { notify } from '../ui';
import { say } from '../words/inspector';

/** A motif is taken apart into no more parts than this. */
const MOST_APART = 300;

/** Each colour of a motif is an ink; it can be put on another. All can be made one, or taken apart. */
export function MotifSettings({ part, design }: { part: MotifPart; design: Design }) {
  const edit = useEdit();
  const { data: garments = [] } = useGarmentsQuery();
  const [choosing, setChoosing] = useState(false);
  const inks = ownInks(part);
  const terms = termsOf(part.licence);
  const recolour = (from: string, to: string) =>
    edit.part(part.id, say('recolour'), {
      outlines: part.outlines.map((o) => recoloured(o, (ink) => (ink === from ? to : ink))),
    });
  const one = async () => {
    const { ops } = await loadedMaterials([]);
    const { colourway } = store.getState().editor;
    const ground = garments.find((g) => g.id === design.backdrop)?.value ?? '#ffffff';
    const outline = ops && motifInOneColour(part, inkValues(design, colourway), ground, ops);
    if (outline) edit.part(part.id, say('makeItOneColour'), { outlines: [outline] });
    else notify('fault', say('itCouldNotBeMade'));
  };
  const apart = () => {
    const taken = partIds(design);
    const at = design.parts.findIndex((p) => p.id === part.id);
    const edits: Edit[] = [{ op: 'removeParts', parts: [part.id] }];
    const select: string[] = [];
    part.outlines.forEach((outline, i) => {
      const id = freshId('motif', taken);
      taken.push(id);
      select.push(id);
      // The first outline lies at the back: each goes in front of the one before.
      edits.push({
        op: 'addPart',
        at,
        part: { ...part, id, name: `${part.name || say('motif')} ${i + 1}`, outlines: [outline] },
      });
    });
    edit.make(say('takeApart'), edits, { select });
  };
  const link = 'text-[13px] text-spruce enabled:hover:underline disabled:text-muted';
  return (
    <div className="flex flex-col gap-1.5">
      <div className="grid grid-cols-2 gap-1.5">
        {inks.map((ink, i) => (
          <InkSelect
            key={ink}
            label={say('ink2', { i: i + 1 })}
            value={ink}
            design={design}
            onChange={(to) => recolour(ink, to)}
          />
        ))}
      </div>
      <div className="flex gap-4">
        <button type="button" className={link} disabled={part.locked} onClick={() => setChoosing(true)}>
          {say('anotherFigure')}
        </button>
        <button type="button" className={link} disabled={inks.length < 2} onClick={() => void one()}>
          {say('oneColour')}
        </button>
        <button
          type="button"
          className={link}
          disabled={part.outlines.length < 2 || part.outlines.length > MOST_APART}
          title={
            part.outlines.length > MOST_APART
              ? say('itHasMoreThanOutlines', { mostApart: MOST_APART })
              : undefined
          }
          onClick={apart}
        >
          {say('takeApart2')}
        </button>
      </div>
      {choosing && <FigureDialog part={part.id} onClose={() => setChoosing(false)} />}
      {part.licence.source && (
        <p className="text-[12px] break-words text-muted">
          {terms?.name ?? part.licence.id}: {part.licence.source}
        </p>
      )}
    </div>
  );
}
