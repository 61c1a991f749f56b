import type { Design } from '@brelm/core/design';
import { useEdit } from '../editor/use-edit';
import { Amount } from '../ui';
import { say } from '../words/inspector';

/** Where light comes from: a direction of its own, or that of the whole design, which is changed here, too. */
export function LightField({
  from,
  design,
  onSet,
}: {
  /** Degrees clockwise from the top; the design's own light where null. */
  from: number | null;
  design: Design;
  onSet: (from: number | null, gesture?: string) => void;
}) {
  const edit = useEdit();
  const own = from !== null;
  return (
    <>
      <Amount
        label={own ? say('lightFrom') : say('designsLight')}
        digits={0}
        value={from ?? design.light}
        min={0}
        max={360}
        least={-360}
        step={1}
        onChange={(v) =>
          own
            ? onSet(v, 'from')
            : edit.make(say('lightOfTheDesign'), [{ op: 'setLight', light: v }], { gesture: 'light' })
        }
      />
      <label className="flex items-center gap-2 text-[13px]">
        <input
          type="checkbox"
          className="h-4 w-4 accent-spruce"
          checked={!own}
          onChange={(e) => onSet(e.target.checked ? null : design.light)}
        />
        {say('litAsTheWholeDesign')}
      </label>
    </>
  );
}
