import { useEffect, useMemo, useRef, useState } from 'react';
import { shallowEqual } from 'react-redux';
import type { Garment } from '@brelm/core/colour';
import {
  applyEdits,
  bundleEdits,
  emptyDesign,
  joinEdits,
  unbundleEdits,
  unitsOf,
  type Design,
} from '@brelm/core/design';
import { seenOn, judgedColours, nounOf, sideOf, type Spec } from '@brelm/core/spec';
import { useBorder, useDrawing } from '../../design';
import { MakeDialog } from '../../files';
import { ReplaceDialog } from '../../inspector/lettering';
import { store, useAppDispatch, useAppSelector } from '../../store';
import { colourwayChosen, redone, selected, undone } from '../../store/editor';
import { whenSaved } from '../../store/when-saved';
import { useKeys } from '../../keys';
import { partTitle } from '@brelm/core/parts';
import { HEADINGS, useFindable } from '../../find/found';
import { bringIn } from '../../editor/bring-in';
import { broughtAlong } from '../../editor/picture-files';
import { OrderFigures } from '../../order';
import { AddPart } from '../../stack/add-part';
import { Board, type BoardHandle } from '../../board/board';
import { ConflictDialog } from '../../editor/conflict-dialog';
import { needing } from './needing';
import { Findings } from './findings';
import { ArtworkWear } from '../../stack/artwork-wear';
import { Inks } from '../../stack/inks';
import { OnGarments } from './on-garments';
import { Stack } from '../../stack/stack';
import { StageBar } from '../../editor/stage-bar';
import {
  ToolsContext,
  type BrushLook,
  type LetterRange,
  type LineLook,
  type StepTarget,
  type Tool,
} from '../../board/tools';
import { Panes, LengthUnits, notify } from '../../ui';
import { setApart } from '../../editor/outline-actions';
import { toggleKnockOut, toggleWindow } from '../../editor/tie-actions';
import { useEdit } from '../../editor/use-edit';
import { useProof } from '../../editor/use-proof';

import { duplicateParts, mirrorCopies, moveInStack, nudgeParts } from '../../editor/part-actions';
import { useClipboard } from '../../editor/use-clipboard';
import { say } from '../../words/artwork';

const NOTHING: Design = emptyDesign(
  '',
  { spec: 'none', side: 'none', width: 16, height: 16, dpi: 300 },
  'none',
  [],
  {
    name: say('ink'),
    value: '#000000',
  },
);

