import { CUT_HOLES, CUT_ISLANDS, CUT_SHAPES, type CutLine } from '@brelm/core/cutline';
import { lightestInk, type Design } from '@brelm/core/design';
import { InkSelect } from '../../editor/ink-select';
import { NumberField, SelectField } from '../../ui';

const SHAPES: Record<(typeof CUT_SHAPES)[number], string> = {
  follow: 'Follows the artwork',
  circle: 'Circle around it',
  oval: 'Oval around it',
  rectangle: 'Rectangle around it',
};
const HOLES: Record<(typeof CUT_HOLES)[number], string> = {
  all: 'Fill all',
  small: 'Fill small ones',
  none: 'Cut all out',
};
const ISLANDS: Record<(typeof CUT_ISLANDS)[number], string> = {
  bridge: 'Join by bridges',
  apart: 'Leave apart',
};
const within =
  (least: number, most: number) =>
  (v: number): string | null =>
    v >= least && v <= most ? null : `${least} to ${most} mm`;

/** One of a few ways, told in words. */
function Choice<T extends string>({
  label,
  value,
  of,
  words,
  onChoose,
}: {
  label: string;
  value: T;
  of: readonly T[];
  words: Record<T, string>;
  onChoose: (value: T) => void;
}) {
  return (
    <SelectField label={label} value={value} onChange={(e) => onChoose(e.target.value as T)}>
      {of.map((way) => (
        <option key={way} value={way}>
          {words[way]}
        </option>
      ))}
    </SelectField>
  );
}

/** How a sticker is cut out, in the order in which it is decided. */
export function CutSettings({
  value,
  design,
  onSet,
}: {
  value: CutLine;
  design: Design;
  onSet: (change: Partial<CutLine>, label: string) => void;
}) {
  const length = (
    key: 'distance' | 'close' | 'holeSize' | 'radius' | 'bridge' | 'bleed',
    label: string,
    least: number,
    most: number,
  ) => (
    <NumberField
      label={`${label}, mm`}
      value={value[key]}
      check={within(least, most)}
      onChange={(v) => onSet({ [key]: v }, label)}
    />
  );
  const follows = value.shape === 'follow';
  return (
    <div className="flex flex-col gap-4">
      <section aria-label="Outline" className="flex flex-col gap-2">
        <h2 className="heading">Outline</h2>
        <Choice
          label="Shape"
          value={value.shape}
          of={CUT_SHAPES}
          words={SHAPES}
          onChoose={(shape) => onSet({ shape }, 'Shape of the cut')}
        />
        <div className="grid grid-cols-2 gap-2">
          {length('distance', 'Border', 0, 50)}
          {value.shape !== 'circle' && value.shape !== 'oval' && length('radius', 'Least radius', 0, 20)}
        </div>
      </section>
      {follows && (
        <section aria-label="Gaps, holes and pieces" className="flex flex-col gap-2">
          <h2 className="heading">Gaps, holes, pieces</h2>
          <div className="grid grid-cols-2 gap-2">
            {length('close', 'Close gaps', 0, 50)}
            <Choice
              label="Holes"
              value={value.holes}
              of={CUT_HOLES}
              words={HOLES}
              onChoose={(holes) => onSet({ holes }, 'Holes of the cut')}
            />
            {value.holes === 'small' && length('holeSize', 'Smaller than', 0, 50)}
          </div>
          <div className="grid grid-cols-[minmax(0,1.5fr)_minmax(0,1fr)] gap-2">
            <Choice
              label="Several pieces"
              value={value.islands}
              of={CUT_ISLANDS}
              words={ISLANDS}
              onChoose={(islands) => onSet({ islands }, 'Pieces of the cut')}
            />
            {value.islands === 'bridge' && length('bridge', 'Bridges', 0.5, 50)}
          </div>
        </section>
      )}
      <section aria-label="Border" className="flex flex-col gap-2">
        <h2 className="heading">Border</h2>
        <label className="flex items-center gap-2 text-[13px]">
          <input
            type="checkbox"
            checked={value.ink !== null}
            onChange={(e) =>
              onSet(
                { ink: e.target.checked ? lightestInk(design, undefined) : null },
                'Border of the sticker',
              )
            }
          />
          Print it in an ink
        </label>
        {value.ink !== null && (
          <div className="grid grid-cols-2 gap-2">
            <InkSelect
              label="Ink"
              value={value.ink}
              design={design}
              onChange={(ink) => onSet({ ink }, 'Ink of the border')}
            />
            {length('bleed', 'Bleed', 0, 10)}
          </div>
        )}
      </section>
    </div>
  );
}
