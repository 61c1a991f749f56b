import { Archive, ArchiveRestore, Plus, Trash2 } from 'lucide-react';
import { formatDistanceToNow } from 'date-fns';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { newSheet } from '@brelm/core/sheet';
import {
  reasonOf,
  useArchiveSheetMutation,
  useCreateSheetMutation,
  useDeleteSheetMutation,
  useSheetsQuery,
  useSpecsQuery,
  type SheetEntry,
} from '../store/api';
import { Button, IconButton, notify } from '../ui';
import { onProduct } from './sheet-settings';

/** Sheets of stickers: several designs, or one many times, cut out of one piece. */
export function Sheets() {
  const [archived, setArchived] = useState(false);
  const found = useSheetsQuery(archived, { refetchOnMountOrArgChange: true });
  const { data: specs = [], isLoading: looking } = useSpecsQuery();
  const [create, { isLoading }] = useCreateSheetMutation();
  const navigate = useNavigate();
  const begin = () => {
    const product = specs.find((s) => s.kind === 'sticker sheet');
    const sheet = { ...newSheet('New sheet'), ...(product ? onProduct(product) : {}) };
    create(sheet)
      .unwrap()
      .then(
        ({ id }) => navigate(`/sheets/${id}`),
        (error: unknown) => notify('fault', reasonOf(error)),
      );
  };
  const sheets = found.data?.sheets ?? [];
  return (
    <main className="mx-auto h-full max-w-[980px] overflow-y-auto px-6 pt-6 pb-10">
      <div className="mb-4 flex flex-wrap items-end gap-3">
        <h1 className="mr-auto text-[26px] leading-none">Sheets</h1>
        <label className="flex items-center gap-2 text-[13px]">
          <input type="checkbox" checked={archived} onChange={(e) => setArchived(e.target.checked)} />
          Those put away
        </label>
        <Button tone="main" disabled={isLoading || looking} onClick={begin}>
          <Plus size={15} aria-hidden />
          New sheet
        </Button>
      </div>
      {found.error ? (
        <div role="alert" className="rounded-md border border-rust p-4">
          <p>{reasonOf(found.error)}</p>
          <Button className="mt-2" onClick={() => void found.refetch()}>
            Try again
          </Button>
        </div>
      ) : !found.data ? (
        <p className="text-muted">Looking…</p>
      ) : sheets.length === 0 ? (
        <div className="rounded-md border border-dashed border-edge p-8 text-center text-muted">
          {archived
            ? 'No sheet was put away.'
            : 'No sheet yet. A sheet holds several stickers, or one many times; they stay their designs’ own, so a word that is mended there is mended here.'}
        </div>
      ) : (
        <ul className="flex flex-col gap-2">
          {sheets.map((s) => (
            <Row key={s.id} sheet={s} archived={archived} />
          ))}
        </ul>
      )}
    </main>
  );
}

function Row({ sheet, archived }: { sheet: SheetEntry; archived: boolean }) {
  const [archive] = useArchiveSheetMutation();
  const [remove] = useDeleteSheetMutation();
  const [sure, setSure] = useState(false);
  const tell = (work: Promise<unknown>) =>
    void work.catch((error: unknown) => notify('fault', reasonOf(error)));
  const put = (away: boolean) => tell(archive({ id: sheet.id, archived: away }).unwrap());
  const scale = 44 / Math.max(sheet.width, sheet.height);
  return (
    <li className="flex items-center gap-4 rounded-md border border-line bg-card px-3 py-2.5">
      <svg width={46} height={46} viewBox="0 0 46 46" aria-hidden className="shrink-0">
        <rect
          x={(46 - sheet.width * scale) / 2}
          y={(46 - sheet.height * scale) / 2}
          width={sheet.width * scale}
          height={sheet.height * scale}
          className="fill-paper stroke-muted"
        />
      </svg>
      <div className="mr-auto min-w-0">
        <Link
          to={`/sheets/${sheet.id}`}
          className="block truncate font-medium hover:underline"
          title={sheet.name}
        >
          {sheet.name}
        </Link>
        <p className="truncate text-[13px] text-muted">
          {sheet.width} × {sheet.height} mm · {sheet.placed} {sheet.placed === 1 ? 'sticker' : 'stickers'}
          {sheet.designs.length > 0 && ` of ${sheet.designs.join(', ')}`} · changed{' '}
          {formatDistanceToNow(new Date(sheet.updatedAt), { addSuffix: true })}
        </p>
      </div>
      {archived ? (
        <>
          <IconButton label={`Bring ${sheet.name} back`} onClick={() => put(false)}>
            <ArchiveRestore size={16} aria-hidden />
          </IconButton>
          {sure ? (
            <Button
              tone="danger"
              autoFocus
              onBlur={() => setSure(false)}
              onClick={() => tell(remove(sheet.id).unwrap())}
            >
              Delete for good
            </Button>
          ) : (
            <IconButton label={`Delete ${sheet.name} for good`} onClick={() => setSure(true)}>
              <Trash2 size={16} aria-hidden />
            </IconButton>
          )}
        </>
      ) : (
        <IconButton
          label={`Put ${sheet.name} away`}
          onClick={() => {
            put(true);
            notify('done', `“${sheet.name}” is put away.`, { label: 'Bring it back', run: () => put(false) });
          }}
        >
          <Archive size={16} aria-hidden />
        </IconButton>
      )}
    </li>
  );
}
