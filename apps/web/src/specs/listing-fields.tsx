import {
  LISTING_FIELDS,
  PICTURE_SHAPES,
  type FeeTable,
  type ListingRules,
  type PictureRules,
  type Spec,
} from '@brelm/core/spec';
import { COUNTINGS, type Counting } from '@brelm/core/wording';
import { SelectField, Tick } from '../ui';
import { FigureField, TextField } from './field';
import { say } from '../words/specs';

/** What a table of fees begins with. */
const NO_FEES: FeeTable = {
  ...{ currency: 'EUR', listing: 0, share: 0, least: 0, payment: 0, paymentEach: 0 },
};

/** What a marketplace asks of a listing, and what it keeps of a sale. */
export function ListingFields({
  spec,
  faults,
  onChange,
}: {
  spec: Spec;
  faults: ReadonlyMap<string, string>;
  onChange: (change: Partial<Spec>) => void;
}) {
  const rules = spec.listing ?? {};
  const set = (change: Partial<ListingRules>) => onChange({ listing: { ...rules, ...change } });
  const setPictures = (change: Partial<PictureRules> | null) =>
    set({
      pictures: change
        ? { shapes: ['square'], leastPx: 1000, mostBytes: 5_000_000, ...rules.pictures, ...change }
        : undefined,
    });
  const max = (key: 'titleLeast' | 'titleMax' | 'descriptionMax', label: string) => (
    <FigureField
      label={label}
      value={rules[key] ?? NaN}
      fault={faults.get(`listing.${key}`)}
      step="1"
      onChange={(v) => set({ [key]: Number.isNaN(v) ? undefined : v })}
    />
  );
  const list = (key: 'tags' | 'bullets', label: string) => {
    const now = rules[key];
    const part = (of: 'most' | 'each', words: string) => (
      <FigureField
        label={`${label}, ${words}`}
        value={now?.[of] ?? NaN}
        fault={faults.get(`listing.${key}.${of}`)}
        step="1"
        onChange={(v) =>
          set({
            [key]: Number.isNaN(v)
              ? undefined
              : { ...now, most: now?.most ?? 1, each: now?.each ?? 50, [of]: v },
          })
        }
      />
    );
    return (
      <>
        {part('most', say('howMany'))}
        {part('each', 'characters')}
      </>
    );
  };
  const required = rules.required ?? ['title'];
  const price = (of: 'least' | 'most', label: string) => (
    <FigureField
      label={label}
      value={rules.prices ? rules.prices[of] / 100 : NaN}
      fault={faults.get(`listing.prices.${of}`)}
      onChange={(v) =>
        set({
          prices: Number.isNaN(v)
            ? undefined
            : { least: 0, most: 100_000, ...rules.prices, [of]: Math.round(v * 100) },
        })
      }
    />
  );
  const fees: FeeTable = rules.fees ?? NO_FEES;
  /** `unit`: what is kept for one that is shown: hundredths for a sum, hundredth parts for a share. */
  const fee = (of: Exclude<keyof FeeTable, 'currency'>, label: string, unit: number) => (
    <FigureField
      label={label}
      value={rules.fees ? Number((fees[of] / unit).toFixed(4)) : NaN}
      fault={faults.get(`listing.fees.${of}`)}
      onChange={(v) => {
        const kept = (Number.isNaN(v) ? 0 : v) * unit;
        set({ fees: { ...fees, [of]: unit > 1 ? Math.round(kept) : Number(kept.toFixed(6)) } });
      }}
    />
  );
  return (
    <section aria-label={say('listing')} className="mb-5">
      <h2 className="heading mb-2">{say('listing')}</h2>
      <div className="grid grid-cols-2 gap-2">
        <TextField
          label={say('calledInAListing')}
          value={rules.word ?? ''}
          fault={faults.get('listing.word')}
          onChange={(word) => set({ word: word || undefined })}
        />
        <SelectField
          label={say('lengthsAreCountedIn')}
          value={rules.counting ?? 'characters'}
          onChange={(e) => set({ counting: e.target.value as Counting })}
        >
          {COUNTINGS.map((c) => (
            <option key={c} value={c}>
              {c}
            </option>
          ))}
        </SelectField>
        {max('titleLeast', say('titleAtLeast'))}
        {max('titleMax', say('titleCharacters'))}
        {max('descriptionMax', say('descriptionCharacters'))}
        {list('tags', say('tags'))}
        {list('bullets', say('bullets'))}
      </div>
      <div className="mt-2 grid grid-cols-2 gap-2">
        <FigureField
          label={say('picturesPxAtLeast')}
          value={rules.pictures?.leastPx ?? NaN}
          fault={faults.get('listing.pictures.leastPx')}
          step="1"
          onChange={(leastPx) => setPictures(Number.isNaN(leastPx) ? null : { leastPx })}
        />
        <FigureField
          label={say('picturesMbAtMost')}
          value={rules.pictures ? rules.pictures.mostBytes / 1e6 : NaN}
          fault={faults.get('listing.pictures.mostBytes')}
          onChange={(mb) => setPictures(Number.isNaN(mb) ? null : { mostBytes: Math.round(mb * 1e6) })}
        />
      </div>
      {rules.pictures && (
        <fieldset className="mt-2 flex gap-4">
          <legend className="text-[11.5px] text-muted">{say('shapesOfPictures')}</legend>
          {PICTURE_SHAPES.map((shape) => (
            <Tick
              key={shape}
              label={shape}
              checked={rules.pictures!.shapes.includes(shape)}
              onChange={(on) =>
                setPictures({
                  shapes: PICTURE_SHAPES.filter((s) =>
                    s === shape ? on : rules.pictures!.shapes.includes(s),
                  ),
                })
              }
            />
          ))}
        </fieldset>
      )}
      <div className="mt-2">
        <TextField
          label={say('forbiddenWordsWithCommasBetween')}
          value={(rules.forbidden ?? []).join(', ')}
          onChange={(text) => set({ forbidden: text ? text.split(/,\s*/) : undefined })}
        />
      </div>
      <div className="mt-2 grid grid-cols-2 gap-2">
        <TextField
          label={say('forbiddenCharacters')}
          value={rules.forbiddenCharacters ?? ''}
          fault={faults.get('listing.forbiddenCharacters')}
          onChange={(text) => set({ forbiddenCharacters: text || undefined })}
        />
        <span />
        {price('least', say('pricesFrom'))}
        {price('most', say('pricesTo'))}
      </div>
      <fieldset className="mt-2">
        <legend className="text-[11.5px] text-muted">{say('mustNotBeLeftEmpty')}</legend>
        <div className="flex flex-wrap gap-x-4">
          {LISTING_FIELDS.map((field) => (
            <Tick
              key={field}
              label={field}
              checked={required.includes(field)}
              onChange={(on) =>
                set({ required: LISTING_FIELDS.filter((f) => (f === field ? on : required.includes(f))) })
              }
            />
          ))}
        </div>
        {faults.get('listing.required') && (
          <p role="alert" className="text-[11.5px] text-rust">
            {faults.get('listing.required')}
          </p>
        )}
      </fieldset>
      <h3 className="mt-3 mb-1 text-[13px] font-semibold">{say('whatItKeepsOfA')}</h3>
      <div className="grid grid-cols-2 gap-2">
        <TextField
          label={say('currency')}
          value={rules.fees?.currency ?? ''}
          fault={faults.get('listing.fees.currency')}
          onChange={(currency) => set({ fees: currency ? { ...fees, currency } : undefined })}
        />
        {fee('listing', say('forTheListing'), 100)}
        {fee('share', say('itsShare'), 0.01)}
        {fee('least', say('itsShareAtLeast'), 100)}
        {fee('payment', say('payment'), 0.01)}
        {fee('paymentEach', say('paymentEachTime'), 100)}
      </div>
    </section>
  );
}
