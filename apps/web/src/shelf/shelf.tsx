import { lazy, Suspense, useEffect, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { Download, FileUp, Plus } from 'lucide-react';
import type { ShelfAsked } from '@brelm/contract';
import { Button, FileButton, notify, PLACE_WIDTH } from '../ui';
import { reasonOf, useGarmentsQuery, useSpecsQuery } from '../store/api';
import { useHearMutation } from '../store/listings-api';
import { useLazyShelfDesignsQuery } from '../store/shelf-api';
import { isLooking } from '../platform/standing';
import { useKeys } from '../keys';
import { Above } from './above';
import type { Beginning } from './new-design';
import { ShelfList } from './shelf-list';
import { ShelfRow } from './shelf-row';
import { ALL, useAsked } from './use-asked';
import { useChosen } from './use-chosen';
import { useSettled } from '../ui/use-settled';
import { useShelf } from './use-shelf';
import { giveOut, useShelfActions, type Chosen } from './use-shelf-actions';
import { say } from '../words/shelf';

// Not needed for the shelf's first sight, but soon after.
const newDesign = () => import('./new-design');
const NewDesign = lazy(() => newDesign().then((m) => ({ default: m.NewDesign })));
const ChosenBar = lazy(() => import('./chosen-bar').then((m) => ({ default: m.ChosenBar })));
const DeleteDialog = lazy(() => import('./delete-dialog').then((m) => ({ default: m.DeleteDialog })));
const Narrowing = lazy(() => import('./narrowing'));
const MakeDialog = lazy(() => import('../files').then((m) => ({ default: m.MakeDialog })));
const SendDialog = lazy(() => import('./send-dialog'));

/** Designs that are planned, sent or given out together. */
const MOST_AT_ONCE = 200;

/** When marketplaces were last asked how listings stand: coming back to the shelf asks no sooner again, ms. */
let heardAt = 0;
const HEAR_AGAIN = 60_000;

const nothingAsked = ({ search, group, waits, markets }: ShelfAsked): boolean =>
  !search && !group && waits.length === 0 && markets.length === 0;

/** The seller's designs: each on its garments, how far its products have come, and what they wait for. */
export function Shelf() {
  const [asked, ask] = useAsked();
  const { archived } = asked;
  /** What a new design is begun from; null while none is. */
  const [making, setMaking] = useState<Beginning | null>(null);
  /** Ids of the designs whose files are planned. */
  const [files, setFiles] = useState<string[] | null>(null);
  /** Ids of the designs whose listings are sent. */
  const [sending, setSending] = useState<string[] | null>(null);
  const [deleting, setDeleting] = useState<Chosen[] | null>(null);
  const actions = useShelfActions();
  const [words, setWords] = useState(asked.search);
  const search = useRef<HTMLInputElement>(null);
  const navigate = useNavigate();
  const sought = useSettled(words.trim());
  useEffect(() => {
    if (sought !== asked.search) ask({ search: sought });
    // What stands in the field is asked; what is asked otherwise is put there by whoever asks it.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [sought]);
  const shown = useShelf(asked);
  const { first, at } = shown;
  const { data: specs } = useSpecsQuery();
  const { data: garments } = useGarmentsQuery();
  const [findAll] = useLazyShelfDesignsQuery();
  const [hear] = useHearMutation();
  useKeys({
    search: [() => search.current?.focus(), say('searchTheShelf')],
    'new-design': () => setMaking({}),
  });
  const askFor = (wanted: ShelfAsked) => {
    setWords(wanted.search);
    ask(wanted);
  };

  const close = first?.close ?? false;
  const total = first?.total ?? 0;
  /** Nothing was looked for and nothing is there. */
  const bare = !shown.waiting && total === 0 && nothingAsked(asked) && !archived;
  useEffect(() => {
    // Not every browser says when it has nothing to do.
    const soon = setTimeout(() => void newDesign(), 500);
    return () => clearTimeout(soon);
  }, []);
  // What marketplaces decided is heard when one comes to look.
  const anySent = first?.designs.some((d) => d.standing.some((p) => p.waits === 'answer')) ?? false;
  useEffect(() => {
    if (!anySent || isLooking() || performance.now() - heardAt < HEAR_AGAIN) return;
    heardAt = performance.now();
    void hear();
  }, [anySent, hear]);

  const allOf = async (): Promise<Chosen[]> => {
    try {
      return await findAll(asked).unwrap();
    } catch (error) {
      notify('fault', reasonOf(error));
      return [];
    }
  };
  const chosen = useChosen(allOf, total, at);
  const grouped = asked.order === 'day' && !asked.group && !close;

  return (
    <main
      className={`${PLACE_WIDTH} flex h-full flex-col`}
      onDragOver={(e) => e.dataTransfer.types.includes('Files') && e.preventDefault()}
      onDrop={(e) => {
        e.preventDefault();
        void actions.bringIn([...e.dataTransfer.files]);
      }}
    >
      <div className="mb-3 flex flex-wrap items-center gap-3">
        <h1 className="mr-auto text-[26px] leading-none">{archived ? say('archive2') : say('shelf')}</h1>
        <input
          ref={search}
          type="search"
          aria-label={say('searchTheShelf')}
          placeholder={say('search')}
          className="field !h-8 !w-56 px-2"
          value={words}
          onChange={(e) => setWords(e.target.value)}
          onKeyDown={(e) => e.key === 'Escape' && (setWords(''), e.currentTarget.blur())}
        />
        {!archived && total > 0 && chosen.list.length === 0 && (
          <Button
            onClick={() =>
              void allOf().then((all) => {
                if (all.length) setFiles(all.slice(0, MOST_AT_ONCE).map((d) => d.id));
              })
            }
            title={
              total > MOST_AT_ONCE
                ? say('filesOfTheFirstDesigns', { mostAtOnce: MOST_AT_ONCE })
                : say('filesOfAllDesignsThat')
            }
          >
            <Download size={15} aria-hidden /> {say('makeFiles')}
          </Button>
        )}
        <FileButton
          multiple
          accept=".json,.zip,application/json,application/zip"
          testId="design-files"
          onFiles={(list) => void actions.bringIn(list)}
        >
          <FileUp size={15} aria-hidden /> {say('bringIn')}
        </FileButton>
        <Button
          onClick={() => {
            askFor({ ...ALL, archived: !archived });
            chosen.clear();
          }}
        >
          {archived ? say('backToTheShelf') : say('showTheArchive')}
        </Button>
        <Button tone="main" onClick={() => setMaking({})}>
          <Plus size={16} aria-hidden /> {say('newDesign')}
        </Button>
      </div>
      {!bare && (
        <Suspense fallback={<div className="mb-2 h-7" />}>
          <Narrowing
            asked={asked}
            first={first}
            specs={specs ?? []}
            chosen={chosen}
            onAsk={ask}
            onView={askFor}
          />
        </Suspense>
      )}
      {chosen.list.length > 0 && (
        <Suspense fallback={null}>
          <ChosenBar
            count={chosen.list.length}
            hidden={chosen.hidden}
            most={MOST_AT_ONCE}
            archived={archived}
            onMake={() => setFiles(chosen.list.slice(0, MOST_AT_ONCE).map((d) => d.id))}
            onSend={() => setSending(chosen.list.slice(0, MOST_AT_ONCE).map((d) => d.id))}
            onGiveOut={() => void giveOut(chosen.list.slice(0, MOST_AT_ONCE))}
            onMove={() => void actions.move(chosen.list, !archived).then(chosen.drop)}
            onDelete={() => setDeleting(chosen.list)}
            onClear={chosen.clear}
          />
        </Suspense>
      )}
      <ShelfList
        shown={shown}
        grouped={grouped}
        before={
          <Above
            {...{ asked, words, sought, close, bare, total }}
            waiting={shown.waiting && first === null}
            error={shown.error}
            onRetry={shown.tryAgain}
            onAll={() => askFor({ ...ALL, archived })}
            onBegin={setMaking}
          />
        }
      >
        {(design) =>
          garments && (
            <ShelfRow
              design={design}
              specs={specs}
              garments={garments}
              archived={archived}
              chosen={chosen.has(design.id)}
              onChoose={(on, through) => void chosen.choose(design, on, through)}
              onMove={() => void actions.move([design], !archived).then(chosen.drop)}
            />
          )
        }
      </ShelfList>
      {files && (
        <Suspense fallback={null}>
          <MakeDialog designs={files} onClose={() => setFiles(null)} />
        </Suspense>
      )}
      {sending && (
        <Suspense fallback={null}>
          <SendDialog designs={sending} onClose={() => setSending(null)} />
        </Suspense>
      )}
      {deleting && (
        <Suspense fallback={null}>
          <DeleteDialog
            designs={deleting}
            onDelete={() => actions.deleteForGood(deleting).then(chosen.drop)}
            onClose={() => setDeleting(null)}
          />
        </Suspense>
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
