import { inkValues, type Design } from '@brelm/core/design';
import { useAppSelector } from '../store';
import { Swatch } from '../ui';

/** Which ink something uses. */
export function InkSelect({
  label,
  value,
  design,
  onChange,
}: {
  label: string;
  value: string;
  design: Design;
  onChange: (ink: string) => void;
}) {
  const colourway = useAppSelector((s) => s.editor.colourway);
  const values = inkValues(design, colourway);
  return (
    <label className="block min-w-0">
      <span className="block text-[11.5px] text-muted">{label}</span>
      <span className="relative block">
        <Swatch
          value={values.get(value) ?? '#000'}
          className="pointer-events-none absolute top-[6px] left-1.5"
        />
        <select className="field !pl-7" value={value} onChange={(e) => onChange(e.target.value)}>
          {design.inks.map((ink) => (
            <option key={ink.id} value={ink.id}>
              {ink.name}
            </option>
          ))}
        </select>
      </span>
    </label>
  );
}
