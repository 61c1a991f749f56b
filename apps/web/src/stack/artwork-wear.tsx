import { ChevronDown, ChevronRight } from 'lucide-react';
import { useState } from 'react';
import { applyEdit, type Design } from '@brelm/core/design';
import { useEdit } from '../editor/use-edit';
import { WearSettings } from '../inspector/wear-settings';
import { say } from '../words/stack';

/** The wear of all artwork of the side that is open. */
export function ArtworkWear({ design }: { design: Design }) {
  const edit = useEdit();
  const [open, setOpen] = useState(false);
  if (design.parts.length === 0) return null;
  const n = design.wear.filter((w) => !w.off).length;
  return (
    <section
      aria-label={say('wearOfAll')}
      className="max-h-[45%] shrink-0 overflow-y-auto border-t border-line px-3 py-1.5"
    >
      <button
        type="button"
        aria-expanded={open}
        className="flex h-8 w-full items-center justify-between"
        onClick={() => setOpen(!open)}
      >
        <span className="flex items-center gap-1">
          <span className="heading">{say('wearOfAll')}</span>
          {open ? <ChevronDown size={15} aria-hidden /> : <ChevronRight size={15} aria-hidden />}
        </span>
        <span className="text-[12.5px] text-muted">{n === 0 ? say('none') : say('inUse', { n })}</span>
      </button>
      {open && (
        <div className="pb-1.5">
          <WearSettings
            wear={design.wear}
            preview={(wear) => applyEdit(design, { op: 'setWear', wear })}
            design={design}
            onSet={(wear, label, gesture) =>
              edit.make(label, [{ op: 'setWear', wear }], {
                gesture: gesture && `wear of all ${gesture}`,
              })
            }
          />
        </div>
      )}
    </section>
  );
}