/** The artwork stage: the stack, the board, the garments, and what is wrong on them. */
export function Workbench({ specs, garments }: { specs: Spec[]; garments: Garment[] }) {
  const dispatch = useAppDispatch();
  const edit = useEdit();
  const id = useAppSelector((s) => s.editor.id);
  const { made, preview, colourway } = useAppSelector(
    (s) => ({ made: s.editor.design ?? NOTHING, preview: s.editor.preview, colourway: s.editor.colourway }),
    shallowEqual,
  );
  const design = useMemo(() => (preview ? applyEdits(made, preview) : made), [made, preview]);
  const resolved = useDrawing(design, colourway)!;
  const [exporting, setExporting] = useState(false);
  const [adding, setAdding] = useState(false);
  // What it was begun with comes onto its board.
  useEffect(() => {
    const files = id ? broughtAlong(id) : [];
    if (files.length) void bringIn(files, edit);
  }, [id, edit]);
  /** The words that a figure is to be drawn from; null while none is asked for. */
  const [ordering, setOrdering] = useState<string | null>(null);
  const [tool, setTool] = useState<Tool>('choose');
  const [look, setLook] = useState<LineLook>({
    ...{ ink: null, width: null, pen: 'even', nib: 45, mirror: null },
    rubs: 'along',
  });
  const [target, setTarget] = useState<StepTarget | null>(null);
  const [brush, setBrush] = useState<BrushLook>({
    does: 'paint',
    size: null,
    hardness: 0.5,
    flow: 1,
    specks: 0,
  });
  const [node, setNode] = useState(0);
  const [typing, setTyping] = useState<string | null>(null);
  const [letters, setLetters] = useState<LetterRange | null>(null);
  const [replacing, setReplacing] = useState(false);
  const [picking, setPicking] = useState<((value: string) => void) | null>(null);
  const tools = useMemo(
    () => ({
      tool,
      setTool,
      look,
      setLook,
      target,
      aim: (at: StepTarget | null, by: 'brush' | 'outline' = 'brush') => {
        setTarget(at);
        setTool(at ? by : 'choose');
        if (at) setBrush((b) => ({ ...b, does: 'paint' }));
      },
      brush,
      setBrush,
      node,
      setNode,
      picking,
      pick: (then: (value: string) => void) => setPicking(() => then),
      endPick: () => setPicking(null),
      typing,
      setTyping,
      letters,
      setLetters,
      replace: () => setReplacing(true),
    }),
    [tool, look, target, brush, node, picking, typing, letters],
  );
  const board = useRef<BoardHandle>(null);

  const spec = specs.find((s) => s.id === design.board.spec);
  const side = spec && sideOf(spec, design.board.side);
  const border = useBorder(design, colourway, spec);
  // A product is seen and judged in the colours that it comes in.
  const own = useMemo(
    () => judgedColours(spec, design.garments, garments),
    [spec, design.garments, garments],
  );
  const offered = useMemo(() => seenOn(spec, garments), [spec, garments]);
  const backdrop = offered.find((g) => g.id === design.backdrop) ?? own[0] ?? offered[0] ?? garments[0];
  const judged = useMemo(
    () => (own.some((g) => g.id === backdrop.id) ? own : [backdrop, ...own]),
    [own, backdrop],
  );
  useProof(made, colourway, spec, side, judged, backdrop.id, specs);

  const setBackdrop = (id: string) => edit.backdrop(id);
  const stepGarment = (by: number) => {
    const at = judged.findIndex((g) => g.id === backdrop.id);
    setBackdrop(judged[(at + by + judged.length) % judged.length].id);
  };
  const stepColourway = () => {
    const at = made.colourways.findIndex((c) => c.id === colourway);
    const next = made.colourways[(at + 1) % made.colourways.length];
    if (next) dispatch(colourwayChosen(next.id));
  };
  const selection = () => store.getState().editor.selection;
  const one = (why: string, act: () => boolean | void) => needing(selection, 1, why, act);
  const nudge = (dx: number, dy: number) =>
    one(say('nothingIsChosenToBe'), () => nudgeParts(edit, made, selection(), dx, dy));
  const depth = (to: Parameters<typeof moveInStack>[3]) =>
    one(say('chooseAPartFirstThis'), () => moveInStack(edit, made, selection(), to));
  const cutting = (toggle: typeof toggleWindow) =>
    one(say('chooseAPartFirstTo'), () => {
      const why = toggle(edit, made, selection());
      if (why) notify('done', why);
    });
  const remove = one(say('nothingIsChosenToBeRemoved'), () => edit.remove(selection()));

  useClipboard(edit);
  useFindable(() => [
    ...made.parts.map((p) => ({
      ...{ id: `part ${p.id}`, group: HEADINGS.parts, title: partTitle(p), more: p.kind },
      run: () => void dispatch(selected([p.id])),
    })),
    ...judged.map((g) => ({
      ...{ id: `garment ${g.id}`, group: HEADINGS.garments, title: g.name, run: () => setBackdrop(g.id) },
    })),
    ...made.colourways.map((c) => ({
      ...{ id: `colourway ${c.id}`, group: HEADINGS.colourways, title: c.name },
      run: () => void dispatch(colourwayChosen(c.id)),
    })),
  ]);
  useKeys(
    {
      'add-part': () => setAdding(true),
      'order-figure': () => setOrdering(''),
      'next-garment': () => stepGarment(1),
      'garment-before': () => stepGarment(-1),
      'next-colourway': stepColourway,
      'fit-board': () => board.current?.fit(),
      'fit-chosen': () => board.current?.showSelection(),
      'zoom-in': () => board.current?.zoom(1.25),
      'zoom-out': () => board.current?.zoom(0.8),
      undo: () => dispatch(undone()),
      redo: () => dispatch(redone()),
      'choose-all': () =>
        dispatch(selected(made.parts.filter((p) => !p.locked && !p.hidden).map((p) => p.id))),
      duplicate: one(say('chooseAPartFirstToDuplicate'), () => duplicateParts(edit, made, selection())),
      mirror: one(say('chooseAPartFirstToMirror'), () =>
        mirrorCopies(edit, made, selection(), made.board.width / 2),
      ),
      bundle: needing(selection, 2, say('chooseTwoPartsOrMore'), () =>
        edit.make(say('bundle'), bundleEdits(made, selection())),
      ),
      unbundle: one(say('chooseABundleFirstTo'), () => {
        const edits = unbundleEdits(made, selection());
        edit.make(say('unbundle'), edits);
        return edits.length > 0;
      }),
      window: cutting(toggleWindow),
      weld: one(say('chooseTwoPartsOrMoreOr'), () => {
        const ids = selection();
        const [unit] = unitsOf(made, ids);
        const joined = made.bundles.some((b) => b.id === unit.bundle && b.joined);
        const edits = joinEdits(made, ids, joined ? null : 'weld');
        edit.make(joined ? say('outlinesByThemselves') : say('joinOutlines'), edits);
        return edits.length > 0;
      }),
      'set-apart': one(say('chooseAPartFirstToSet'), () => void setApart(edit, made, selection())),
      'knock-out': cutting(toggleKnockOut),
      forwards: depth('forwards'),
      backwards: depth('backwards'),
      'to-front': depth('front'),
      'to-back': depth('back'),
      type: one('Choose lettering first, to type in it.', () => {
        const [id] = selection();
        const part = made.parts.find((p) => p.id === id);
        if (selection().length > 1 || part?.kind !== 'lettering' || part.locked) return false;
        setTyping(id);
      }),
      replace: () => setReplacing(true),
      'draw-line': () => tools.setTool(tools.tool === 'draw' ? 'choose' : 'draw'),
      remove,
    },
    {
      fixed: {
        Escape: () =>
          tools.picking
            ? tools.endPick()
            : typing
              ? setTyping(null)
              : tools.tool === 'choose'
                ? dispatch(selected([]))
                : tools.setTool('choose'),
        ArrowLeft: nudge(-1, 0),
        ArrowRight: nudge(1, 0),
        ArrowUp: nudge(0, -1),
        ArrowDown: nudge(0, 1),
        'Shift+ArrowLeft': nudge(-10, 0),
        'Shift+ArrowRight': nudge(10, 0),
        'Shift+ArrowUp': nudge(0, -10),
        'Shift+ArrowDown': nudge(0, 10),
      },
    },
  );

  return (
    <ToolsContext.Provider value={tools}>
      <LengthUnits value={design.aids.unit}>
        <div className="flex h-full flex-col">
          <StageBar design={made} specs={specs} onExport={() => setExporting(true)} />
          <Panes
            names={[say('stack'), say('board'), say('proof')]}
            className="grid grid-cols-[284px_minmax(0,1fr)_252px]"
          >
            <aside
              aria-label={say('stack')}
              className="flex min-h-0 flex-col border-r border-line bg-paper contain-layout contain-paint will-change-transform [@media(max-height:639px)]:overflow-y-auto"
            >
              <Stack design={made} resolved={resolved} side={side} onAdd={() => setAdding(true)} />
              <ArtworkWear design={made} />
              <Inks design={made} colourway={colourway} backdrop={backdrop} />
            </aside>
            <Board
              ref={board}
              design={design}
              resolved={resolved}
              backdrop={backdrop}
              side={side}
              border={border}
            />
            <aside
              aria-label={say('proof')}
              className="flex min-h-0 flex-col border-l border-line bg-paper contain-layout contain-paint will-change-transform [@media(max-height:639px)]:overflow-y-auto"
            >
              <OnGarments
                garments={offered}
                noun={nounOf(spec)}
                judged={judged}
                backdrop={backdrop}
                design={design}
                colourway={colourway}
                resolved={resolved}
                border={border}
                empty={design.parts.every((p) => p.hidden)}
                onBackdrop={edit.backdrop}
                onChosen={edit.garments}
              />
              <Findings
                design={made}
                colourway={colourway}
                resolved={resolved}
                backdrop={backdrop}
                garments={garments}
              />
            </aside>
          </Panes>
          {adding && (
            <AddPart
              design={made}
              onClose={() => setAdding(false)}
              onOrder={(words) => {
                setAdding(false);
                setOrdering(words);
              }}
              onDraw={() => {
                setAdding(false);
                setTool('draw');
              }}
            />
          )}
          {ordering !== null && <OrderFigures words={ordering} onClose={() => setOrdering(null)} />}
          {replacing && <ReplaceDialog design={made} onClose={() => setReplacing(false)} />}
          {exporting && id && (
            <MakeDialog designs={[id]} ready={whenSaved} onClose={() => setExporting(false)} />
          )}
          <ConflictDialog />
        </div>
      </LengthUnits>
    </ToolsContext.Provider>
  );
}
