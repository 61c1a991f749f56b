import { Download, Scissors, Spline, Trash2 } from 'lucide-react';
import { useMemo, useState, type ReactNode } from 'react';
import { Link } from 'react-router';
import {
  CUT_NAMES,
  judgeCut,
  newCutLine,
  printedBorders,
  withCut,
  writeDxf,
  type CutFinding,
  type CutHole,
  type CutLine,
  type CutRules,
  type Spot,
} from '@brelm/core/cutline';
import { inkValues, lightestInk, type Design } from '@brelm/core/design';
import { cutPathsOf, writeSvg } from '@brelm/core/drawing';
import { placedDrawing, placeForMe, placementOn, positionFor, rimOf } from '@brelm/core/placement';
import { cutRules, type Spec } from '@brelm/core/spec';
import { GarmentCanvas, useDrawing, useThumbnail, type Resolved } from '../../design';
import { StageBar } from '../../editor/stage-bar';
import { useEdit } from '../../editor/use-edit';
import { MakeDialog } from '../../files';
import { useAppDispatch, useAppSelector } from '../../store';
import { useGarmentsQuery } from '../../store/api';
import { colourwayChosen, redone, undone } from '../../store/editor';
import { whenSaved } from '../../store/when-saved';
import { Panes, Button, SelectField, WorkFaultNote } from '../../ui';
import { useKeys } from '../../keys';
import { CutSettings } from './cut-settings';
import { saveFile } from '../../platform/save-file';
import { PeelList } from './peel-list';
import { StickerBoard } from './sticker-board';
import { stickersOf, type StickerProduct } from './sticker-products';
import { useCut } from './use-cut';
import { decimal } from '../../words/decimal';
import { say } from '../../words/cut';

/** How the open side of a design is cut out as a sticker, and what that is like to peel. */
export function CutStage({ specs }: { specs: Spec[] }) {
  const design = useAppSelector((s) => s.editor.design);
  return design && <Stage design={design} specs={specs} />;
}

const saveText = (text: string, name: string, type: string): void =>
  saveFile(new Blob([text], { type }), name);

function Stage({ design, specs }: { design: Design; specs: Spec[] }) {
  const dispatch = useAppDispatch();
  const edit = useEdit();
  const id = useAppSelector((s) => s.editor.id);
  const colourway = useAppSelector((s) => s.editor.colourway);
  const { board, parts, bundles, wear, inks, colourways, materials } = design;
  // What is drawn does not hang on how it is cut: it is not drawn anew for each setting.
  const drawn = useMemo(
    () => ({ ...design, cutLine: null }),
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [board, parts, bundles, wear, inks, colourways, materials],
  );
  const resolved = useDrawing(drawn, colourway)!;
  const [chosen, setChosen] = useState<string | null>(null);
  const [making, setMaking] = useState(false);
  const products = useMemo(() => stickersOf(design, specs), [design, specs]);
  const product = products.find(({ spec, side }) => `${spec.id} ${side.id}` === chosen) ?? products[0];
  const set = (cutLine: CutLine | null, label: string) => edit.make(label, [{ op: 'setCutLine', cutLine }]);
  const begin = () =>
    set(newCutLine(lightestInk(design, colourway), product?.spec.sticker), say('cutItOutAsA'));
  const { cutLine } = design;
  const fill = ({ spec, side }: StickerProduct) => {
    const placement = placementOn(design, spec, side);
    const made = placeForMe(resolved.drawing, design.board, spec, side, null, rimOf(design, spec));
    if (placement && made)
      edit.make(say('fillThePrintArea'), [{ op: 'setPlacement', placement: { ...placement, ...made.at } }]);
  };

  useKeys({
    undo: () => dispatch(undone()),
    redo: () => dispatch(redone()),
    'next-colourway': () => {
      const at = design.colourways.findIndex((w) => w.id === colourway);
      dispatch(colourwayChosen(design.colourways[(at + 1) % design.colourways.length].id));
    },
  });
  return (
    <div className="flex h-full flex-col">
      <StageBar design={design} specs={specs} onExport={() => setMaking(true)} />
      {cutLine ? (
        <Sticker
          design={design}
          cutLine={cutLine}
          colourway={colourway}
          resolved={resolved}
          product={product}
          onSet={set}
          onFill={fill}
          onUnprinted={(part, unprinted) =>
            edit.make(say('printItOrNot'), [{ op: 'updatePart', part, change: { unprinted } }])
          }
          choice={
            products.length > 1 && (
              <SelectField
                label={say('cutFor')}
                value={product && `${product.spec.id} ${product.side.id}`}
                onChange={(e) => setChosen(e.target.value)}
              >
                {products.map(({ spec, side }) => (
                  <option key={`${spec.id} ${side.id}`} value={`${spec.id} ${side.id}`}>
                    {spec.product}
                    {spec.sides.length > 1 && `, ${side.name.toLowerCase()}`}
                  </option>
                ))}
              </SelectField>
            )
          }
        />
      ) : (
        <main className="mx-auto flex min-h-0 w-full max-w-4xl flex-1 flex-wrap items-center justify-center gap-x-10 gap-y-4 overflow-y-auto p-6">
          <AsItIs design={design} resolved={resolved} />
          <div className="flex max-w-sm flex-col items-start gap-3">
            <h1 className="text-[20px]">{say('notCutOutYet')}</h1>
            <p className="text-muted">{say('asAStickerTheArtwork')}</p>
            <Button tone="main" onClick={begin}>
              <Scissors size={16} aria-hidden />
              {say('cutItOut')}
            </Button>
          </div>
        </main>
      )}
      {making && id && <MakeDialog designs={[id]} ready={whenSaved} onClose={() => setMaking(false)} />}
    </div>
  );
}

