import { Download, Paperclip, X } from 'lucide-react';
import type { Licence } from '@brelm/core/rights';
import { apiAt } from '../platform/address';
import { saveFrom } from '../platform/save-file';
import { reasonOf, useBringInBillMutation } from '../store/api';
import { FileButton, IconButton, notify, useLatest } from '../ui';
import { say } from '../words/rights';

type Bill = NonNullable<Licence['bill']>;

/** The bill or the letter that shows that a material may be used: put beside it, fetched again, taken off. */
export function BillField({
  title,
  bill,
  onBill,
}: {
  title: string;
  bill: Bill | null;
  onBill: (bill: Bill | undefined) => void;
}) {
  const [bringIn, { isLoading }] = useBringInBillMutation();
  const given = useLatest(onBill);
  const put = (file: File) =>
    void bringIn(file)
      .unwrap()
      .then(given, (error: unknown) => void notify('fault', reasonOf(error)));
  if (bill)
    return (
      <p className="flex items-center gap-1 text-[13px]">
        <Paperclip size={14} aria-hidden className="shrink-0 text-muted" />
        <button
          type="button"
          className="inline-flex min-w-0 items-center gap-1 text-spruce underline"
          onClick={() => saveFrom(apiAt(`materials/${bill.sha256}/file`), bill.name)}
        >
          <span className="truncate">{bill.name}</span>
          <Download size={13} aria-hidden className="shrink-0" />
        </button>
        <IconButton label={say('takeTheBillOff', { title })} onClick={() => onBill(undefined)}>
          <X size={14} />
        </IconButton>
      </p>
    );
  return (
    <div className="flex items-center gap-2">
      <FileButton accept="application/pdf,image/*" testId="bill" onFiles={([file]) => put(file)}>
        <Paperclip size={14} aria-hidden />
        {isLoading ? say('bringingItIn') : say('putTheBillBesideIt')}
        <span className="sr-only">{say('of', { title })}</span>
      </FileButton>
      <span className="text-[12.5px] text-muted">{say('aPdfOrAPicture')}</span>
    </div>
  );
}
