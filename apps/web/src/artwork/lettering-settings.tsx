import { AlignCenter, AlignLeft, AlignRight, Plus, X } from 'lucide-react';
import type { Garment } from '@brelm/core/colour';
import { letteringLine, type Design, type LetteringLine, type LetteringPart } from '@brelm/core/design';
import { IconButton, LengthField, NumberField } from '../ui';
import { FaceSelect } from './face-select';
import { InkSelect } from './ink-select';
import { useEdit } from './use-edit';

const ALIGNS = [
  ['left', 'Align left', AlignLeft],
  ['centre', 'Centre the lines', AlignCenter],
  ['right', 'Align right', AlignRight],
] as const;

/** Words, typeface, size and ink of each line. */
export function LetteringSettings({
  part,
  design,
}: {
  part: LetteringPart;
  design: Design;
  backdrop: Garment;
}) {
  const edit = useEdit();
  const change = (lines: LetteringLine[], label: string, gesture?: string) =>
    edit.part(part.id, label, { lines }, gesture);
  const line = (i: number, label: string, value: Partial<LetteringLine>) =>
    change(
      part.lines.map((l, k) => (k === i ? { ...l, ...value } : l)),
      label,
      `${label} ${part.id} ${i}`,
    );
  const add = () => {
    const last = part.lines.at(-1);
    change(
      [...part.lines, last ? { ...last, text: '' } : letteringLine('', 'rye', 300, design.inks[0].id)],
      'Add a line',
    );
  };
  return (
    <div className="flex flex-col gap-2.5">
      {part.lines.map((l, i) => (
        <fieldset key={i} className="flex flex-col gap-1.5 border-b border-dashed border-line pb-2.5">
          <legend className="sr-only">Line {i + 1}</legend>
          <div className="flex items-center gap-1">
            <input
              aria-label={`Words of line ${i + 1}`}
              className="field !h-8 flex-1 !text-[15px]"
              maxLength={10000}
              placeholder="Words"
              value={l.text}
              onChange={(e) => line(i, 'Type', { text: e.target.value })}
              onKeyDown={(e) => {
                if (e.key === 'Escape') e.currentTarget.blur();
              }}
            />
            {part.lines.length > 1 && (
              <IconButton
                label={`Remove line ${i + 1}`}
                onClick={() =>
                  change(
                    part.lines.filter((_, k) => k !== i),
                    'Remove a line',
                  )
                }
              >
                <X size={15} />
              </IconButton>
            )}
          </div>
          <div className="grid grid-cols-2 gap-1.5">
            <FaceSelect
              label="Typeface"
              value={l.face}
              onChange={(face) => line(i, 'Change the typeface', { face })}
            />
            <InkSelect
              label="Ink"
              value={l.ink}
              design={design}
              onChange={(ink) => line(i, 'Change the ink', { ink })}
            />
          </div>
          <div className="grid grid-cols-3 gap-1.5">
            <LengthField
              label="Size"
              dpi={design.board.dpi}
              value={l.size}
              check={(v) => (v >= 1 && v <= 20000 ? null : '1 to 20000 px')}
              onChange={(size) => line(i, 'Change the size', { size })}
            />
            <NumberField
              label="Tracking"
              digits={0}
              value={l.tracking}
              check={(v) => (v >= -500 && v <= 5000 ? null : '−500 to 5000')}
              onChange={(tracking) => line(i, 'Change the tracking', { tracking })}
            />
            {i > 0 && (
              <NumberField
                label="Leading"
                value={l.leading}
                check={(v) => (v >= 0 && v <= 20 ? null : '0 to 20')}
                onChange={(leading) => line(i, 'Change the leading', { leading })}
              />
            )}
          </div>
        </fieldset>
      ))}
      <div className="flex items-center gap-0.5">
        <button
          type="button"
          className="mr-auto inline-flex items-center gap-1 rounded-md px-1 py-0.5 text-[13px] text-spruce hover:underline"
          onClick={add}
        >
          <Plus size={14} aria-hidden /> line
        </button>
        {part.lines.length > 1 &&
          ALIGNS.map(([align, label, Icon]) => (
            <IconButton
              key={align}
              label={label}
              pressed={part.align === align}
              onClick={() => edit.part(part.id, label, { align })}
            >
              <Icon size={16} />
            </IconButton>
          ))}
      </div>
    </div>
  );
}