/** What would be cut out. */
function AsItIs({ design, resolved }: { design: Design; resolved: Resolved }) {
  const { data: garments } = useGarmentsQuery();
  const artwork = useThumbnail(resolved, 640);
  const garment = garments?.find((g) => g.id === design.backdrop) ?? garments?.[0];
  return (
    garment && (
      <div className="overflow-hidden rounded-md border border-line">
        <GarmentCanvas garment={garment} artwork={artwork} width={300} height={360} label={design.name} />
      </div>
    )
  );
}

/** A name as a part of a file's name. */
const slug = (name: string): string =>
  name
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, '-')
    .replace(/^-|-$/g, '') || 'sticker';

function Sticker({
  design,
  cutLine,
  colourway,
  resolved,
  product,
  choice,
  onSet,
  onFill,
  onUnprinted,
}: {
  design: Design;
  cutLine: CutLine;
  colourway: string | undefined;
  resolved: Resolved;
  product: StickerProduct | undefined;
  choice: ReactNode;
  onSet: (cutLine: CutLine | null, label: string) => void;
  /** Makes the artwork as large as there is room for it with its border. */
  onFill: (product: StickerProduct) => void;
  /** Prints a part, or has it there for its outline alone. */
  onUnprinted: (part: string, unprinted: boolean) => void;
}) {
  const [lifted, setLifted] = useState(0);
  const [ring, setRing] = useState<Spot | null>(null);
  const [byHand, setByHand] = useState(false);
  const { board, placements } = design;
  const drawing = useMemo(() => {
    const placement = product && placementOn(design, product.spec, product.side);
    return product && placement
      ? placedDrawing(resolved.drawing, board, product.side, positionFor(placement, null), placement)
      : resolved.drawing;
    // The rest of the design is in the drawing.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [board, placements, product?.spec, product?.side, resolved.drawing]);
  // How it is cut changes nothing of what is printed.
  const request = useMemo(
    () => ({ design: { ...design, cutLine: null }, colourway, product: product ?? null }),
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [resolved.drawing, resolved.version, placements, product?.spec, product?.side],
  );
  const { print, state } = useCut(request, cutLine);
  const { cut, of } = state;
  // Points that are moved by hand are those of the cut itself.
  const shown = byHand ? cut : state.shown;
  const late = of !== cutLine;
  const rules = useMemo((): CutRules => {
    const { width, height, dpi } = drawing;
    const mm = (px: number) => (px / dpi) * 25.4;
    return product
      ? cutRules(product.spec, product.side)
      : { borderMm: 0, radiusMm: 0, widthMm: mm(width), heightMm: mm(height) };
  }, [product, drawing]);
  const findings = useMemo(
    () => (of && print && !state.fault ? judgeCut(cut, of, rules, print.pxPerMm) : []),
    [cut, of, state.fault, rules, print],
  );
  const change = (over: Partial<CutLine>, label: string) => {
    // What is chosen on the sticker is chosen where it lies.
    if (over.holes === 'chosen') setLifted(0);
    onSet({ ...cutLine, ...over }, label);
  };
  const values = useMemo(() => inkValues(design, colourway), [design, colourway]);
  const borders = useMemo(
    () => (shown ? printedBorders(shown, cutLine, (ink) => values.get(ink)) : []),
    [shown, cutLine, values],
  );
  const kind = product?.spec.sticker?.cut ?? 'kiss';
  const name = CUT_NAMES[kind];
  const file = (ending: string) => `${slug(design.name)}-${slug(name)}.${ending}`;
  const saveAs = (ending: 'dxf' | 'svg') => {
    if (!cut || !print) return;
    const cutDrawing = withCut(drawing, cut, print.scale, cutLine, kind);
    if (ending === 'dxf')
      saveText(
        writeDxf(cutPathsOf(cutDrawing), drawing.height, drawing.dpi / 25.4),
        file('dxf'),
        'image/vnd.dxf',
      );
    else {
      const groups = cutDrawing.groups.filter((g) => g.layer === 'cut');
      saveText(
        writeSvg({ ...cutDrawing, groups }, { title: design.name, picture: () => null }),
        file('svg'),
        'image/svg+xml',
      );
    }
  };
  /** A place on the print as the settings name it. */
  const shareOf = ([x, y]: readonly [number, number]): [number, number] => {
    const { left, top, right, bottom } = cut!.box;
    const share = (v: number) => Math.max(-2, Math.min(3, v));
    return [share((x - left) / (right - left)), share((y - top) / (bottom - top))];
  };
  const onHole = (hole: CutHole) =>
    change(
      {
        openHoles: cut!.holes.filter((h) => (h === hole ? !h.open : h.open)).map((h) => h.at),
      },
      hole.open ? say('holeFilled') : say('holeCutOut2'),
    );
  const onBridge = (index: number, end: 'from' | 'to', at: [number, number]) =>
    change(
      {
        // The others stay where they are seen.
        joints: cut!.bridges.map((bridge, i) => {
          const moved: typeof bridge = i === index ? { ...bridge, [end]: at } : bridge;
          return [...shareOf(moved.from), ...shareOf(moved.to)];
        }),
      },
      say('bridgeMoved'),
    );
  const mend = ({ mend: offered, code, fill }: CutFinding) => {
    if (offered) change(offered.change, say('mendTheCut', { code }));
    else if (fill && product) onFill(product);
  };
  const inMm = (px: number) => decimal((px / drawing.dpi) * 25.4, 1);
  const size = say('mm3', { inMm: inMm(drawing.width), inMm2: inMm(drawing.height) });
  return (
    <Panes
      names={[say('cut'), say('sticker'), say('peelCheck')]}
      className="grid grid-cols-[252px_minmax(0,1fr)_276px]"
    >
      <aside
        aria-label={say('cut')}
        className="flex min-h-0 flex-col gap-4 overflow-y-auto border-r border-line p-3"
      >
        {choice}
        <CutSettings value={cutLine} design={design} onSet={change} onUnprinted={onUnprinted} />
        <Button className="mt-auto self-start" onClick={() => onSet(null, say('takeTheCutLineAway'))}>
          <Trash2 size={14} aria-hidden />
          {say('takeTheCutLineAway')}
        </Button>
      </aside>
      <section aria-label={say('sticker')} className="flex min-h-0 min-w-0 flex-col">
        <div className="flex items-center gap-3 border-b border-line px-4 py-2">
          <h1 className="mr-auto truncate text-[16px]">
            {product ? product.spec.product : say('theBoardItself')}
            <span className="ml-2 text-[13px] text-muted">
              {product && `${name.toLowerCase()}, `}
              {size}
            </span>
          </h1>
          <span role="status" className="text-[13px] text-muted">
            {late ? say('workingOut') : ''}
          </span>
        </div>
        {!product && (
          <p className="border-b border-line bg-card px-4 py-1.5 text-[13px]">
            {say.rich('itIsPlacedOnNo', {
              link: (words) => (
                <Link to="../placement" relative="path" className="text-spruce underline">
                  {words}
                </Link>
              ),
            })}
          </p>
        )}
        {state.fault && (
          <div className="p-3">
            <WorkFaultNote what={say('theCutCouldNotBe')} reason={state.fault} onAgain={state.again} />
          </div>
        )}
        <div className="min-h-0 flex-1 p-4">
          {print ? (
            <StickerBoard
              print={print}
              cut={shown}
              borders={borders}
              bare={cutLine.ink === null && !shown?.spread.length}
              lifted={lifted}
              ring={ring}
              choosing={cutLine.holes === 'chosen' && !late}
              onHole={onHole}
              onBridge={onBridge}
              hand={
                byHand
                  ? {
                      patches: cutLine.patches,
                      share: shareOf,
                      onPatches: (patches, label) => change({ patches }, label),
                    }
                  : null
              }
              label={say('asAStickerMm', {
                name: design.name,
                isCut: Boolean(cut),
                width: cut?.peel.width.toFixed(0),
                height: cut?.peel.height.toFixed(0),
              })}
            />
          ) : (
            !state.fault && <p className="text-[13px] text-muted">{say('paintingTheArtwork')}</p>
          )}
        </div>
        {byHand && (
          <p className="border-t border-line bg-card px-4 py-1.5 text-[12.5px] text-muted">
            {say('dragAPointOrMove')}
            {cutLine.patches.length > 0 && (
              <Button
                className="ml-3 !h-6 !px-2"
                onClick={() => change({ patches: [] }, say('cutAsItWasWorked'))}
              >
                {say('asItWasWorkedOut')}
              </Button>
            )}
          </p>
        )}
        <div className="flex items-center gap-3 border-t border-line px-4 py-2">
          <Button
            aria-pressed={byHand}
            className={byHand ? '!bg-line' : ''}
            onClick={() => {
              setLifted(0);
              setByHand(!byHand);
            }}
          >
            <Spline size={14} aria-hidden />
            {say('editByHand')}
          </Button>
          <label className="flex min-w-0 flex-1 items-center gap-3 text-[13px]">
            {say('liftItOff')}
            <input
              type="range"
              min={0}
              max={100}
              value={Math.round(lifted * 100)}
              onChange={(e) => setLifted(Number(e.target.value) / 100)}
              className="min-w-0 flex-1 accent-spruce"
            />
          </label>
          <Button
            disabled={!cut || late}
            onClick={() => saveAs('dxf')}
            title={say('theBladesPathForPlotters')}
          >
            <Download size={14} aria-hidden />
            DXF
          </Button>
          <Button disabled={!cut || late} onClick={() => saveAs('svg')} title={say('theBladesPathAsCurves')}>
            <Download size={14} aria-hidden />
            SVG
          </Button>
        </div>
      </section>
      <aside aria-label={say('peelCheck')} className="min-h-0 overflow-y-auto border-l border-line p-3">
        {cut || findings.length ? (
          <PeelList
            cut={cut}
            findings={findings}
            onPoint={setRing}
            canFill={product !== undefined}
            onMend={mend}
          />
        ) : (
          <p className="text-[13px] text-muted">{state.fault ? '' : say('workingOutDots')}</p>
        )}
      </aside>
    </Panes>
  );
}
