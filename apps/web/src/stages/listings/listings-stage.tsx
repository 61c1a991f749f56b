import { Plug, Scale, ShieldAlert } from 'lucide-react';
import { useEffect, useMemo, useState } from 'react';
import { Link } from 'react-router';
import type { Garment } from '@brelm/core/colour';
import type { Design } from '@brelm/core/design';
import { artworkLines, figuresOf } from '@brelm/core/listing';
import { marketOfSpec, type Spec } from '@brelm/core/spec';
import type { Wording } from '@brelm/core/wording';
import { StageBar } from '../../editor/stage-bar';
import { useEdit } from '../../editor/use-edit';
import { MakeDialog } from '../../files';
import { useAppDispatch, useAppSelector } from '../../store';
import { reasonOf, useMockupsQuery, usePressCatalogueQuery, useScenesQuery } from '../../store/api';
import {
  useCancelLineMutation,
  useConnectionsQuery,
  useFigureTopicsQuery,
  useHearMutation,
  useListingsQuery,
  useMarkListingMutation,
  useProtectedWordsQuery,
  useSendMutation,
} from '../../store/listings-api';
import { redone, undone } from '../../store/editor';
import { whenSaved } from '../../store/when-saved';
import { Panes, Button, notify } from '../../ui';
import { HEADINGS, useFindable } from '../../find/found';
import { AlikeNote } from './alike-note';
import { useKeys } from '../../keys';
import { ConnectDialog } from './connect-dialog';
import { ListingDetail } from './listing-detail';
import { ListingTable } from './listing-table';
import { RightsDialog } from './rights-dialog';
import { ProtectedDialog } from './protected-dialog';
import { isOpen, isUp } from './state-words';
import { useRows, type ListingRow } from './use-rows';
import { WordingPanel } from './wording-panel';
import { say } from '../../words/listings';

/** While something is being sent, and while nothing is, ms. */
const [LOOK_MS, HEAR_MS] = [700, 8000];

/** What the button says of those that are ticked. */
function sendLabel(picked: readonly ListingRow[], ready: number): string {
  const open = picked.filter((r) => isOpen(r.listing)).length;
  if (open && open === picked.length) return open === 1 ? say('sendingDots') : say('sending2', { open });
  if (ready < picked.length) return say('sendOf', { ready, picked: picked.length });
  return ready > 1 ? say('send2', { ready }) : say('send');
}

const marketOf = ({ spec }: ListingRow): string => marketOfSpec(spec.id);

/** The listings of a design on all of its products: words, what they lack, prices, and sending them. */
export function ListingsStage({ specs, garments }: { specs: Spec[]; garments: Garment[] }) {
  const design = useAppSelector((s) => s.editor.design);
  const id = useAppSelector((s) => s.editor.id);
  if (!design || !id) return null;
  return <Stage key={id} id={id} design={design} specs={specs} garments={garments} />;
}

