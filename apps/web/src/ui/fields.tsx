import { createContext, use, useId, useRef, useState, type KeyboardEvent } from 'react';
import { inchesToPx, mmToPx, parseLength, type LengthUnit } from '@brelm/core/units';
import { say } from '../words/ui';

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
  nonsense = say('notANumber'),
) {
  const [text, setText] = useState<string | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  /** Escape was pressed: what is typed does not count. */
  const dropped = useRef(false);
  const done = () => {
    if (dropped.current || text === null || text === shown) {
      dropped.current = false;
      setText(null);
      setFault(null);
      return;
    }
    const value = read(text);
    const wrong = value === null ? nonsense : (check?.(value) ?? null);
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
      onKeyDown: (e: KeyboardEvent<HTMLElement>) => {
        if (e.key === 'Escape') {
          // With nothing typed, it is for what the field stands in, too.
          if (text !== null || fault) e.stopPropagation();
          dropped.current = true;
          setText(null);
          setFault(null);
          // The keys after it are the stage's.
          e.currentTarget.blur();
          return;
        }
        // So are undo and redo: they are the design's.
        if (text === null && (e.ctrlKey || e.metaKey) && /^[zy]$/i.test(e.key)) return;
        // Whoever was led to this one looks for the next.
        if ((e.ctrlKey || e.metaKey) && e.key.toLowerCase() === 'k') return;
        e.stopPropagation();
        if (e.key === 'Enter') done();
      },
    },
  };
}

function Labelled({
  label,
  unit,
  fault,
  input,
  disabled,
  step,
}: {
  label: string;
  /** Shown beside the label, where it is not px. */
  unit?: string;
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
        {unit && unit !== 'px' && ` ${unit}`}
      </label>
      <input
        id={id}
        className="field"
        inputMode="decimal"
        title={unit && say('inTakes3in40mm12pt', { unit })}
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

/** The unit in which lengths are shown and typed: the rulers'. */
export const LengthUnits = createContext<LengthUnit>('px');

const LENGTHS: Record<LengthUnit, { digits: number; step: number; px: (n: number, dpi: number) => number }> =
  {
    px: { digits: 1, step: 1, px: (n) => n },
    in: { digits: 3, step: 0.01, px: inchesToPx },
    mm: { digits: 2, step: 0.1, px: mmToPx },
  };

/**
 * A length, of board px, in the rulers' unit; also takes in, mm, cm, pt and sums ("12in/2"). Arrows step by a px, a
 * hundredth of an inch or a tenth of a mm, with Shift by ten of them.
 */
export function LengthField({ label, value, dpi, check, onChange, disabled }: FieldProps & { dpi: number }) {
  const unit = use(LengthUnits);
  const { digits, step: by, px } = LENGTHS[unit];
  const typed = useTyped(
    shownNumber(value / px(1, dpi), digits),
    (t) => parseLength(t, dpi, unit),
    onChange,
    check,
    say('noLength3in40mmOr'),
  );
  const step = (times: number) => {
    const to = value + px(by * times, dpi);
    if (!check?.(to)) onChange(unit === 'px' ? Math.round(to) : to);
  };
  return (
    <Labelled
      label={label}
      unit={unit}
      fault={typed.fault}
      input={typed.input}
      disabled={disabled}
      step={step}
    />
  );
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
