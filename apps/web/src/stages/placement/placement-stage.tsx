import { inkBox } from '@brelm/core/drawing';
import { weightOf } from '@brelm/core/resolve';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import { Copy, Plus, Trash2, Wand } from 'lucide-react';
import type { Garment } from '@brelm/core/colour';
import type { Design, Edit, PlacedAt, Placement } from '@brelm/core/design';
import {
  artworkOn,
  blankOf,
  homeAt,
  placedBox,
  placeForMe,
  rimOf,
  placementOf,
  placementOn,
  positionFor,
  proposedPlacement,
  colourwayOn,
} from '@brelm/core/placement';
import { isWorn, productWords, sideOf, type Spec, type SpecSide } from '@brelm/core/spec';
import { sideNames } from '../../editor/side-names';
import { StageBar } from '../../editor/stage-bar';
import { newGesture, useEdit } from '../../editor/use-edit';
import { resolveDesign, useDrawing } from '../../design';
import { MakeDialog } from '../../files';
import { makeSurface } from '../../platform/surfaces';
import { useAppDispatch, useAppSelector } from '../../store';
import { colourwayChosen, redone, sideOpened, undone } from '../../store/editor';
import { whenSaved } from '../../store/when-saved';
import { Panes, Button, IconButton, SeverityMark, VerdictMark } from '../../ui';
import { HEADINGS, useFindable } from '../../find/found';
import { useKeys, useTip } from '../../keys';
import { AddProducts } from './add-products';
import { CopyDialog } from './copy-dialog';
import { CurvedView } from './curved-view';
import { PlacementBoard } from './placement-board';
import { coloursOf, notesOf, PlacementFields } from './placement-fields';
import { useProductFindings } from './use-product-findings';
import { say } from '../../words/placement';

/** Where the artwork sits on each product, and what of it is made. */
export function PlacementStage({ specs, garments }: { specs: Spec[]; garments: Garment[] }) {
  const design = useAppSelector((s) => s.editor.design);
  return design && <Stage design={design} specs={specs} garments={garments} />;
}

/** The artwork that the seller chose for a side of a product, which a new position leaves as it is. */
const namedArtwork = (design: Design, spec: Spec, side: SpecSide): Pick<Placement, 'artwork'> => {
  const artwork = placementOf(design, spec.id, side.id)?.artwork;
  return artwork === undefined ? {} : { artwork };
};

/** Names a side of a product. */
const keyOf = (r: Row) => `${r.spec.id} ${r.side.id}`;

interface Row {
  spec: Spec;
  side: SpecSide;
  placement: Placement;
}

