import type { Garment } from '@brelm/core/colour';
import { FILE_FORMATS, type FileFormat } from '@brelm/core/design';
import { NAME_PATTERN } from '@brelm/core/export';
import { PRODUCT_KINDS, type ProductKind, type Spec } from '@brelm/core/spec';
import { useGarmentsQuery } from '../store/api';
import { garmentBackground, SelectField } from '../ui';
import { FigureField, TextField } from './field';
import { ListingFields } from './listing-fields';
import { say } from '../words/specs';

/** The fields of a product that hold for all of its sides. */
export function SpecFields({
  spec,
  faults,
  onChange,
}: {
  spec: Spec;
  faults: ReadonlyMap<string, string>;
  onChange: (change: Partial<Spec>) => void;
}) {
  const fault = (key: string) => faults.get(key);
  return (
    <>
      <section aria-label={say('product')} className="mb-5">
        <h2 className="heading mb-2">{say('product')}</h2>
        <div className="grid grid-cols-2 gap-2">
          <TextField
            label={say('marketplace')}
            value={spec.marketplace}
            fault={fault('marketplace')}
            onChange={(marketplace) => onChange({ marketplace })}
          />
          <TextField
            label={say('product')}
            value={spec.product}
            fault={fault('product')}
            onChange={(product) => onChange({ product })}
          />
          <TextField
            label={say('blank')}
            value={spec.blank}
            fault={fault('blank')}
            onChange={(blank) => onChange({ blank })}
          />
          <SelectField
            label={say('kind')}
            value={spec.kind}
            onChange={(e) => onChange({ kind: e.target.value as ProductKind })}
          >
            {PRODUCT_KINDS.map((k) => (
              <option key={k}>{k}</option>
            ))}
          </SelectField>
        </div>
      </section>
      <section aria-label={say('files')} className="mb-5">
        <h2 className="heading mb-2">{say('files')}</h2>
        <fieldset className="mb-2 flex flex-wrap gap-x-3 gap-y-1">
          <legend className="text-[11.5px] text-muted">{say('formatsTheFirstIsMade')}</legend>
          {FILE_FORMATS.map((f) => (
            <label key={f} className="flex items-center gap-1 text-[13px]">
              <input
                type="checkbox"
                checked={spec.formats.includes(f)}
                onChange={(e) =>
                  onChange({
                    formats: e.target.checked
                      ? [...spec.formats, f]
                      : spec.formats.filter((x: FileFormat) => x !== f),
                  })
                }
              />
              {f.toUpperCase()}
            </label>
          ))}
          {fault('formats') && <span className="w-full text-[11.5px] text-rust">{fault('formats')}</span>}
        </fieldset>
        <div className="grid grid-cols-2 gap-2">
          <SelectField
            label={say('background')}
            value={spec.background}
            onChange={(e) => onChange({ background: e.target.value as Spec['background'] })}
          >
            <option value="transparent">{say('transparent')}</option>
            <option value="opaque">{say('opaqueToTheEdge')}</option>
            <option value="either">{say('either')}</option>
          </SelectField>
          <FigureField
            label={say('largestFileMb')}
            value={spec.maxBytes / 1e6}
            fault={fault('maxBytes')}
            onChange={(mb) => onChange({ maxBytes: Math.round(mb * 1e6) })}
          />
          <FigureField
            label={say('picturesLeastDpi')}
            value={spec.leastDpi}
            fault={fault('leastDpi')}
            step="1"
            onChange={(leastDpi) => onChange({ leastDpi })}
          />
          <FigureField
            label={say('thinnestLineMm')}
            value={spec.thinnestLineMm ?? 0.35}
            fault={fault('thinnestLineMm')}
            step="0.05"
            onChange={(thinnestLineMm) => onChange({ thinnestLineMm })}
          />
          <FigureField
            label={say('thinnestGapMm')}
            value={spec.thinnestGapMm ?? 0.5}
            fault={fault('thinnestGapMm')}
            step="0.05"
            onChange={(thinnestGapMm) => onChange({ thinnestGapMm })}
          />
          <TextField
            label={say('namesOfFiles')}
            value={spec.naming ?? ''}
            fault={fault('naming')}
            placeholder={NAME_PATTERN}
            onChange={(naming) => onChange({ naming: naming || undefined })}
          />
        </div>
      </section>
      {(spec.kind === 'sticker' || spec.kind === 'sticker sheet') && (
        <>
          <StickerFields spec={spec} faults={faults} onChange={onChange} />
          <Grounds spec={spec} onChange={onChange} />
        </>
      )}
      <Colours spec={spec} onChange={onChange} />
      <ListingFields spec={spec} faults={faults} onChange={onChange} />
      <section aria-label={say('sources')} className="mb-5">
        <h2 className="heading mb-2">{say('sources')}</h2>
        <TextField
          label={say('lastComparedYyyyMmDd')}
          value={spec.checked}
          fault={fault('checked')}
          onChange={(checked) => onChange({ checked })}
        />
        <label className="mt-2 block text-[11.5px] text-muted" htmlFor="sources">
          {say('whereTheFiguresComeFrom')}
        </label>
        <textarea
          id="sources"
          rows={2}
          className="field !h-auto py-1"
          value={spec.sources.join('\n')}
          onChange={(e) => onChange({ sources: e.target.value.split('\n') })}
          onBlur={() => onChange({ sources: spec.sources.map((s) => s.trim()).filter(Boolean) })}
        />
      </section>
    </>
  );
}

