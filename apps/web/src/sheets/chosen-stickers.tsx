import type { PlacedSticker } from '@brelm/core/sheet';
import { NumberField } from '../ui';
import { say } from '../words/sheets';

/** Where a chosen sticker lies, and how all that are chosen are turned. */
export function ChosenStickers({
  placed,
  onChange,
}: {
  placed: readonly PlacedSticker[];
  onChange: (over: Partial<PlacedSticker>) => void;
}) {
  const field = (key: 'x' | 'y' | 'turn', label: string, least: number, most: number) => (
    <NumberField
      label={label}
      value={placed[0][key]}
      check={(v) => (v >= least && v <= most ? null : say('to', { least, most }))}
      onChange={(v) => onChange({ [key]: v })}
    />
  );
  const one = placed.length === 1;
  return (
    <section aria-label={say('chosen')}>
      <h2 className="heading mb-1">{one ? say('chosen') : say('chosen2', { placed: placed.length })}</h2>
      <div className="grid grid-cols-3 gap-2">
        {one && field('x', say('acrossMm'), -2000, 4000)}
        {one && field('y', say('downMm'), -2000, 4000)}
        {field('turn', say('turn'), -360, 360)}
      </div>
    </section>
  );
}