function Stage({
  id,
  design,
  specs,
  garments,
}: {
  id: string;
  design: Design;
  specs: Spec[];
  garments: Garment[];
}) {
  const dispatch = useAppDispatch();
  const edit = useEdit();
  const [sending, setSending] = useState(false);
  const listings = useListingsQuery(id, { pollingInterval: sending ? LOOK_MS : 0 });
  const { data: connections = [] } = useConnectionsQuery();
  const { data: scenes = [] } = useScenesQuery();
  const { data: mockups = [] } = useMockupsQuery(id);
  const { data: protectedWords = [] } = useProtectedWordsQuery();
  const { data: catalogue } = usePressCatalogueQuery();
  const lines = useMemo(() => artworkLines(design), [design]);
  const figures = useMemo(() => figuresOf(design).join(','), [design]);
  const { data: heardTopics } = useFigureTopicsQuery(figures, { skip: !figures });
  const [send, sent] = useSendMutation();
  const [mark] = useMarkListingMutation();
  const [cancel] = useCancelLineMutation();
  const [hear] = useHearMutation();
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const [open, setOpen] = useState<string | null>(null);
  const [dialog, setDialog] = useState<'connect' | 'protected' | 'rights' | 'files' | null>(null);
  const rows = useRows({
    design,
    specs,
    garments,
    scenes,
    catalogue,
    mockups,
    protectedWords,
    listings: listings.data ?? [],
  });

  const busy = rows.some((r) => isOpen(r.listing));
  useEffect(() => setSending(busy), [busy]);
  // What marketplaces decide is heard while one looks.
  const anyUp = rows.some((r) => isUp(r.listing));
  useEffect(() => {
    if (!anyUp) return;
    void hear();
    const timer = setInterval(() => void hear(), HEAR_MS);
    return () => clearInterval(timer);
  }, [anyUp, hear]);
  // Once it is sent, what was heard of it is new.
  useEffect(() => {
    if (!busy && anyUp) void hear();
  }, [busy, anyUp, hear]);

  useKeys(
    { undo: () => dispatch(undone()), redo: () => dispatch(redone()) },
    { fixed: { Escape: () => setOpen(null) } },
  );

  useFindable(() =>
    rows.map((r) => ({
      ...{ id: `listing ${r.spec.id}`, group: HEADINGS.listings, title: r.words.title || r.spec.product },
      ...{ more: r.spec.product, run: () => setOpen(r.spec.id) },
    })),
  );

  const change = (label: string, wording: Partial<Wording>, gesture?: string) =>
    edit.make(label, [{ op: 'setWording', change: wording }], gesture ? { gesture } : {});
  const connected = (row: ListingRow) =>
    connections.some((c) => c.market === marketOf(row) && c.shop !== null && !c.fault);
  const begin = async (list: readonly ListingRow[], action: 'publish' | 'down', force = false) => {
    try {
      await whenSaved();
      await send(
        list.map((r) => ({ designId: id, spec: r.spec.id, action, ...(force ? { force } : {}) })),
      ).unwrap();
    } catch (error) {
      notify('fault', reasonOf(error));
    }
  };
  const picked = rows.filter((r) => chosen.has(r.spec.id));
  const ready = picked.filter(
    (r) => connected(r) && !isOpen(r.listing) && !r.findings.some((f) => f.severity === 'stop'),
  );
  const row = rows.find((r) => r.spec.id === open);
  return (
    <div className="flex h-full flex-col">
      <StageBar
        design={design}
        specs={specs}
        colourways={false}
        sides={false}
        onExport={() => setDialog('files')}
      />
      {rows.length === 0 ? (
        <main className="mx-auto mt-20 flex max-w-md flex-col items-start gap-3 p-6">
          <h1 className="text-[20px]">{say('onNoProductYet')}</h1>
          <p className="text-muted">
            {say.rich('aListingIsOneProduct', {
              link: (words) => (
                <Link to="../placement" relative="path" className="text-spruce underline">
                  {words}
                </Link>
              ),
            })}
          </p>
        </main>
      ) : (
        <Panes
          names={
            row ? [say('wording'), say('listings'), row.spec.product] : [say('wording'), say('listings')]
          }
          shown={row ? 2 : 1}
          className="flex"
        >
          <div
            className={`w-[330px] shrink-0 overflow-y-auto border-r border-line bg-card max-[1150px]:w-[280px] ${row ? 'min-[760px]:max-[1150px]:hidden' : ''}`}
          >
            <WordingPanel
              design={design}
              rows={rows}
              topics={heardTopics?.topics ?? []}
              lines={lines}
              onChange={change}
            />
          </div>
          <div className="flex min-w-0 flex-1 flex-col">
            <div className="flex flex-wrap items-center gap-2 border-b border-line px-3 py-2">
              <h1 className="mr-auto text-[16px] font-semibold">{say('listings')}</h1>
              <Button onClick={() => setDialog('rights')}>
                <Scale size={15} aria-hidden />
                {say('rights')}
              </Button>
              <Button onClick={() => setDialog('protected')}>
                <ShieldAlert size={15} aria-hidden />
                {say('protectedWords')}
              </Button>
              <Button onClick={() => setDialog('connect')}>
                <Plug size={15} aria-hidden />
                {say('marketplaces')}
              </Button>
              <Button
                tone="main"
                disabled={ready.length === 0 || sent.isLoading}
                title={picked.length && !ready.length ? say('noneOfThoseThatAre') : undefined}
                onClick={() => void begin(ready, 'publish')}
              >
                {sendLabel(picked, ready.length)}
              </Button>
            </div>
            <AlikeNote id={id} />
            {listings.isError && (
              <div
                role="alert"
                className="flex items-center gap-3 border-b border-rust bg-card px-3 py-2 text-[13px]"
              >
                <span>{say('whatWasSentCouldNot', { reason: reasonOf(listings.error) })}</span>
                <Button onClick={() => void listings.refetch()}>{say('tryAgain')}</Button>
              </div>
            )}
            <div className="min-h-0 flex-1 overflow-auto">
              <ListingTable rows={rows} chosen={chosen} open={open} onChoose={setChosen} onOpen={setOpen} />
            </div>
          </div>
          {row && (
            <aside className="w-[360px] shrink-0 overflow-y-auto border-l border-line bg-card max-[1150px]:w-[310px]">
              <ListingDetail
                key={row.spec.id}
                row={row}
                wording={design.wording}
                connected={connected(row)}
                onClose={() => setOpen(null)}
                actions={{
                  change,
                  send: (force) => void begin([row], 'publish', force),
                  takeDown: () => void begin([row], 'down'),
                  mark: (byHand) => void mark({ designId: id, spec: row.spec.id, byHand }),
                  cancel: (line) => void cancel(line),
                  pack: () => setDialog('files'),
                }}
              />
            </aside>
          )}
        </Panes>
      )}
      {dialog === 'connect' && <ConnectDialog onClose={() => setDialog(null)} />}
      {dialog === 'protected' && <ProtectedDialog onClose={() => setDialog(null)} />}
      {dialog === 'rights' && (
        <RightsDialog
          id={id}
          design={design}
          onEdit={(label, edits) => edit.make(label, edits)}
          onClose={() => setDialog(null)}
        />
      )}
      {dialog === 'files' && <MakeDialog designs={[id]} ready={whenSaved} onClose={() => setDialog(null)} />}
    </div>
  );
}
