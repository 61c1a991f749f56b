import { useId } from 'react';
import { useTypefacesQuery } from '../store/api';

/** A typeface by its group and name. One that is not in the catalogue stays chosen and says so. */
export function FaceSelect({
  label,
  value,
  onChange,
}: {
  label: string;
  value: string;
  onChange: (id: string) => void;
}) {
  const id = useId();
  const { data: typefaces = [] } = useTypefacesQuery();
  const groups = [...new Set(typefaces.map((t) => t.group))];
  return (
    <div className="min-w-0">
      <label htmlFor={id} className="block text-[11.5px] text-muted">
        {label}
      </label>
      <select id={id} className="field" value={value} onChange={(e) => onChange(e.target.value)}>
        {!typefaces.some((t) => t.id === value) && <option value={value}>{value} (not here)</option>}
        {groups.map((group) => (
          <optgroup key={group} label={group}>
            {typefaces
              .filter((t) => t.group === group)
              .map((t) => (
                <option key={t.id} value={t.id}>
                  {t.name}
                </option>
              ))}
          </optgroup>
        ))}
      </select>
    </div>
  );
}
