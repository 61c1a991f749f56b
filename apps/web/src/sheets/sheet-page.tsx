import type { DesignEntry } from '@brelm/contract';
import { saveFile } from '../platform/save-file';
import { Download } from 'lucide-react';
import { useMemo, useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { slug } from '@brelm/core/export';
import {
  areaOf,
  MOST_PLACED,
  moreThatFit,
  type PackTurns,
  type PlacedSticker,
  type Sheet,
} from '@brelm/core/sheet';
import { askSlowly } from '../platform/asking';
import { useSpecsQuery } from '../store/api';
import {
  Panes,
  Button,
  KEPT_WORDS,
  KeptNotes,
  SeverityMark,
  WorkFaultNote,
  dropNotice,
  NameField,
  UndoRedo,
  notify,
} from '../ui';
import { useKeys } from '../keys';
import { packSheet } from '../workers/pack-client';
import { NotWanted, reasonOf } from '../workers/hand';
import { PickDesign } from '../design/pick-design';
import { ChosenStickers } from './chosen-stickers';
import { SheetBoard } from './sheet-board';
import { SheetSettings } from './sheet-settings';
import { StickerList, type Count } from './sticker-list';
import { useSheet } from './use-sheet';
import { useSheetCheck } from './use-sheet-check';
import { useStickers } from './use-stickers';
import { toldWords } from '../words/told';
import { say } from '../words/sheets';

const FORMATS = [
  ['pdf', 'PDF', say('printAndCutInOne')],
  ['svg', 'SVG', say('printAndCutInOneFile')],
  ['png', 'PNG', say('whatIsPrintedAlone')],
  ['dxf', 'DXF', say('whatIsCutAloneFor')],
  ['zip', say('all'), say('allFourOfThemAs')],
] as const;
type Format = (typeof FORMATS)[number][0];

/** One sheet: what is on it, where it lies, what is wrong with it, its files. */
export function SheetPage() {
  const { id } = useParams();
  return <Opened key={id} id={id!} />;
}

function Opened({ id }: { id: string }) {
  const open = useSheet(id);
  const { sheet, fault } = open;
  const stickers = useStickers(sheet);
  if (fault)
    return (
      <main className="mx-auto mt-20 max-w-md p-6">
        <h1 className="text-[20px]">{say('thisSheetCannotBeShown')}</h1>
        <p className="my-3">{fault}</p>
        <Button onClick={open.again}>{say('tryAgain')}</Button>
      </main>
    );
  if (!sheet) return <p className="p-6 text-muted">{say('opening')}</p>;
  return <Workplace id={id} open={open} sheet={sheet} {...stickers} />;
}

function Workplace({
  id,
  open,
  sheet,
  states,
  shapes,
}: { id: string; open: ReturnType<typeof useSheet>; sheet: Sheet } & ReturnType<typeof useStickers>) {
  const { change, undo, redo, state } = open;
  const navigate = useNavigate();
  const { data: specs = [] } = useSpecsQuery();
  const borderMm = specs.find((s) => s.id === sheet.spec)?.sticker?.borderMm ?? 0;
  const products = useMemo(() => specs.filter((s) => s.kind === 'sticker sheet'), [specs]);
  const [chosen, setChosen] = useState<number[]>([]);
  const [pointed, setPointed] = useState<number[]>([]);
  const [adding, setAdding] = useState(false);
  const [working, setWorking] = useState<string | null>(null);
  const [asked, setAsked] = useState<ReadonlyMap<string, Count>>(new Map());
  const counts = useMemo(
    () =>
      new Map(
        sheet.stickers.map((s): [string, Count] => [
          s.id,
          asked.get(s.id) ?? (sheet.placed.filter((p) => p.sticker === s.id).length || 1),
        ]),
      ),
    [asked, sheet.stickers, sheet.placed],
  );
  const ready = sheet.stickers.every((s) => states.get(s.id) !== 'working');
  const checked = useSheetCheck(sheet, shapes, borderMm, ready);
  const findings = checked.findings ?? [];
  const room = useMemo(
    () => new Map([...shapes].map(([sticker, shape]) => [sticker, moreThatFit(sheet, shape)])),
    [shapes, sheet],
  );
  const filled =
    sheet.placed.reduce((sum, p) => {
      const shape = shapes.get(p.sticker);
      return sum + (shape ? areaOf(shape) : 0);
    }, 0) /
    ((sheet.width - 2 * sheet.margin) * (sheet.height - 2 * sheet.margin));
  const selection = chosen.filter((i) => i < sheet.placed.length);

  const place = (to: (p: PlacedSticker) => PlacedSticker, gesture: string | null = null) =>
    change(
      (s) => ({ ...s, placed: s.placed.map((p, i) => (selection.includes(i) ? to(p) : p)) }),
      gesture && `${gesture} ${selection.join()}`,
    );
  const clear = () => {
    if (selection.length === 0) return;
    change((s) => ({ ...s, placed: s.placed.filter((_, i) => !selection.includes(i)) }));
    setChosen([]);
  };
  const double = () => {
    const copies = selection.map((i) => ({ ...sheet.placed[i] }));
    if (copies.length === 0 || sheet.placed.length + copies.length > MOST_PLACED) return;
    change((s) => ({
      ...s,
      placed: [...s.placed, ...copies.map((p) => ({ ...p, x: p.x + 5, y: p.y + 5 }))],
    }));
    setChosen(copies.map((_, k) => sheet.placed.length + k));
  };
  useKeys(
    {
      undo,
      redo,
      'choose-all': [() => setChosen(sheet.placed.map((_, i) => i)), say('chooseAllStickers')],
      duplicate: double,
      remove: clear,
    },
    { fixed: { Escape: () => setChosen([]) } },
  );

  const lay = async (way: 'grid' | PackTurns) => {
    setWorking(say('layingOut'));
    const list = sheet.stickers.flatMap((s) => {
      const shape = shapes.get(s.id);
      const count = counts.get(s.id)!;
      return shape ? [{ sticker: s.id, shape, count: count === 'fill' ? null : count }] : [];
    });
    const { width, height, margin, gap } = sheet;
    try {
      const { placed, left } = await packSheet({ board: { width, height, margin, gap }, asked: list, way });
      change((s) => ({ ...s, placed }));
      setChosen([]);
      if (left > 0) notify('done', say('ofWhatWasAskedFor', { left }));
    } catch (error) {
      if (!(error instanceof NotWanted))
        notify('fault', say('itCouldNotBeLaid', { reason: reasonOf(error) }));
    } finally {
      setWorking(null);
    }
  };
  const take = (design: DesignEntry) => {
    const sticker = `s${Date.now().toString(36)}${sheet.stickers.length}`;
    change((s) => ({
      ...s,
      stickers: [
        ...s.stickers,
        { id: sticker, design: design.id, name: design.name, side: null, colourway: null, size: 1 },
      ],
      // It lies in the middle until it is laid out.
      placed: [...s.placed, { sticker, x: s.width / 2, y: s.height / 2, turn: 0 }],
    }));
  };
  const save = (format: Format) => {
    const tell = notify('working', say('making', { format: format.toUpperCase() }));
    askSlowly(`sheets/${id}/file?format=${format}`, {
      signal: new AbortController().signal,
      read: (response) => response.blob(),
    }).then(
      (blob) => {
        saveFile(blob, `${slug(sheet.name) || 'sheet'}.${format}`);
        dropNotice(tell);
      },
      (error: unknown) => {
        dropNotice(tell);
        notify('fault', error instanceof Error ? error.message : String(error));
      },
    );
  };
  const stops = findings.filter((f) => f.severity === 'stop');
  const whyNot = !checked.findings
    ? say('itsStickersAreBeingWorked')
    : state !== 'saved'
      ? say('itIsNotSavedYet')
      : stops.length
        ? say('mendWhatIsWrongFirst')
        : null;
  return (
    <div className="flex h-full flex-col">
      <header className="flex h-12 shrink-0 items-center gap-3 border-b border-line bg-card px-4">
        <h1 className="sr-only">{sheet.name}</h1>
        <NameField
          label={say('nameOfTheSheet')}
          name={sheet.name}
          className="!w-64 font-display !text-[16px] font-semibold"
          onName={(name) => change((s) => ({ ...s, name }))}
        />
        <span role="status" className="mr-auto text-[13px] text-muted">
          {working ?? KEPT_WORDS[state]}
        </span>
        <UndoRedo open={open} />
        {FORMATS.map(([format, label, says], i) => (
          <Button
            key={format}
            tone={i === 0 ? 'main' : 'plain'}
            disabled={whyNot !== null}
            title={whyNot ?? says}
            onClick={() => save(format)}
          >
            <Download size={14} aria-hidden />
            {label}
          </Button>
        ))}
      </header>
      <KeptNotes
        noun="sheet"
        refused={open.refused}
        conflict={state === 'conflict' && open.theirs !== null}
        onKeepMine={() =>
          void open.keepMine().then(
            (copy) => navigate(`/sheets/${copy}`),
            (error: unknown) => notify('fault', reasonOf(error)),
          )
        }
        onTakeOther={open.takeTheirs}
      />
      <Panes
        names={[say('whatIsOnIt'), say('sheet'), say('layout')]}
        className="grid grid-cols-[272px_minmax(0,1fr)_252px]"
      >
        <aside
          aria-label={say('whatIsOnIt')}
          className="flex min-h-0 flex-col gap-4 overflow-y-auto border-r border-line p-3"
        >
          <SheetSettings
            sheet={sheet}
            products={products}
            onChange={(over) => change((s) => ({ ...s, ...over }))}
          />
          <StickerList
            {...{ sheet, states, shapes, counts, room }}
            onCount={(sticker, count) => setAsked((all) => new Map(all).set(sticker, count))}
            onChange={(sticker, over) =>
              change((s) => ({
                ...s,
                stickers: s.stickers.map((k) => (k.id === sticker ? { ...k, ...over } : k)),
              }))
            }
            onRemove={(sticker) => {
              change((s) => ({
                ...s,
                stickers: s.stickers.filter((k) => k.id !== sticker),
                placed: s.placed.filter((p) => p.sticker !== sticker),
              }));
              setChosen([]);
            }}
            onAdd={() => setAdding(true)}
          />
        </aside>
        <section aria-label={say('board')} className="flex min-h-0 min-w-0 flex-col bg-surround p-3">
          <SheetBoard
            {...{ sheet, states, shapes, findings, pointed }}
            chosen={selection}
            onChosen={setChosen}
            onMove={(dx, dy, gesture) => place((p) => ({ ...p, x: p.x + dx, y: p.y + dy }), gesture)}
            onTurn={(by) => place((p) => ({ ...p, turn: (p.turn + by + 360) % 360 }))}
          />
        </section>
        <aside
          aria-label={say('layout')}
          className="flex min-h-0 flex-col gap-4 overflow-y-auto border-l border-line p-3"
        >
          <section aria-label={say('layOut')} className="flex flex-col gap-2">
            <h2 className="heading">{say('layOut')}</h2>
            <Button
              disabled={working !== null || shapes.size === 0}
              title={say('byTheirOutlinesTurnedBy')}
              onClick={() => void lay('packed')}
            >
              {say('packByOutline')}
            </Button>
            <Button
              disabled={working !== null || shapes.size === 0}
              title={say('byTheirOutlinesTurnedIn')}
              onClick={() => void lay('turned')}
            >
              {say('packAtAnyAngle')}
            </Button>
            <Button
              disabled={working !== null || shapes.size === 0}
              title={say('byTheirOutlinesAllUpright')}
              onClick={() => void lay('upright')}
            >
              {say('packUpright')}
            </Button>
            <Button
              disabled={working !== null || shapes.size === 0}
              title={say('inRowsOneDesignBelow')}
              onClick={() => void lay('grid')}
            >
              {say('inAGrid')}
            </Button>
            <p className="text-[12px] text-muted">{say('orDragThemEdgesSnap')}</p>
          </section>
          {selection.length > 0 && (
            <ChosenStickers
              placed={selection.map((i) => sheet.placed[i])}
              onChange={(over) => place((p) => ({ ...p, ...over }))}
            />
          )}
          <section aria-label={say('figures')}>
            <h2 className="heading mb-1">{say('figures')}</h2>
            <dl className="text-[13px]">
              {[
                [say('stickers'), String(sheet.placed.length)],
                [say('filled'), ready ? `${Math.round(filled * 100)} %` : '…'],
                [say('size'), say('mm2', { width: sheet.width, height: sheet.height })],
              ].map(([name, value]) => (
                <div key={name} className="flex justify-between border-b border-line py-1">
                  <dt className="text-muted">{name}</dt>
                  <dd className="tabular-nums">{value}</dd>
                </div>
              ))}
            </dl>
          </section>
          <section aria-label={say('sheetCheck')}>
            <h2 className="heading mb-1">{say('sheetCheck')}</h2>
            {checked.fault ? (
              <WorkFaultNote
                what={say('theSheetCouldNotBe')}
                reason={checked.fault}
                onAgain={checked.again}
              />
            ) : !checked.findings ? (
              <p className="text-[13px] text-muted">{say('workingOut')}</p>
            ) : findings.length === 0 ? (
              <p className="text-[13px]">{say('everythingLiesApartAndWithin')}</p>
            ) : (
              <ul className="flex flex-col gap-1.5">
                {findings.slice(0, 40).map((f, i) => (
                  <li key={i}>
                    <button
                      type="button"
                      className="flex w-full gap-2 rounded-md border border-line bg-card p-2 text-left text-[13px] hover:border-ink"
                      onMouseEnter={() => setPointed(f.placed)}
                      onMouseLeave={() => setPointed([])}
                      onFocus={() => setPointed(f.placed)}
                      onBlur={() => setPointed([])}
                      onClick={() => setChosen(f.placed)}
                    >
                      <SeverityMark severity={f.severity} />
                      <span>{toldWords(f)}</span>
                    </button>
                  </li>
                ))}
                {findings.length > 40 && (
                  <li className="text-[13px] text-muted">
                    {say('andMore', { findings: findings.length - 40 })}
                  </li>
                )}
              </ul>
            )}
          </section>
        </aside>
      </Panes>
      {adding && (
        <PickDesign
          title={say('putDesignsOnTheSheet')}
          words={[say('onTheSheet'), say('putOn')]}
          taken={new Set(sheet.stickers.map((s) => s.design))}
          onTake={take}
          onClose={() => setAdding(false)}
        />
      )}
    </div>
  );
}