type Part = { spec: Spec; faults: ReadonlyMap<string, string>; onChange: (change: Partial<Spec>) => void };

function StickerFields({ spec, faults, onChange }: Part) {
  const rules = spec.sticker ?? { cut: 'kiss' as const, borderMm: 2, radiusMm: 1.5, gapMm: 4 };
  const mm = (key: 'borderMm' | 'radiusMm' | 'gapMm', label: string) => (
    <FigureField
      label={label}
      value={rules[key]}
      fault={faults.get(`sticker.${key}`)}
      step="0.1"
      onChange={(v) => onChange({ sticker: { ...rules, [key]: v } })}
    />
  );
  const most = (key: 'mostPaths' | 'mostPoints', label: string) => (
    <TextField
      label={label}
      value={rules[key] === undefined ? '' : String(rules[key])}
      fault={faults.get(`sticker.${key}`)}
      placeholder={say('any')}
      onChange={(text) => {
        const { [key]: _, ...rest } = rules;
        onChange({ sticker: text.trim() ? { ...rules, [key]: Number(text) } : rest });
      }}
    />
  );
  return (
    <section aria-label={say('sticker')} className="mb-5">
      <h2 className="heading mb-2">{say('sticker')}</h2>
      <div className="grid grid-cols-2 gap-2">
        <SelectField
          label={say('cut')}
          value={rules.cut}
          onChange={(e) => onChange({ sticker: { ...rules, cut: e.target.value as 'kiss' | 'die' } })}
        >
          <option value="kiss">{say('kissCut')}</option>
          <option value="die">{say('dieCut')}</option>
        </SelectField>
        {mm('borderMm', say('borderMm'))}
        {mm('radiusMm', say('leastRadiusMm'))}
        {mm('gapMm', say('gapBetweenMm'))}
        {most('mostPaths', say('cutLinesAtMost'))}
        {most('mostPoints', say('pointsOfThemAtMost'))}
      </div>
    </section>
  );
}

function Colours({ spec, onChange }: Omit<Part, 'faults'>) {
  const { data: garments = [] } = useGarmentsQuery();
  const chosen = spec.garments;
  const library = garments.filter((g) => !g.ground);
  return (
    <section aria-label={say('colours')} className="mb-5">
      <h2 className="heading mb-2">{say('garmentColours')}</h2>
      <label className="flex items-center gap-1.5 text-[13px]">
        <input
          type="checkbox"
          checked={spec.perColour}
          onChange={(e) => onChange({ perColour: e.target.checked })}
        />
        {say('artworkMayDifferPerColour')}
      </label>
      <AnyOrSome
        any={say('anyColour')}
        of={library}
        chosen={chosen}
        onChange={(ids) => onChange({ garments: ids })}
      />
    </section>
  );
}

/** What a sticker is judged on: all grounds there are, or some. */
function Grounds({ spec, onChange }: Omit<Part, 'faults'>) {
  const { data: garments = [] } = useGarmentsQuery();
  const library = garments.filter((g) => g.ground);
  const { grounds } = spec;
  return (
    <section aria-label={say('grounds')} className="mb-5">
      <h2 className="heading mb-2">{say('stuckOn')}</h2>
      <AnyOrSome
        any={say('anyGround')}
        of={library}
        chosen={grounds}
        onChange={(ids) => onChange({ grounds: ids })}
      />
    </section>
  );
}

/** All of some colours of the library, whatever is added to it, or those that are ticked. */
function AnyOrSome({
  any,
  of,
  chosen,
  onChange,
}: {
  any: string;
  of: readonly Garment[];
  chosen: readonly string[] | undefined;
  onChange: (ids: string[] | undefined) => void;
}) {
  return (
    <>
      <label className="mt-1 flex items-center gap-1.5 text-[13px]">
        <input
          type="checkbox"
          checked={chosen === undefined}
          onChange={(e) => onChange(e.target.checked ? undefined : of.map((g) => g.id))}
        />
        {any}
      </label>
      {chosen && <Ticks of={of} chosen={chosen} onChange={onChange} />}
    </>
  );
}

/** Colours of the library, ticked one by one. */
function Ticks({
  of,
  chosen,
  onChange,
}: {
  of: readonly Garment[];
  chosen: readonly string[];
  onChange: (ids: string[]) => void;
}) {
  return (
    <ul className="mt-2 grid grid-cols-2 gap-x-2 gap-y-0.5 text-[12.5px]">
      {of.map((g) => (
        <li key={g.id}>
          <label className="flex items-center gap-1.5">
            <input
              type="checkbox"
              checked={chosen.includes(g.id)}
              onChange={(e) =>
                onChange(e.target.checked ? [...chosen, g.id] : chosen.filter((id) => id !== g.id))
              }
            />
            <span
              aria-hidden
              className="h-3 w-3 shrink-0 rounded-[2px] border border-edge"
              style={{ background: garmentBackground(g) }}
            />
            <span className="truncate">{g.name}</span>
          </label>
        </li>
      ))}
    </ul>
  );
}
