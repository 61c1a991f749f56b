import { Plus, X } from 'lucide-react';
import type { Design, Part, PicturePart, Shade } from '@brelm/core/design';
import { IconButton, LengthField, SelectField } from '../ui';
import { InkSelect } from './ink-select';
import { otherInk } from './keyline-settings';
import { useEdit } from './use-edit';

/** A shade behind a part: a copy moved aside, alone or joined to the part. */
export function ShadeSettings({ part, design }: { part: Exclude<Part, PicturePart>; design: Design }) {
  const edit = useEdit();
  const { shade } = part;
  const set = (change: Partial<Shade>, gesture?: string) =>
    edit.part(part.id, 'Change the shade', { shade: { ...shade!, ...change } }, gesture);
  if (!shade)
    return (
      <button
        type="button"
        className="inline-flex items-center gap-1 self-start rounded-md px-1 py-0.5 text-[13px] text-spruce hover:underline"
        onClick={() => {
          const { ink, edits } = otherInk(design, part, 'Shade');
          const by = Math.round(design.board.width / 90);
          edit.make('Add a shade', [
            ...edits,
            { op: 'updatePart', part: part.id, change: { shade: { kind: 'block', ink, dx: by, dy: by } } },
          ]);
        }}
      >
        <Plus size={14} aria-hidden /> shade
      </button>
    );
  const far = (v: number) => (Math.abs(v) <= 5000 ? null : 'up to 5000 px');
  return (
    <div className="flex flex-col gap-1.5">
      <div className="grid grid-cols-[1fr_1fr_auto] items-end gap-1.5">
        <SelectField
          label="Shade"
          value={shade.kind}
          onChange={(e) => set({ kind: e.target.value as Shade['kind'] })}
        >
          <option value="block">Block, joined</option>
          <option value="drop">Drop, apart</option>
        </SelectField>
        <InkSelect label="Ink" value={shade.ink} design={design} onChange={(ink) => set({ ink })} />
        <IconButton
          label="Remove the shade"
          onClick={() => edit.part(part.id, 'Remove the shade', { shade: null })}
        >
          <X size={15} />
        </IconButton>
      </div>
      <div className="grid grid-cols-2 gap-1.5">
        <LengthField
          label="Right by"
          dpi={design.board.dpi}
          value={shade.dx}
          check={far}
          onChange={(dx) => set({ dx }, `shade ${part.id}`)}
        />
        <LengthField
          label="Down by"
          dpi={design.board.dpi}
          value={shade.dy}
          check={far}
          onChange={(dy) => set({ dy }, `shade ${part.id}`)}
        />
      </div>
    </div>
  );
}
