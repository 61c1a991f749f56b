import type { Design } from '@brelm/core/design';
import { type LetteringPart, letteringBlock } from '@brelm/core/parts';
import { boxWidth, isEmptyBox } from '@brelm/core/geometry';
import type { Measure } from '@brelm/core/type';
import { materials } from '../../platform/materials';
import { LengthField, NumberField, SelectField } from '../../ui';
import { useEdit } from '../../editor/use-edit';
import { Section } from './section';
import { say } from '../../words/lettering';

/** All lines set to one width. */
export function MeasureSettings({ part, design }: { part: LetteringPart; design: Design }) {
  const edit = useEdit();
  const { dpi } = design.board;
  const { measure } = part;
  const set = (change: Partial<Measure>, gesture = `measure ${part.id}`) =>
    edit.part(part.id, say('changeTheMeasure'), { measure: { ...measure!, ...change } }, gesture);
  const toggle = () => {
    if (measure) return edit.part(part.id, say('setLinesFree'), { measure: null });
    const { box } = letteringBlock(
      { ...part, baseline: { kind: 'straight' }, envelope: null },
      materials,
      () => null,
    );
    const size = Math.max(...part.lines.map((l) => l.size));
    return edit.part(part.id, say('setToMeasure'), {
      measure: {
        width: Math.round(isEmptyBox(box) ? 1000 : boxWidth(box)),
        by: 'size',
        least: 0.6,
        most: 2.5,
        gap: Math.round(size / 8),
        optical: true,
      },
    });
  };
  return (
    <Section
      title={say('measure')}
      state={measure ? `${Math.round(measure.width)} px wide` : 'lines as they are'}
      set={measure !== null}
    >
      <label className="flex items-center gap-1.5 text-[13px]">
        <input
          type="checkbox"
          className="h-4 w-4 accent-spruce"
          checked={measure !== null}
          onChange={toggle}
        />
        {say('allLinesToOneWidth')}
      </label>
      {measure && (
        <>
          <div className="grid grid-cols-3 gap-1.5">
            <LengthField
              label={say('width')}
              dpi={dpi}
              value={measure.width}
              check={(v) => (v >= 1 && v <= 60000 ? null : say('n1To60000Px'))}
              onChange={(width) => set({ width })}
            />
            <LengthField
              label={say('gap')}
              dpi={dpi}
              value={measure.gap}
              check={(v) => (v >= -5000 && v <= 20000 ? null : say('n5000To20000Px'))}
              onChange={(gap) => set({ gap })}
            />
            <SelectField
              label={say('by')}
              value={measure.by}
              onChange={(e) => set({ by: e.target.value as Measure['by'] }, undefined)}
            >
              <option value="size">{say('size3')}</option>
              <option value="tracking">{say('tracking2')}</option>
              <option value="both">{say('both')}</option>
            </SelectField>
          </div>
          {measure.by === 'both' && (
            <div className="grid grid-cols-2 gap-1.5">
              <NumberField
                label={say('smallest')}
                digits={0}
                value={measure.least * 100}
                check={(v) => (v >= 5 && v / 100 <= measure.most ? null : say('n5ToTheLargest'))}
                onChange={(v) => set({ least: v / 100 })}
              />
              <NumberField
                label={say('largest')}
                digits={0}
                value={measure.most * 100}
                check={(v) => (v / 100 >= measure.least && v <= 5000 ? null : say('theSmallestTo5000'))}
                onChange={(v) => set({ most: v / 100 })}
              />
            </div>
          )}
          <label className="flex items-center gap-1.5 text-[13px]">
            <input
              type="checkbox"
              className="h-4 w-4 accent-spruce"
              checked={measure.optical}
              onChange={(e) => set({ optical: e.target.checked }, undefined)}
            />
            {say('roundLettersMayStandOut')}
          </label>
        </>
      )}
    </Section>
  );
}
