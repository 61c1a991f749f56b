import { lazy, Suspense, useEffect, useMemo, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { Download, FileUp, Plus } from 'lucide-react';
import { Button, FileButton } from '../ui';
import {
  reasonOf,
  useDesignsInfiniteQuery,
  useGarmentsQuery,
  useSpecsQuery,
  type Listed,
  type ListingState,
} from '../store/api';
import { useListingStatesQuery } from '../store/listings-api';
import { useKeys } from '../keys';
import { ChosenBar } from './chosen-bar';
import { DeleteDialog } from './delete-dialog';
import { useChosen } from './use-chosen';
import { useSettled } from '../ui/use-settled';
import { useSentinel } from './use-sentinel';
import { giveOut, useShelfActions, type Chosen } from './use-shelf-actions';
import { FirstWays } from './first-ways';
import type { Beginning } from './new-design';
import { useOccasionWords } from './for-season';
import { ShelfRow } from './shelf-row';

// Not needed for the shelf's first sight, but soon after.
const newDesign = () => import('./new-design');
const NewDesign = lazy(() => newDesign().then((m) => ({ default: m.NewDesign })));
const MakeDialog = lazy(() => import('../files').then((m) => ({ default: m.MakeDialog })));

type Sort = 'changed' | 'name';

/** Designs whose files are planned together. */
const MOST_AT_ONCE = 200;

const NONE: ReadonlyMap<string, string> = new Map();

/** States of listings by design, then by spec. */
function byDesign(listings: readonly ListingState[]): Map<string, Map<string, string>> {
  const out = new Map<string, Map<string, string>>();
  for (const { designId, spec, state } of listings) {
    const own = out.get(designId) ?? new Map<string, string>();
    out.set(designId, own.set(spec, state));
  }
  return out;
}

/** The seller's designs: each on its garments, with what it still needs. */
export function Shelf() {
  const [archived, setArchived] = useState(false);
  /** What a new design is begun from; null while none is. */
  const [making, setMaking] = useState<Beginning | null>(null);
  /** Ids of the designs whose files are planned. */
  const [files, setFiles] = useState<string[] | null>(null);
  const [deleting, setDeleting] = useState<Chosen[] | null>(null);
  const actions = useShelfActions();
  const [words, setWords] = useState('');
  const [sort, setSort] = useState<Sort>('changed');
  const [listed, setListed] = useState<Listed | ''>('');
  const search = useRef<HTMLInputElement>(null);
  const navigate = useNavigate();
  const sought = useSettled(words.trim());
  const designs = useDesignsInfiniteQuery(
    { archived, order: sort, search: sought, ...(listed ? { listed } : {}) },
    { refetchOnMountOrArgChange: true },
  );
  const { data: specs } = useSpecsQuery();
  const { data: garments } = useGarmentsQuery();
  const { data: listings } = useListingStatesQuery(undefined, { refetchOnMountOrArgChange: true });
  const states = useMemo(() => byDesign(listings ?? []), [listings]);
  useKeys({
    search: [() => search.current?.focus(), 'Search the shelf'],
    'new-design': () => setMaking({}),
  });

  const shown = useMemo(() => designs.data?.pages.flatMap((p) => p.designs) ?? [], [designs.data]);
  const occasionWords = useOccasionWords(shown.map((d) => d.occasion));
  const close = designs.data?.pages[0]?.close ?? false;
  /** Nothing was looked for and nothing is there. */
  const bare = designs.currentData !== undefined && shown.length === 0 && !sought && !listed && !archived;
  useEffect(() => {
    // Not every browser says when it has nothing to do.
    const soon = setTimeout(() => void newDesign(), 500);
    return () => clearTimeout(soon);
  }, []);
  const chosen = useChosen(shown);
  const total = designs.data?.pages[0]?.total ?? 0;
  const more = useSentinel(() => {
    if (designs.hasNextPage && !designs.isFetching) void designs.fetchNextPage();
  });

  return (
    <main
      className="mx-auto flex h-full max-w-[1180px] flex-col px-6 pt-6"
      onDragOver={(e) => e.dataTransfer.types.includes('Files') && e.preventDefault()}
      onDrop={(e) => {
        e.preventDefault();
        void actions.bringIn([...e.dataTransfer.files]);
      }}
    >
      <div className="mb-4 flex flex-wrap items-center gap-3">
        <h1 className="mr-auto text-[26px] leading-none">{archived ? 'Archive' : 'Shelf'}</h1>
        <input
          ref={search}
          type="search"
          aria-label="Search the shelf"
          placeholder="Search (/)"
          className="field !h-8 !w-56 px-2"
          value={words}
          onChange={(e) => setWords(e.target.value)}
          onKeyDown={(e) => e.key === 'Escape' && (setWords(''), e.currentTarget.blur())}
        />
        <select
          aria-label="Listings"
          className="field !h-8 !w-auto"
          value={listed}
          onChange={(e) => setListed(e.target.value as Listed | '')}
        >
          <option value="">listed or not</option>
          <option value="none">not listed yet</option>
          <option value="review">in review</option>
          <option value="accepted">accepted</option>
          <option value="trouble">refused or taken off</option>
        </select>
        <select
          aria-label="Order"
          className="field !h-8 !w-auto"
          value={sort}
          onChange={(e) => setSort(e.target.value as Sort)}
        >
          <option value="changed">last changed first</option>
          <option value="name">by name</option>
        </select>
        {!archived && shown.length > 0 && chosen.list.length === 0 && (
          <Button
            onClick={() => setFiles(shown.slice(0, MOST_AT_ONCE).map((d) => d.id))}
            title={
              shown.length > MOST_AT_ONCE
                ? `Files of the first ${MOST_AT_ONCE} designs that are shown`
                : 'Files of all designs that are shown'
            }
          >
            <Download size={15} aria-hidden /> Make files
          </Button>
        )}
        <FileButton
          multiple
          accept=".json,.zip,application/json,application/zip"
          testId="design-files"
          onFiles={(list) => void actions.bringIn(list)}
        >
          <FileUp size={15} aria-hidden /> Bring in…
        </FileButton>
        <Button
          onClick={() => {
            setArchived(!archived);
            chosen.clear();
          }}
        >
          {archived ? 'Back to the shelf' : 'Show the archive'}
        </Button>
        <Button tone="main" onClick={() => setMaking({})}>
          <Plus size={16} aria-hidden /> New design
        </Button>
      </div>
      {chosen.list.length > 0 && (
        <ChosenBar
          count={chosen.list.length}
          hidden={chosen.hidden}
          archived={archived}
          onMake={() => setFiles(chosen.list.slice(0, MOST_AT_ONCE).map((d) => d.id))}
          onGiveOut={() => void giveOut(chosen.list)}
          onMove={() => void actions.move(chosen.list, !archived).then(chosen.drop)}
          onDelete={() => setDeleting(chosen.list)}
          onClear={chosen.clear}
        />
      )}
      <div className="-mx-6 min-h-0 flex-1 overflow-y-auto px-6 pb-8">
        {designs.isError && (
          <div role="alert" className="rounded-md border border-rust bg-card p-4">
            <p>The shelf could not be read. {reasonOf(designs.error)}</p>
            <Button className="mt-3" onClick={() => void designs.refetch()}>
              Try again
            </Button>
          </div>
        )}
        {designs.isLoading && <p className="text-muted">Reading the shelf…</p>}
        {bare && (
          <FirstWays
            onProduct={() => setMaking({})}
            onStarter={() => setMaking({ starter: true })}
            onPicture={(files) => setMaking({ files })}
          />
        )}
        {designs.data && shown.length === 0 && (words || listed || archived) && (
          <div className="rounded-md border border-dashed border-edge p-10 text-center">
            {words ? (
              <p>Nothing here has “{words}” in its name, on it, or in its parts and inks.</p>
            ) : listed ? (
              <p>No design here has a listing that stands so.</p>
            ) : (
              <p>
                The archive is empty. Designs that you archive wait here until you put them back, or delete
                them.
              </p>
            )}
          </div>
        )}
        {close && shown.length > 0 && (
          <p className="mb-2 text-[13px] text-muted" role="status">
            Nothing here has “{sought}”. Close to it:
          </p>
        )}
        {garments && (
          <ul className="flex flex-col gap-2">
            {shown.map((design) => (
              <ShelfRow
                key={design.id}
                design={design}
                specs={specs}
                garments={garments}
                archived={archived}
                states={states.get(design.id) ?? NONE}
                occasion={occasionWords(design.occasion)}
                chosen={chosen.has(design.id)}
                onChoose={(on, through) => chosen.choose(design, on, through)}
                onMove={() => void actions.move([design], !archived).then(chosen.drop)}
              />
            ))}
          </ul>
        )}
        {shown.length < total && (
          // Made anew with each page, so that it is seen again where the page is short.
          <p key={shown.length} ref={more} className="py-4 text-center text-[13px] text-muted">
            {shown.length} of {total.toLocaleString('en-GB')}
            {designs.isFetchingNextPage ? ', reading more…' : ''}
          </p>
        )}
      </div>
      {files && (
        <Suspense fallback={null}>
          <MakeDialog designs={files} onClose={() => setFiles(null)} />
        </Suspense>
      )}
      {deleting && (
        <DeleteDialog
          designs={deleting}
          onDelete={() => actions.deleteForGood(deleting).then(chosen.drop)}
          onClose={() => setDeleting(null)}
        />
      )}
      {making && specs && garments && (
        <Suspense fallback={null}>
          <NewDesign
            beginning={making}
            specs={specs}
            garments={garments}
            onClose={() => setMaking(null)}
            onMade={(id) => void navigate(`/design/${id}`)}
          />
        </Suspense>
      )}
    </main>
  );
}
