import { Download } from 'lucide-react';
import { useState } from 'react';
import type { Design, Edit } from '@brelm/core/design';
import { licenceEdits, rightsOf, usedMaterials, type RightsRow } from '@brelm/core/listing';
import { isUnshown, KNOWN_LICENCES, termsOf, type Licence } from '@brelm/core/rights';
import { saveFrom } from '../../platform/save-file';
import { useSayLicenceMutation } from '../../store/api';
import { whenSaved } from '../../store/when-saved';
import { Modal, SelectField, SeverityMark, TextBox, VerdictMark } from '../../ui';
import { apiAt } from '../../platform/address';
import { BillField } from './bill-field';

const KIND_WORDS = { typeface: 'Typeface', figure: 'Figure', picture: 'Picture' } as const;

/** What a design uses, why it may be sold, and what is not said yet. */
export function RightsDialog({
  id,
  design,
  onEdit,
  onClose,
}: {
  id: string;
  design: Design;
  onEdit: (label: string, edits: Edit[]) => void;
  onClose: () => void;
}) {
  const rows = rightsOf(usedMaterials(design));
  const open = rows.filter((r) => r.goods !== 'yes').length;
  const save = async (format: 'csv' | 'pdf') => {
    await whenSaved();
    saveFrom(apiAt(`designs/${id}/rights.${format}`), `rights.${format}`);
  };
  return (
    <Modal open title="Rights" wide onClose={onClose}>
      <div className="mb-2 flex flex-wrap items-center gap-2">
        <p className="mr-auto text-muted">
          {rows.length === 0
            ? 'It uses nothing that somebody has a right to.'
            : open === 0
              ? 'Everything that it uses may be sold on goods.'
              : `${open} of ${rows.length} ${open === 1 ? 'is' : 'are'} to be looked at.`}
        </p>
        {(['pdf', 'csv'] as const).map((format) => (
          <button
            key={format}
            type="button"
            className="inline-flex h-8 items-center gap-1.5 rounded-md border border-edge px-3 text-[13px] font-medium hover:border-ink"
            onClick={() => void save(format)}
          >
            <Download size={14} aria-hidden />
            {format.toUpperCase()}
          </button>
        ))}
      </div>
      <ul className="flex flex-col">
        {rows.map((row, i) => (
          // What it is called by changes as soon as it is said whose it is.
          <One key={`${row.kind} ${row.title} ${i}`} row={row} design={design} onEdit={onEdit} />
        ))}
      </ul>
    </Modal>
  );
}

function One({
  row,
  design,
  onEdit,
}: {
  row: RightsRow;
  design: Design;
  onEdit: (label: string, edits: Edit[]) => void;
}) {
  const { kind, title, licence, goods, why, key, credit } = row;
  const [sayLicence] = useSayLicenceMutation();
  const [more, setMore] = useState(false);
  const set = (change: { [K in keyof Licence]?: Licence[K] | undefined }) => {
    const said = Object.fromEntries(
      Object.entries({ ...licence, ...change }).filter(([, v]) => v),
    ) as unknown as Licence;
    if (isUnshown(said)) setMore(true);
    onEdit(`Say whose “${title}” is`, licenceEdits(design, row, said));
    const sha256 = /^picture ([0-9a-f]{64})$/.exec(key)?.[1];
    // Brought in again, in any design, it is known.
    if (sha256) void sayLicence({ sha256, licence: said });
  };
  const known = ['unknown', ...KNOWN_LICENCES];
  return (
    <li className="border-t border-line py-2 first:border-0">
      <div className="flex items-center gap-2">
        {goods === 'yes' ? (
          <VerdictMark verdict="reads" />
        ) : (
          <SeverityMark severity={goods === 'no' ? 'stop' : 'watch'} size={14} />
        )}
        <div className="min-w-0 flex-1">
          <p className="truncate font-medium">{title}</p>
          <p className="truncate text-[12.5px] text-muted" title={licence.source}>
            {KIND_WORDS[kind]} · {why}
            {credit && ' · to be named'}
          </p>
        </div>
        {kind !== 'typeface' && (
          <>
            <SelectField
              label={`Whose: ${title}`}
              value={licence.id}
              onChange={(e) => set({ id: e.target.value })}
              className="!w-44"
            >
              {(known.includes(licence.id) ? known : [licence.id, ...known]).map((l) => (
                <option key={l} value={l}>
                  {l === 'unknown' ? 'not said yet' : (termsOf({ id: l })?.name ?? l)}
                </option>
              ))}
            </SelectField>
            <button
              type="button"
              aria-expanded={more}
              className="mt-4 rounded-md px-2 py-1 text-[12.5px] text-spruce hover:bg-line"
              onClick={() => setMore(!more)}
            >
              {more ? 'less' : 'more'}
              <span className="sr-only"> of {title}</span>
            </button>
          </>
        )}
      </div>
      {more && (
        <div className="mt-1.5 grid grid-cols-3 gap-2 pl-6 max-[800px]:grid-cols-1">
          <TextBox
            label="Whose, and where from"
            value={licence.source ?? ''}
            onCommit={(source) => set({ source })}
          />
          <TextBox
            label="Proof: a note, the number of a bill"
            value={licence.proof ?? ''}
            onCommit={(proof) => set({ proof })}
          />
          <label className="min-w-0">
            <span className="block text-[11.5px] text-muted">Since</span>
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
    </li>
  );
}
