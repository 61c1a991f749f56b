import type { Design, MotifPart } from '@brelm/core/design';
import { InkSelect } from './ink-select';
import { useEdit } from './use-edit';

/** Each colour of a motif is an ink; it can be put on another. */
export function MotifSettings({ part, design }: { part: MotifPart; design: Design }) {
  const edit = useEdit();
  const inks = [...new Set(part.outlines.map((o) => o.ink))];
  const recolour = (from: string, to: string) =>
    edit.part(part.id, 'Recolour', {
      outlines: part.outlines.map((o) => (o.ink === from ? { ...o, ink: to } : o)),
    });
  return (
    <div className="grid grid-cols-2 gap-1.5">
      {inks.map((ink, i) => (
        <InkSelect
          key={ink}
          label={`Ink ${i + 1}`}
          value={ink}
          design={design}
          onChange={(to) => recolour(ink, to)}
        />
      ))}
    </div>
  );
}
