import { useState, type ReactNode } from 'react';
import { isUnshown, KNOWN_LICENCES, termsOf, type Licence } from '@brelm/core/rights';
import { SelectField, TextBox } from '../ui';
import { BillField } from './bill-field';
import { say } from '../words/rights';

const IDS = ['unknown', ...KNOWN_LICENCES];

/** Whose a material is: chosen beside what it is called, with where from, the proof, the date and the bill under *more*. */
export function LicenceFields({
  title,
  licence,
  onSay,
  children,
}: {
  title: string;
  licence: Licence;
  onSay: (licence: Licence) => void;
  /** What it is, to the left of the fields. */
  children: ReactNode;
}) {
  const [more, setMore] = useState(false);
  const set = (change: { [K in keyof Licence]?: Licence[K] | undefined }) => {
    const said = Object.fromEntries(
      Object.entries({ ...licence, ...change }).filter(([, v]) => v),
    ) as unknown as Licence;
    if (isUnshown(said)) setMore(true);
    onSay(said);
  };
  return (
    <>
      <div className="flex items-center gap-2">
        {children}
        <SelectField
          label={say('whose', { title })}
          value={licence.id}
          onChange={(e) => set({ id: e.target.value })}
          className="!w-44"
        >
          {(IDS.includes(licence.id) ? IDS : [licence.id, ...IDS]).map((l) => (
            <option key={l} value={l}>
              {l === 'unknown' ? say('notSaidYet') : (termsOf({ id: l })?.name ?? l)}
            </option>
          ))}
        </SelectField>
        <button
          type="button"
          aria-expanded={more}
          className="mt-4 rounded-md px-2 py-1 text-[12.5px] text-spruce hover:bg-line"
          onClick={() => setMore(!more)}
        >
          {more ? say('less') : say('more')}
          <span className="sr-only"> {say('of', { title })}</span>
        </button>
      </div>
      {more && (
        <div className="mt-1.5 grid grid-cols-3 gap-2 pl-6 max-[800px]:grid-cols-1">
          <TextBox
            label={say('whoseAndWhereFrom')}
            value={licence.source ?? ''}
            onCommit={(source) => set({ source })}
          />
          <TextBox
            label={say('proofANoteTheNumber')}
            value={licence.proof ?? ''}
            onCommit={(proof) => set({ proof })}
          />
          <label className="min-w-0">
            <span className="block text-[11.5px] text-muted">{say('since')}</span>
            <input
              type="date"
              className="field"
              value={licence.date ?? ''}
              onChange={(e) => set({ date: e.target.value })}
            />
          </label>
          <div className="col-span-full">
            <BillField title={title} bill={licence.bill ?? null} onBill={(bill) => set({ bill })} />
          </div>
        </div>
      )}
    </>
  );
}
