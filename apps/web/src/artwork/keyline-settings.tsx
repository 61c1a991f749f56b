import { Plus, X } from 'lucide-react';
import {
  freshId,
  ownInks,
  type Design,
  type Edit,
  type Keyline,
  type Part,
  type PicturePart,
} from '@brelm/core/design';
import { IconButton, LengthField } from '../ui';
import { InkSelect } from './ink-select';
import { useEdit } from './use-edit';

type OutlinePart = Exclude<Part, PicturePart>;

/** An ink that a part does not have yet, for what goes around or behind it; and how to add it if it is new. */
export function otherInk(design: Design, part: OutlinePart, name: string): { ink: string; edits: Edit[] } {
  const own = new Set(ownInks(part));
  const other = design.inks.find((i) => !own.has(i.id));
  if (other) return { ink: other.id, edits: [] };
  const ink = freshId(
    'ink',
    design.inks.map((i) => i.id),
  );
  return { ink, edits: [{ op: 'addInk', ink: { id: ink, name, value: '#8a8474' } }] };
}

/** Keylines of a part, innermost first. */
export function KeylineSettings({ part, design }: { part: OutlinePart; design: Design }) {
  const edit = useEdit();
  return (
    <KeylineList
      part={part}
      design={design}
      keylines={part.keylines}
      onChange={(keylines, label, gesture, edits = []) =>
        edit.make(label, [...edits, { op: 'updatePart', part: part.id, change: { keylines } }], { gesture })
      }
    />
  );
}

/** Keylines with their widths and inks. `onChange` gets edits that must come first, such as a new ink. */
export function KeylineList({
  part,
  design,
  keylines,
  onChange,
}: {
  part: OutlinePart;
  design: Design;
  keylines: Keyline[];
  onChange: (keylines: Keyline[], label: string, gesture?: string, edits?: Edit[]) => void;
}) {
  const set = (at: number, change: Partial<Keyline>, label: string, gesture?: string) =>
    onChange(
      keylines.map((k, n) => (n === at ? { ...k, ...change } : k)),
      label,
      gesture,
    );
  const add = () => {
    const { ink, edits } = otherInk(design, part, 'Keyline');
    const width = Math.max(4, Math.round(design.board.dpi / 25));
    onChange([...keylines, { ink, width, join: 'round' }], 'Add a keyline', undefined, edits);
  };
  return (
    <div className="flex flex-col gap-1.5">
      {keylines.map((keyline, i) => (
        <div key={i} className="grid grid-cols-[1fr_1fr_auto] items-end gap-1.5">
          <LengthField
            label={keylines.length > 1 ? `Keyline ${i + 1}` : 'Keyline'}
            dpi={design.board.dpi}
            value={keyline.width}
            check={(v) => (v >= 0.1 && v <= 2000 ? null : 'up to 2000 px')}
            onChange={(width) => set(i, { width }, 'Change the keyline', `keyline ${part.id} ${i}`)}
          />
          <InkSelect
            label="Ink"
            value={keyline.ink}
            design={design}
            onChange={(ink) => set(i, { ink }, 'Change the keyline’s ink')}
          />
          <IconButton
            label={`Remove keyline ${i + 1}`}
            onClick={() =>
              onChange(
                keylines.filter((_, n) => n !== i),
                'Remove a keyline',
              )
            }
          >
            <X size={15} />
          </IconButton>
        </div>
      ))}
      {keylines.length < 12 && (
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
