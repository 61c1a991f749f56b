import { useId, useState } from 'react';
import { useTypefacesQuery } from '../../store/api';
import { FacePicker } from './face-picker';
import { say } from '../../words/lettering';

/** Which typeface is used, and the way to choose another. One that is not there stays chosen and says so. */
export function FaceField({
  label,
  value,
  words,
  onChange,
}: {
  label: string;
  value: string;
  /** What the typefaces are shown with. */
  words: string;
  onChange: (id: string) => void;
}) {
  const id = useId();
  const [open, setOpen] = useState(false);
  const { data: typefaces } = useTypefacesQuery();
  const name = typefaces?.find((t) => t.id === value)?.name;
  return (
    <div className="min-w-0">
      <span id={id} className="block text-[11.5px] text-muted">
        {label}
      </span>
      <button
        type="button"
        aria-labelledby={`${id} ${id}-name`}
        className="field truncate text-left"
        title={name ?? value}
        onClick={() => setOpen(true)}
      >
        <span id={`${id}-name`}>{name ?? (typefaces ? say('notHere', { value }) : '…')}</span>
      </button>
      {open && (
        <FacePicker
          value={value}
          words={words}
          onClose={() => setOpen(false)}
          onChoose={(chosen) => {
            setOpen(false);
            onChange(chosen);
          }}
        />
      )}
    </div>
  );
}
