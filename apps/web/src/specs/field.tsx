import { useId, type ReactNode } from 'react';

interface Props {
  label: string;
  fault?: string;
}

const Labelled = ({ label, fault, id, children }: Props & { id: string; children: ReactNode }) => (
  <div className="min-w-0">
    <label htmlFor={id} className="block text-[11.5px] text-muted">
      {label}
    </label>
    {children}
    {fault && (
      <p id={`${id}-fault`} className="text-[11.5px] text-rust">
        {fault}
      </p>
    )}
  </div>
);

const wrong = (id: string, fault: string | undefined) => ({
  'aria-invalid': fault !== undefined,
  'aria-describedby': fault ? `${id}-fault` : undefined,
});

/** A line of text of a spec; what is wrong with it stands below. */
export function TextField({
  label,
  fault,
  value,
  onChange,
  placeholder,
}: Props & { value: string; onChange: (value: string) => void; placeholder?: string }) {
  const id = useId();
  return (
    <Labelled label={label} fault={fault} id={id}>
      <input
        id={id}
        className="field"
        value={value}
        placeholder={placeholder}
        onChange={(e) => onChange(e.target.value)}
        {...wrong(id, fault)}
      />
    </Labelled>
  );
}

/** A number of a spec, written as it is typed: a spec may be half-written for a while. */
export function FigureField({
  label,
  fault,
  value,
  onChange,
  step = 'any',
}: Props & { value: number; onChange: (value: number) => void; step?: string }) {
  const id = useId();
  return (
    <Labelled label={label} fault={fault} id={id}>
      <input
        id={id}
        type="number"
        step={step}
        className="field tabular-nums"
        value={Number.isFinite(value) ? value : ''}
        onChange={(e) => onChange(e.target.valueAsNumber)}
        {...wrong(id, fault)}
      />
    </Labelled>
  );
}
