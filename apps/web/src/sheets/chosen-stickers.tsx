import type { PlacedSticker } from '@brelm/core/sheet';
import { NumberField } from '../ui';

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
      check={(v) => (v >= least && v <= most ? null : `${least} to ${most}`)}
      onChange={(v) => onChange({ [key]: v })}
    />
  );
  const one = placed.length === 1;
  return (
    <section aria-label="Chosen">
      <h2 className="heading mb-1">{one ? 'Chosen' : `${placed.length} chosen`}</h2>
      <div className="grid grid-cols-3 gap-2">
        {one && field('x', 'Across, mm', -2000, 4000)}
        {one && field('y', 'Down, mm', -2000, 4000)}
        {field('turn', 'Turn, °', -360, 360)}
      </div>
    </section>
  );
}
