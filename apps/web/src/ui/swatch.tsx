import clsx from 'clsx';
import { yarns, type Garment } from '@brelm/core/colour';

/** A dab of colour. Says nothing by itself: what stands beside it names it. */
export function Swatch({ value, className }: { value: string; className?: string }) {
  return (
    <span
      aria-hidden
      className={clsx('inline-block h-4 w-4 shrink-0 rounded-[3px] border border-edge', className)}
      style={{ background: value }}
    />
  );
}

/** CSS for a garment's colour; a heather shows its two yarns, others run from one colour to the other. */
export function garmentBackground(garment: Garment): string {
  const [first, second] = yarns(garment);
  if (second && garment.kind !== 'heather') return `linear-gradient(135deg, ${first}, ${second}, ${first})`;
  return second ? `repeating-linear-gradient(135deg, ${first} 0 2px, ${second} 2px 4px)` : first;
}