function Stage({ design, specs, garments }: { design: Design; specs: Spec[]; garments: Garment[] }) {
  const dispatch = useAppDispatch();
  const edit = useEdit();
  const navigate = useNavigate();
  const id = useAppSelector((s) => s.editor.id);
  const [chosen, setChosen] = useState<string | null>(null);
  const [garment, setGarment] = useState<string | null>(null);
  const [dialog, setDialog] = useState<'add' | 'copy' | 'make' | null>(null);
  const [said, setSaid] = useState<string[] | null>(null);
  const rows = useMemo(
    () =>
      specs.flatMap((spec) =>
        spec.sides.flatMap((side): Row[] => {
          const placement = placementOn(design, spec, side);
          return placement ? [{ spec, side, placement }] : [];
        }),
      ),
    [design, specs],
  );
  // The marketplace that the design was made for comes first.
  const marketplaces = useMemo(() => {
    const groups = new Map<string, Row[]>();
    const isHome = (r: Row) => r.spec.id === design.board.spec;
    for (const r of [...rows.filter(isHome), ...rows.filter((x) => !isHome(x))]) {
      const list = groups.get(r.spec.marketplace);
      if (list) list.push(r);
      else groups.set(r.spec.marketplace, [r]);
    }
    return [...groups];
  }, [rows, design.board.spec]);
  const row = rows.find((r) => keyOf(r) === chosen) ?? marketplaces[0]?.[1][0];
  const { spec, side, placement } = row ?? {};
  const worn = spec && isWorn(spec);
  const shownGarment = worn ? garment : null;
  const colours = spec && worn ? coloursOf(spec, garments, design) : [];
  const sold = spec && worn ? colours.find((g) => colourwayOn(design, placement, g.id)) : undefined;
  const backdrop =
    garments.find((g) => g.id === shownGarment) ??
    sold ??
    garments.find((g) => g.id === (worn ? design.backdrop : (spec?.garments?.[0] ?? 'white'))) ??
    garments[0];
  const colourway =
    spec && placement
      ? worn && spec.perColour
        ? (colourwayOn(design, placement, backdrop.id) ?? design.colourways[0]?.id)
        : (placement.colourway ?? design.colourways[0]?.id)
      : undefined;
  // The side of the design whose artwork goes on the chosen side of the product.
  const artwork = row ? artworkOn(design, row.spec.id, row.side.id) : design;
  const resolved = useDrawing(artwork, colourway)!;
  const resolvedOn = useCallback(
    (s: Spec, x: SpecSide) => {
      const of = artworkOn(design, s.id, x.id);
      return { of, resolved: of === artwork ? resolved : resolveDesign(of, colourway, resolved) };
    },
    [design, artwork, resolved, colourway],
  );
  const marks = useMemo(
    () =>
      new Map(
        rows.map((r) => {
          const on = resolvedOn(r.spec, r.side);
          const notes = notesOf(on.resolved.drawing, on.of.board, r.spec, r.side, r.placement);
          const worst = notes.find((n) => n.severity === 'stop') ?? notes.find((n) => n.severity === 'watch');
          return [keyOf(r), { notes, worst }] as const;
        }),
      ),
    [rows, resolvedOn],
  );
  const keyed = useMemo(() => rows.map((r) => ({ ...r, key: keyOf(r) })), [rows]);
  const { found, fault } = useProductFindings(design, keyed, row && keyOf(row), garments);
  /** The one state of a product: where it lies, and what its files show. */
  const worstOf = (key: string) => {
    const notes = marks.get(key)?.worst;
    const files = found.get(key)?.findings[0];
    return notes?.severity === 'stop' || !files ? notes : files;
  };
  useEffect(() => setSaid(null), [chosen, placement?.x, placement?.y, placement?.scale]);

  /** The home product counts as placed only while nothing else is: it is written down with the first other. */
  const homeEdits = useCallback((): Edit[] => {
    if (design.placements.length) return [];
    return rows.map((r) => ({ op: 'setPlacement', placement: r.placement }));
  }, [design.placements.length, rows]);
  const put = (label: string, next: Placement, gesture?: string) =>
    edit.make(label, [...homeEdits(), { op: 'setPlacement', placement: next }], gesture ? { gesture } : {});
  const change = (label: string, over: Partial<Placement>) =>
    placement && put(label, { ...placement, ...over });
  const move = (at: PlacedAt, gesture: string) => {
    if (!placement) return;
    const where = { x: at.x, y: at.y, scale: at.scale, turn: at.turn };
    const own = shownGarment !== null && Object.hasOwn(placement.apart, shownGarment);
    put(
      say('moveTheArtworkOnA'),
      own
        ? { ...placement, apart: { ...placement.apart, [shownGarment]: where } }
        : { ...placement, ...where },
      `${gesture} ${keyOf(row)}`,
    );
  };
  const groundOf = () => garments.find((g) => g.id === design.backdrop)?.value ?? '#20262a';
  const proposed = (s: Spec, x: SpecSide): { placement: Placement; said: string[] } => {
    const on = resolvedOn(s, x);
    const made = placeForMe(
      on.resolved.drawing,
      on.of.board,
      s,
      x,
      weightOf(on.resolved.drawing, on.resolved.pictures, makeSurface),
      rimOf(on.of, s),
    );
    const at = made?.at ?? homeAt(on.of.board, x);
    return {
      placement: {
        ...proposedPlacement(on.of, s, x, at, groundOf(), blankOf(s, garments)),
        ...namedArtwork(design, s, x),
      },
      said: made?.said ?? [say('thereIsNoArtworkToPlace')],
    };
  };
  const placeIt = () => {
    if (!row) return;
    const made = proposed(row.spec, row.side);
    put(say('placeItByItself'), made.placement, newGesture('place for me'));
    // After the position has changed, which takes words of before away.
    setTimeout(() => setSaid(made.said));
  };
  const add = (list: Spec[]) => {
    const edits = list.flatMap((s) =>
      s.sides.map((x): Edit => {
        const { board } = artworkOn(design, s.id, x.id);
        const isHome = board.spec === s.id && board.side === x.id;
        const made = proposed(s, x).placement;
        return { op: 'setPlacement', placement: isHome ? { ...made, ...homeAt(board, x) } : made };
      }),
    );
    edit.make(
      list.length === 1
        ? say('add', { product: list[0].product })
        : say('addProducts2', { list: list.length }),
      [...homeEdits(), ...edits],
    );
    setChosen(`${list[0].id} ${list[0].sides[0].id}`);
  };

  const tip = useTip();
  useFindable(() =>
    rows.map((r) => ({
      ...{ id: `placed ${keyOf(r)}`, group: HEADINGS.products, title: productWords(r.spec, r.side) },
      run: () => setChosen(keyOf(r)),
    })),
  );
  useKeys({
    undo: () => dispatch(undone()),
    redo: () => dispatch(redone()),
    'add-product': () => setDialog('add'),
    'place-by-ink': placeIt,
  });

  const ink = inkBox(resolved.drawing);
  const box =
    ink && placement && side
      ? placedBox(ink, artwork.board, side, positionFor(placement, shownGarment))
      : null;
  const products = [...new Set(rows.map((r) => r.spec))];
  return (
    <div className="flex h-full flex-col">
      <StageBar
        design={design}
        specs={specs}
        colourways={false}
        sides={false}
        onExport={() => setDialog('make')}
      />
      <Panes
        names={row ? [say('products'), say('onIt'), say('settings')] : [say('products')]}
        className="grid grid-cols-[236px_minmax(0,1fr)_290px]"
      >
        <aside aria-label={say('products')} className="flex min-h-0 flex-col border-r border-line">
          <div className="border-b border-line p-3">
            <Button onClick={() => setDialog('add')} title={tip(say('addProducts'), 'add-product')}>
              <Plus size={15} aria-hidden />
              {say('addProducts')}
            </Button>
          </div>
          <ul className="min-h-0 flex-1 overflow-y-auto p-2">
            {marketplaces.map(([marketplace, list]) => (
              <li key={marketplace} className="mb-3">
                <h2 className="heading px-1.5 py-0.5">{marketplace}</h2>
                {list.map((r) => {
                  const worst = worstOf(keyOf(r));
                  const known = found.has(keyOf(r));
                  return (
                    <div
                      key={keyOf(r)}
                      className={`group flex items-center rounded-md border ${r === row ? 'border-edge bg-card' : 'border-transparent hover:border-line'}`}
                    >
                      <button
                        type="button"
                        aria-current={r === row}
                        className="flex min-w-0 flex-1 items-center gap-2 px-1.5 py-1 text-left"
                        onClick={() => setChosen(keyOf(r))}
                      >
                        {worst ? (
                          <SeverityMark severity={worst.severity} size={13} />
                        ) : !known ? (
                          <span
                            className="w-[13px] shrink-0 text-center text-muted"
                            title={say('beingChecked')}
                          >
                            …
                          </span>
                        ) : (
                          <VerdictMark verdict="reads" size={13} />
                        )}
                        <span className="min-w-0 flex-1 truncate" title={r.spec.product}>
                          {r.spec.product}
                          {r.spec.sides.length > 1 && (
                            <span className="text-muted">, {r.side.name.toLowerCase()}</span>
                          )}
                        </span>
                      </button>
                      {r.side === r.spec.sides[0] && (
                        <IconButton
                          label={say('takeAway', { product: r.spec.product })}
                          className="!h-6 !w-6 opacity-0 group-hover:opacity-100 focus-visible:opacity-100"
                          onClick={() =>
                            edit.make(say('takeAway2', { product: r.spec.product }), [
                              ...homeEdits(),
                              { op: 'removePlacement', spec: r.spec.id },
                            ])
                          }
                        >
                          <Trash2 size={13} />
                        </IconButton>
                      )}
                    </div>
                  );
                })}
              </li>
            ))}
            {rows.length === 0 && (
              <li className="p-2 text-[13px] text-muted">{say('thisDesignIsMadeFor')}</li>
            )}
          </ul>
        </aside>
        {row && spec && side && placement ? (
          <>
            <section aria-label={say('onTheProduct')} className="flex min-h-0 min-w-0 flex-col">
              <div className="flex items-center gap-2 border-b border-line px-4 py-2">
                <h1 className="mr-auto truncate text-[16px]">{productWords(spec, side)}</h1>
                <Button onClick={placeIt} title={tip(say('placeItByItsInk'), 'place-by-ink')} disabled={!ink}>
                  <Wand size={15} aria-hidden />
                  {say('placeForMe')}
                </Button>
                <Button onClick={() => setDialog('copy')}>
                  <Copy size={14} aria-hidden />
                  {say('copyToDots')}
                </Button>
              </div>
              {said && (
                <p role="status" className="border-b border-line bg-card px-4 py-1.5 text-[13px]">
                  {say('placed', { said: said.join('; ') })}
                </p>
              )}
              <PlacementBoard
                key={keyOf(row)}
                design={artwork}
                resolved={resolved}
                spec={spec}
                side={side}
                placement={placement}
                garment={shownGarment}
                backdrop={backdrop}
                onMove={move}
              />
              {side.curve && (
                <CurvedView
                  design={artwork}
                  resolved={resolved}
                  side={side}
                  placement={placement}
                  blank={backdrop}
                />
              )}
            </section>
            <aside aria-label={say('placement')} className="min-h-0 overflow-y-auto border-l border-line">
              <PlacementFields
                design={design}
                sides={sideNames(design, specs)}
                spec={spec}
                side={side}
                placement={placement}
                box={box}
                garment={shownGarment}
                garments={garments}
                notes={marks.get(keyOf(row))?.notes ?? []}
                shows={found.get(keyOf(row))?.findings ?? null}
                current={found.get(keyOf(row))?.of === design}
                fault={fault}
                onMend={() => {
                  dispatch(sideOpened(artwork.side.id));
                  if (colourway) dispatch(colourwayChosen(colourway));
                  void navigate(`/design/${id}`);
                }}
                onChange={change}
                onMove={move}
                onGarment={setGarment}
              />
            </aside>
          </>
        ) : (
          <p className="col-span-2 p-8 text-muted">{say('addAProductToPlace')}</p>
        )}
      </Panes>
      {dialog === 'add' && (
        <AddProducts
          specs={specs.filter((s) => !products.includes(s))}
          onAdd={add}
          onClose={() => setDialog(null)}
        />
      )}
      {dialog === 'copy' && row && (
        <CopyDialog
          design={design}
          specs={specs}
          spec={row.spec}
          side={sideOf(row.spec, row.side.id)!}
          placement={row.placement}
          onCopy={(edits) => edit.make(say('copyAPlacement'), [...homeEdits(), ...edits])}
          onClose={() => setDialog(null)}
        />
      )}
      {dialog === 'make' && id && (
        <MakeDialog designs={[id]} ready={whenSaved} onClose={() => setDialog(null)} />
      )}
    </div>
  );
}
