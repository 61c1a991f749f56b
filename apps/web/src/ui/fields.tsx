import { useId, useState, type KeyboardEvent } from 'react';
import { parseLength } from '@brelm/core/units';

interface FieldProps {
  label: string;
  value: number;
  /** Returns what is wrong with a value, or null. */
  check?: (value: number) => string | null;
  onChange: (value: number) => void;
  disabled?: boolean;
  /** How many decimals are shown. */
  digits?: number;
}

/** Closes the step that typed values would join: each that is confirmed is undone by itself. */
let endStep = (): void => undefined;
export const onStepEnd = (end: () => void): void => void (endStep = end);

/** For a text that is confirmed as its field is left: Enter leaves it, Escape leaves it as it was. */
export function leaveField(e: KeyboardEvent<HTMLInputElement>, original: string): void {
  if (e.key !== 'Enter' && e.key !== 'Escape') return;
  if (e.key === 'Escape') {
    e.stopPropagation();
    e.currentTarget.value = original;
  }
  e.currentTarget.blur();
}

function useTyped(
  shown: string,
  read: (text: string) => number | null,
  commit: (value: number) => void,
  check?: (value: number) => string | null,
) {
  const [text, setText] = useState<string | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  const done = () => {
    if (text === null || text === shown) {
      setText(null);
      setFault(null);
      return;
    }
    const value = read(text);
    const wrong = value === null ? 'not a number' : (check?.(value) ?? null);
    setFault(wrong);
    if (value !== null && !wrong) {
      setText(null);
      endStep();
      commit(value);
      endStep();
    }
  };
  return {
    fault,
    input: {
      value: text ?? shown,
      'data-typed': text !== null,
      onChange: (e: { target: { value: string } }) => setText(e.target.value),
      onBlur: done,
      onKeyDown: (e: KeyboardEvent) => {
        // With nothing typed, Escape is for what the field stands in.
        if (e.key === 'Escape' && text === null && !fault) return;
        // So are undo and redo: they are the design's.
        if (text === null && (e.ctrlKey || e.metaKey) && /^[zy]$/i.test(e.key)) return;
        e.stopPropagation();
        if (e.key === 'Enter') done();
        if (e.key === 'Escape') {
          setText(null);
          setFault(null);
        }
      },
    },
  };
}

function Labelled({
  label,
  fault,
  input,
  disabled,
  step,
}: {
  label: string;
  fault: string | null;
  input: ReturnType<typeof useTyped>['input'];
  disabled?: boolean;
  step?: (by: number) => void;
}) {
  const id = useId();
  return (
    <div className="min-w-0">
      <label htmlFor={id} className="block text-[11.5px] text-muted">
        {label}
      </label>
      <input
        id={id}
        className="field"
        inputMode="decimal"
        disabled={disabled}
        aria-invalid={fault !== null}
        aria-describedby={fault ? `${id}-fault` : undefined}
        {...input}
        onKeyDown={(e) => {
          if (step && (e.key === 'ArrowUp' || e.key === 'ArrowDown')) {
            e.preventDefault();
            e.stopPropagation();
            step((e.key === 'ArrowUp' ? 1 : -1) * (e.shiftKey ? 10 : 1));
          } else input.onKeyDown(e);
        }}
      />
      {fault && (
        <p id={`${id}-fault`} role="alert" className="text-[11.5px] text-rust">
          {fault}
        </p>
      )}
    </div>
  );
}

const shownNumber = (value: number, digits: number) => String(Number(value.toFixed(digits)));

/** A length in board px that also takes in, mm, cm, pt and sums ("12in/2"). Arrows step by 1, with Shift by 10. */
export function LengthField({ label, value, dpi, check, onChange, disabled }: FieldProps & { dpi: number }) {
  const typed = useTyped(shownNumber(value, 1), (t) => parseLength(t, dpi), onChange, check);
  const step = (by: number) => {
    if (!check?.(value + by)) onChange(Math.round(value + by));
  };
  return <Labelled label={label} fault={typed.fault} input={typed.input} disabled={disabled} step={step} />;
}

/** A plain number. */
export function NumberField({ label, value, check, onChange, disabled, digits = 2 }: FieldProps) {
  const read = (text: string) => {
    const n = Number(text.trim().replace(',', '.'));
    return text.trim() !== '' && Number.isFinite(n) ? n : null;
  };
  const typed = useTyped(shownNumber(value, digits), read, onChange, check);
  const step = (by: number) => {
    if (!check?.(value + by)) onChange(Number((value + by).toFixed(digits)));
  };
  return <Labelled label={label} fault={typed.fault} input={typed.input} disabled={disabled} step={step} />;
}
