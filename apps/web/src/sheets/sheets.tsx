import { formatDistanceToNow } from 'date-fns';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { newSheet } from '@brelm/core/sheet';
import type { SheetEntry } from '@brelm/contract';
import {
  reasonOf,
  useArchiveSheetMutation,
  useCreateSheetMutation,
  useDeleteSheetMutation,
  useSheetsQuery,
  useSpecsQuery,
} from '../store/api';
import { SmallFigure } from '../design';
import { KeptList, notify } from '../ui';
import { onProduct } from './sheet-settings';
import { say } from '../words/sheets';

/** Sheets of stickers: several designs, or one many times, cut out of one piece. */
export function Sheets() {
  const [archived, setArchived] = useState(false);
  const found = useSheetsQuery(archived, { refetchOnMountOrArgChange: true });
  const { data: specs = [], isLoading: looking } = useSpecsQuery();
  const [create, { isLoading }] = useCreateSheetMutation();
  const [archive] = useArchiveSheetMutation();
  const [remove] = useDeleteSheetMutation();
  const navigate = useNavigate();
  const begin = () => {
    const product = specs.find((s) => s.kind === 'sticker sheet');
    const sheet = { ...newSheet(say('newSheet')), ...(product ? onProduct(product) : {}) };
    create(sheet)
      .unwrap()
      .then(
        ({ id }) => navigate(`/sheets/${id}`),
        (error: unknown) => notify('fault', reasonOf(error)),
      );
  };
  return (
    <KeptList
      title={say('sheets')}
      begin={{ label: say('newSheet'), run: begin }}
      beginning={isLoading || looking}
      list={found.data?.sheets}
      fault={found.error ? reasonOf(found.error) : null}
      onAgain={() => void found.refetch()}
      archived={archived}
      onArchived={setArchived}
      none={[say('noSheetYetASheet'), say('noSheetWasPutAway')]}
      to={(s) => `/sheets/${s.id}`}
      picture={(s) => <Outline sheet={s} />}
      words={(s) => (
        <>
          {say('mmStickerOfChanged', {
            width: s.width,
            height: s.height,
            placed: s.placed,
            isDesigns: s.designs.length > 0,
            designs: s.designs.join(', '),
            updatedAt: formatDistanceToNow(new Date(s.updatedAt), { addSuffix: true }),
          })}
        </>
      )}
      actions={{
        archive: (id, away) => archive({ id, archived: away }).unwrap(),
        remove: (id) => remove(id).unwrap(),
        reasonOf,
      }}
    />
  );
}

/** A sheet's form, small, and the designs on it. */
function Outline({ sheet }: { sheet: SheetEntry }) {
  const scale = 62 / Math.max(sheet.width, sheet.height);
  return (
    <span className="flex shrink-0 items-center gap-1.5">
      <svg width={64} height={64} viewBox="0 0 64 64" aria-hidden>
        <rect
          x={(64 - sheet.width * scale) / 2}
          y={(64 - sheet.height * scale) / 2}
          width={sheet.width * scale}
          height={sheet.height * scale}
          className="fill-paper stroke-edge"
        />
      </svg>
      {sheet.figures.map((figure) => (
        <SmallFigure key={figure.id} figure={figure} />
      ))}
    </span>
  );
}
