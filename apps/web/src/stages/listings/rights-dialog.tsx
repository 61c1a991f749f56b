import { Download } from 'lucide-react';
import type { Design, Edit } from '@brelm/core/design';
import {
  canSay,
  licenceEdits,
  ownFaceIn,
  rightsOf,
  usedMaterials,
  type RightsRow,
} from '@brelm/core/listing';
import { termsOf, type Licence } from '@brelm/core/rights';
import { rememberWhose } from '../../editor/ask-whose';
import { saveFrom } from '../../platform/save-file';
import { LicenceFields } from '../../rights';
import { useTypefacesQuery } from '../../store/api';
import { whenSaved } from '../../store/when-saved';
import { Modal, SeverityMark, VerdictMark } from '../../ui';
import { apiAt } from '../../platform/address';
import { say } from '../../words/listings';

const KIND_WORDS = { typeface: say('typeface'), figure: say('figure'), picture: say('picture') } as const;

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
    <Modal open title={say('rights')} wide onClose={onClose}>
      <div className="mb-2 flex flex-wrap items-center gap-2">
        <p className="mr-auto text-muted">
          {rows.length === 0
            ? say('itUsesNothingThatSomebody')
            : open === 0
              ? say('everythingThatItUsesMay')
              : say('ofIsToBeLooked', { open, rows: rows.length })}
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
  const { data: faces } = useTypefacesQuery();
  const face = ownFaceIn(key);
  const known = face ? faces?.find((t) => t.id === face) : undefined;
  const name = known?.name ?? title;
  const keep = (said: Licence) => {
    onEdit(say('sayWhoseIs', { name }), licenceEdits(design, { ...row, title: name }, said));
    // Brought in again, or used again, in any design, it is known.
    const sha256 = /^picture ([0-9a-f]{64})$/.exec(key)?.[1];
    if (sha256) rememberWhose({ sha256 }, said);
    if (known) rememberWhose({ face: known.id }, said);
  };
  const what = (
    <>
      {goods === 'yes' ? (
        <VerdictMark verdict="reads" />
      ) : (
        <SeverityMark severity={goods === 'no' ? 'stop' : 'watch'} size={14} />
      )}
      <div className="min-w-0 flex-1">
        <p className="truncate font-medium">{name}</p>
        <p className="truncate text-[12.5px] text-muted" title={licence.source}>
          {say('toBeNamed', { kindWords: KIND_WORDS[kind], why, isCredit: Boolean(credit) })}
        </p>
      </div>
    </>
  );
  return (
    <li className="border-t border-line py-2 first:border-0">
      {canSay(row) ? (
        <LicenceFields title={name} licence={licence} onSay={keep}>
          {what}
        </LicenceFields>
      ) : (
        <div className="flex items-center gap-2">{what}</div>
      )}
      {known && licence.id === 'unknown' && known.licence.id !== 'unknown' && (
        <button
          type="button"
          className="ml-6 text-[12.5px] text-spruce hover:underline"
          onClick={() => keep(known.licence)}
        >
          {say('asItWasSaidBefore', { name: termsOf(known.licence)?.name ?? known.licence.id })}
        </button>
      )}
    </li>
  );
}
