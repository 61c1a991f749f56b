import { Archive, ArchiveRestore, Plus, Trash2 } from 'lucide-react';
import { formatDistanceToNow } from 'date-fns';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { readDesign } from '@brelm/core/design';
import { newSeries } from '@brelm/core/series';
import { reasonOf, type DesignEntry } from '../store/api';
import {
  useArchiveSeriesMutation,
  useCreateSeriesMutation,
  useDeleteSeriesMutation,
  useSeriesListQuery,
  type SeriesEntry,
} from '../store/series-api';
import { PickDesign } from '../design/pick-design';
import { Button, IconButton, notify } from '../ui';

const NONE: ReadonlySet<string> = new Set();

/** Series: many designs from one layout and a table of words. */
export function SeriesList() {
  const [archived, setArchived] = useState(false);
  const [picking, setPicking] = useState(false);
  const found = useSeriesListQuery(archived, { refetchOnMountOrArgChange: true });
  const [create] = useCreateSeriesMutation();
  const navigate = useNavigate();
  const begin = async (entry: DesignEntry) => {
    const response = await fetch(`/api/designs/${entry.id}`);
    if (!response.ok) throw new Error('The server does not give this design out.');
    const { document } = (await response.json()) as { document: unknown };
    const { id } = await create(newSeries(readDesign(document), entry.id)).unwrap();
    await navigate(`/series/${id}`);
  };
  const list = found.data?.series ?? [];
  return (
    <main className="mx-auto h-full max-w-[980px] overflow-y-auto px-6 pt-6 pb-10">
      <div className="mb-4 flex flex-wrap items-end gap-3">
        <h1 className="mr-auto text-[26px] leading-none">Series</h1>
        <label className="flex items-center gap-2 text-[13px]">
          <input type="checkbox" checked={archived} onChange={(e) => setArchived(e.target.checked)} />
          Those put away
        </label>
        <Button tone="main" onClick={() => setPicking(true)}>
          <Plus size={15} aria-hidden />
          New series
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
      ) : list.length === 0 ? (
        <div className="rounded-md border border-dashed border-edge p-8 text-center text-muted">
          {archived
            ? 'No series was put away.'
            : 'No series yet. A series makes a design for each row of a table from one layout: first, second, third; a hundred jobs; fifty places.'}
        </div>
      ) : (
        <ul className="flex flex-col gap-2">
          {list.map((s) => (
            <Row key={s.id} series={s} archived={archived} />
          ))}
        </ul>
      )}
      {picking && (
        <PickDesign
          title="Which design is the layout?"
          taken={NONE}
          words={['', 'take it']}
          onTake={(design) => {
            setPicking(false);
            begin(design).catch((error: unknown) => notify('fault', reasonOf(error)));
          }}
          onClose={() => setPicking(false)}
        />
      )}
    </main>
  );
}

function Row({ series, archived }: { series: SeriesEntry; archived: boolean }) {
  const [archive] = useArchiveSeriesMutation();
  const [remove] = useDeleteSeriesMutation();
  const [sure, setSure] = useState(false);
  const tell = (work: Promise<unknown>) =>
    void work.catch((error: unknown) => notify('fault', reasonOf(error)));
  const put = (away: boolean) => tell(archive({ id: series.id, archived: away }).unwrap());
  const { name } = series;
  return (
    <li className="flex items-center gap-4 rounded-md border border-line bg-card px-4 py-2.5">
      <div className="mr-auto min-w-0">
        <Link to={`/series/${series.id}`} className="block truncate font-medium hover:underline" title={name}>
          {name}
        </Link>
        <p className="truncate text-[13px] text-muted">
          {series.rows} {series.rows === 1 ? 'row' : 'rows'} ·{' '}
          {series.layout ? `laid out as ${series.layout.name}` : 'its layout is gone'} · changed{' '}
          {formatDistanceToNow(new Date(series.updatedAt), { addSuffix: true })}
        </p>
      </div>
      {archived ? (
        <>
          <IconButton label={`Bring ${name} back`} onClick={() => put(false)}>
            <ArchiveRestore size={16} aria-hidden />
          </IconButton>
          {sure ? (
            <Button
              tone="danger"
              autoFocus
              onBlur={() => setSure(false)}
              onClick={() => tell(remove(series.id).unwrap())}
            >
              Delete for good
            </Button>
          ) : (
            <IconButton label={`Delete ${name} for good`} onClick={() => setSure(true)}>
              <Trash2 size={16} aria-hidden />
            </IconButton>
          )}
        </>
      ) : (
        <IconButton
          label={`Put ${name} away`}
          onClick={() => {
            put(true);
            notify('done', `“${name}” is put away.`, { label: 'Bring it back', run: () => put(false) });
          }}
        >
          <Archive size={16} aria-hidden />
        </IconButton>
      )}
    </li>
  );
}
