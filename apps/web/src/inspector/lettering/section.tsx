import { ChevronRight } from 'lucide-react';
import { useState, type ReactNode } from 'react';

/** Settings that are folded away until they are wanted; open at once where something is set. */
export function Section({
  title,
  state,
  set,
  children,
}: {
  title: string;
  /** What is set, in a word or two. */
  state: string;
  set: boolean;
  children: ReactNode;
}) {
  const [open, setOpen] = useState(set);
  return (
    <div className="border-t border-line pt-1.5">
      <button
        type="button"
        aria-expanded={open}
        data-folds={title}
        className="flex w-full items-center gap-1 text-left text-[13px]"
        onClick={() => setOpen(!open)}
      >
        <ChevronRight size={14} aria-hidden className={open ? 'rotate-90' : ''} />
        <span className="font-medium">{title}</span>
        <span className="ml-auto truncate text-[12px] text-muted">{state}</span>
      </button>
      {open && <div className="mt-1.5 flex flex-col gap-1.5 pb-1">{children}</div>}
    </div>
  );
}

/** A slider with its number beside it. */
export function Slider({
  label,
  value,
  min,
  max,
  step = 1,
  unit = '',
  onChange,
}: {
  label: string;
  value: number;
  min: number;
  max: number;
  step?: number;
  unit?: string;
  onChange: (value: number) => void;
}) {
  const shown = Math.round(value * 100) / 100;
  return (
    <div>
      <span aria-hidden className="flex text-[11.5px] text-muted">
        {label}
        <span className="ml-auto">
          {shown}
          {unit}
        </span>
      </span>
      <input
        type="range"
        aria-label={label}
        aria-valuetext={`${shown}${unit}`}
        className="block h-5 w-full accent-spruce"
        min={min}
        max={max}
        step={step}
        value={value}
        onChange={(e) => onChange(Number(e.target.value))}
      />
    </div>
  );
}
