import { Plus, X } from 'lucide-react';
import { freshId, type Design, type Edit, type LetteringPart, type MotifPart } from '@brelm/core/design';
import { IconButton, LengthField } from '../ui';
import { InkSelect } from './ink-select';
import { useEdit } from './use-edit';

/** Keylines of a part, innermost first. */
export function KeylineSettings({ part, design }: { part: LetteringPart | MotifPart; design: Design }) {
  const edit = useEdit();
  const change = (keylines: LetteringPart['keylines'], label: string, gesture?: string) =>
    edit.part(part.id, label, { keylines }, gesture);
  const add = () => {
    const own = new Set(
      part.kind === 'lettering' ? part.lines.map((l) => l.ink) : part.outlines.map((o) => o.ink),
    );
    const other = design.inks.find((i) => !own.has(i.id));
    const ink =
      other?.id ??
      freshId(
        'ink',
        design.inks.map((i) => i.id),
      );
    const edits: Edit[] = other
      ? []
      : [{ op: 'addInk', ink: { id: ink, name: 'Keyline', value: '#8a8474' } }];
    edit.make('Add a keyline', [
      ...edits,
      {
        op: 'addKeyline',
        part: part.id,
        keyline: { ink, width: Math.max(4, Math.round(design.board.dpi / 25)), join: 'round' },
      },
    ]);
  };
  return (
    <div className="flex flex-col gap-1.5">
      {part.keylines.map((keyline, i) => (
        <div key={i} className="grid grid-cols-[1fr_1fr_auto] items-end gap-1.5">
          <LengthField
            label={part.keylines.length > 1 ? `Keyline ${i + 1}` : 'Keyline'}
            dpi={design.board.dpi}
            value={keyline.width}
            check={(v) => (v >= 0.1 && v <= 2000 ? null : 'up to 2000 px')}
            onChange={(width) =>
              change(
                part.keylines.map((k, n) => (n === i ? { ...k, width } : k)),
                'Change the keyline',
                `keyline ${part.id} ${i}`,
              )
            }
          />
          <InkSelect
            label="Ink"
            value={keyline.ink}
            design={design}
            onChange={(ink) =>
              change(
                part.keylines.map((k, n) => (n === i ? { ...k, ink } : k)),
                'Change the keyline’s ink',
              )
            }
          />
          <IconButton
            label={`Remove keyline ${i + 1}`}
            onClick={() =>
              change(
                part.keylines.filter((_, n) => n !== i),
                'Remove a keyline',
              )
            }
          >
            <X size={15} />
          </IconButton>
        </div>
      ))}
      {part.keylines.length < 12 && (
        <button
          type="button"
          className="inline-flex items-center gap-1 self-start rounded-md px-1 py-0.5 text-[13px] text-spruce hover:underline"
          onClick={add}
        >
          <Plus size={14} aria-hidden /> keyline
        </button>
      )}
    </div>
  );
}
