import { NumberField } from './fields';
import { say } from '../words/ui';

/** A number with a slider beside it: set roughly by hand, or exactly by typing. */
export function Amount({
  label,
  value,
  min,
  max,
  step,
  digits = 2,
  least = min,
  most = max,
  onChange,
}: {
  label: string;
  value: number;
  /** The ends of the slider; what is typed may go on to `least` and `most`. */
  min: number;
  max: number;
  step: number;
  digits?: number;
  least?: number;
  most?: number;
  onChange: (value: number) => void;
}) {
  return (
    <div className="grid grid-cols-[4.5rem_1fr] items-end gap-2">
      <NumberField
        label={label}
        digits={digits}
        value={value}
        check={(v) => (v >= least - 1e-9 && v <= most + 1e-9 ? null : say('to', { least, most }))}
        onChange={onChange}
      />
      <input
        type="range"
        aria-label={say('byHand', { label })}
        className="block h-7 w-full accent-spruce"
        min={min}
        max={max}
        step={step}
        value={Math.max(min, Math.min(max, value))}
        onChange={(e) => onChange(Number(e.target.value))}
      />
    </div>
  );
}
