import type { Spec } from '@brelm/core/spec';
import { SHEET_MARKS, type Sheet, type SheetMarks } from '@brelm/core/sheet';
import { leaveField, NumberField, SelectField } from '../ui';
import { say } from '../words/sheets';

const MARKS: Record<SheetMarks, string> = {
  none: say('none'),
  brackets: say('cornerBrackets'),
  crosses: say('crosses'),
};
const within =
  (least: number, most: number) =>
  (v: number): string | null =>
    v >= least && v <= most ? null : say('toMm', { least, most });

/** A sheet as a product asks for it: its size, resolution, gap and what is kept free. */
export function onProduct(spec: Spec): Pick<Sheet, 'spec' | 'width' | 'height' | 'dpi' | 'margin' | 'gap'> {
  const [side] = spec.sides;
  const mm = (inches: number) => Math.round(inches * 254) / 10;
  const safe = side.safeIn ? Math.max(...Object.values(side.safeIn)) : 0.25;
  return {
    ...{ spec: spec.id, width: mm(side.widthIn), height: mm(side.heightIn), dpi: side.dpi },
    ...{ margin: mm(safe), gap: spec.sticker?.gapMm ?? 3 },
  };
}

/** How large a sheet is, what is kept free on it, and what is printed beside. */
export function SheetSettings({
  sheet,
  products,
  onChange,
}: {
  sheet: Sheet;
  /** Products that are sheets. */
  products: readonly Spec[];
  onChange: (change: Partial<Sheet>) => void;
}) {
  const length = (key: 'width' | 'height' | 'margin' | 'gap', label: string, least: number, most: number) => (
    <NumberField
      label={say('mm', { label })}
      value={sheet[key]}
      digits={1}
      check={within(least, most)}
      onChange={(v) => onChange({ [key]: v, ...(key === 'width' || key === 'height' ? { spec: null } : {}) })}
    />
  );
  return (
    <section aria-label={say('sheet')} className="flex flex-col gap-2">
      <h2 className="heading">{say('sheet')}</h2>
      <SelectField
        label={say('madeFor')}
        value={sheet.spec ?? ''}
        onChange={(e) => {
          const spec = products.find((s) => s.id === e.target.value);
          onChange(spec ? onProduct(spec) : { spec: null });
        }}
      >
        <option value="">{say('aSizeOfMyOwn')}</option>
        {products.map((s) => (
          <option key={s.id} value={s.id}>
            {s.marketplace}, {s.product}
          </option>
        ))}
        {sheet.spec && !products.some((s) => s.id === sheet.spec) && (
          <option value={sheet.spec}>{say('gone', { spec: sheet.spec })}</option>
        )}
      </SelectField>
      <div className="grid grid-cols-2 gap-2">
        {length('width', say('width'), 10, 2000)}
        {length('height', say('height'), 10, 2000)}
        {length('margin', say('margin'), 0, Math.floor(Math.min(sheet.width, sheet.height) / 2) - 1)}
        {length('gap', say('gap'), 0, 100)}
        <SelectField
          label={say('marks')}
          value={sheet.marks}
          onChange={(e) => onChange({ marks: e.target.value as SheetMarks })}
        >
          {SHEET_MARKS.map((m) => (
            <option key={m} value={m}>
              {MARKS[m]}
            </option>
          ))}
        </SelectField>
        <label className="block min-w-0">
          <span className="block text-[11.5px] text-muted">{say('orderNumber')}</span>
          <input
            key={sheet.number}
            className="field"
            maxLength={60}
            defaultValue={sheet.number}
            onKeyDown={(e) => leaveField(e, sheet.number)}
            onBlur={(e) => e.target.value !== sheet.number && onChange({ number: e.target.value })}
          />
        </label>
      </div>
    </section>
  );
}
