import { useEffect, useMemo, useState } from 'react';
import { ArrowDownUp } from 'lucide-react';
import type { Garment } from '@brelm/core/colour';
import { freshId, type Design } from '@brelm/core/design';
import { byLightness, garmentLightness, wallSummary, type WallRow } from '@brelm/core/proof';
import { seenOn, isWorn, nounOf, sideOf, type Spec } from '@brelm/core/spec';
import { StageBar } from '../../editor/stage-bar';
import { useBorder } from '../../design';
import { useEdit } from '../../editor/use-edit';
import { store, useAppDispatch, useAppSelector } from '../../store';
import { colourwayChosen, redone, undone } from '../../store/editor';
import { Panes, Button, WorkFaultNote } from '../../ui';
import { HEADINGS, useFindable } from '../../find/found';
import { useKeys } from '../../keys';
import { reasonOf, wall } from '../../workers/proof-client';
import { CellDialog } from './cell-dialog';
import { ColourwaySettings } from './colourway-settings';
import { Ladder } from './ladder';
import { ProposeDialog } from './propose-dialog';
import { Wall } from './wall';
import { say } from '../../words/garments';

type Sort = 'lightness' | 'verdict';
const RANK = { reads: 0, weak: 1, vanishes: 2 };

/** The ladder and the wall: on which garments each colourway reads, and which garment gets which. */
export function GarmentsStage({ specs, garments }: { specs: Spec[]; garments: Garment[] }) {
  const design = useAppSelector((s) => s.editor.design);
  return design && <Stage design={design} specs={specs} garments={garments} />;
}

function Stage({ design, specs, garments: library }: { design: Design; specs: Spec[]; garments: Garment[] }) {
  const dispatch = useAppDispatch();
  const edit = useEdit();
  const chosen = useAppSelector((s) => s.editor.colourway) ?? design.colourways[0]?.id;
  const [rows, setRows] = useState<WallRow[]>([]);
  const [fault, setFault] = useState<string | null>(null);
  const [tries, setTries] = useState(0);
  const [words, setWords] = useState('');
  const [sort, setSort] = useState<Sort>('lightness');
  const [cell, setCell] = useState<{ colourway: string; garment: Garment } | null>(null);
  const [proposing, setProposing] = useState(false);
  const spec = specs.find((s) => s.id === design.board.spec) ?? specs[0];
  const side = sideOf(spec, design.board.side) ?? spec.sides[0];
  const border = useBorder(design, undefined, spec);
  // What is no garment is seen in the colours that it comes in alone, a sticker on what it is stuck on.
  const worn = isWorn(spec);
  const noun = nounOf(spec);
  const garments = useMemo(
    () => (worn ? library.filter((g) => !g.ground) : seenOn(spec, library)),
    [worn, spec, library],
  );

  useKeys({
    undo: () => dispatch(undone()),
    redo: () => dispatch(redone()),
    'next-colourway': () => {
      const at = design.colourways.findIndex((c) => c.id === store.getState().editor.colourway);
      dispatch(colourwayChosen(design.colourways[(at + 1) % design.colourways.length].id));
    },
  });

  useFindable(() => [
    ...design.colourways.map((c) => ({
      ...{ id: `colourway ${c.id}`, group: HEADINGS.colourways, title: c.name },
      run: () => void dispatch(colourwayChosen(c.id)),
    })),
    ...garments.map((g) => ({
      ...{ id: `garment ${g.id}`, group: HEADINGS.garments, title: g.name, run: () => setWords(g.name) },
    })),
  ]);

  useEffect(() => {
    const given = new AbortController();
    wall({ design, colourway: undefined, spec, side, garments, mendFor: '' }, given.signal).then(
      (found) => {
        if (given.signal.aborted) return;
        setRows(found);
        setFault(null);
      },
      (reason: unknown) => {
        if (!given.signal.aborted) setFault(reasonOf(reason));
      },
    );
    return () => given.abort();
  }, [design, spec, side, garments, tries]);

  const row = rows.find((r) => r.colourway === chosen);
  const shown = useMemo(() => {
    const wanted = words.toLowerCase().split(/\s+/).filter(Boolean);
    const list = byLightness(garments).filter((g) => wanted.every((w) => g.name.toLowerCase().includes(w)));
    if (sort === 'lightness') return list;
    const rank = (g: Garment) => {
      const v = row?.garments.find((x) => x.id === g.id)?.verdict;
      return v ? RANK[v] : 3;
    };
    return [...list].sort((a, b) => rank(a) - rank(b) || garmentLightness(a) - garmentLightness(b));
  }, [garments, words, sort, row]);

  const assigned = useMemo(
    () => new Map(design.colourways.flatMap((c) => c.garments.map((g) => [g, c.id] as const))),
    [design.colourways],
  );
  const names = useMemo(() => new Map(design.colourways.map((c) => [c.id, c.name])), [design.colourways]);
  const unread = garments.filter(
    (g) => rows.length > 0 && !rows.some((r) => r.garments.find((x) => x.id === g.id)?.verdict === 'reads'),
  );

  // One set of values seldom serves garments far apart: begin with those that this design is for.
  const own = unread.filter((g) => design.garments.includes(g.id));
  const base = rows.find((r) => r.colourway === design.colourways[0]?.id);
  const vanishes = base?.garments.filter((g) => g.verdict === 'vanishes').map((g) => g.id) ?? [];
  const suggested = own.length ? own : byLightness(unread).slice(-1);

  const add = () => {
    const id = freshId(
      'colourway',
      design.colourways.map((c) => c.id),
    );
    const from = design.colourways.find((c) => c.id === chosen);
    edit.make(say('addAColourway'), [
      {
        op: 'addColourway',
        colourway: {
          id,
          name: say('colourway2', { colourways: design.colourways.length + 1 }),
          inks: { ...from?.inks },
          garments: [],
        },
      },
    ]);
    dispatch(colourwayChosen(id));
  };

  return (
    <div className="flex h-full flex-col">
      <StageBar design={design} specs={specs} />
      <Panes names={[say('ladder'), say('wall')]} className="grid grid-cols-[404px_minmax(0,1fr)]">
        <aside
          aria-label={say('ladder')}
          className="flex min-h-0 flex-col gap-4 overflow-y-auto border-r border-line p-4"
        >
          <Ladder design={design} colourway={chosen} garments={garments} noun={noun} />
          <ColourwaySettings
            key={chosen}
            design={design}
            id={chosen}
            onChosen={(id) => dispatch(colourwayChosen(id))}
          />
        </aside>
        <section aria-label={say('wall')} className="flex min-h-0 flex-col">
          <div className="flex flex-wrap items-center gap-2 border-b border-line px-4 py-2.5">
            <p className="mr-auto min-w-60 flex-1 text-[15px]" data-testid="wall-summary">
              {rows.length ? wallSummary(rows, garments, assigned, names) : say('lookingAtEvery', { noun })}
            </p>
            <input
              type="search"
              aria-label={say('filterS', { noun })}
              placeholder={say('filterS', { noun })}
              className="field !w-36"
              value={words}
              onChange={(e) => setWords(e.target.value)}
            />
            <Button
              className="!h-7 !px-2"
              onClick={() => setSort(sort === 'lightness' ? 'verdict' : 'lightness')}
              title={say('changeTheOrderOfThe', { noun })}
            >
              <ArrowDownUp size={14} aria-hidden />
              {sort === 'lightness' ? say('byLightness') : say('byVerdict')}
            </Button>
            <Button className="!h-7 !px-2" onClick={add}>
              {say('addColourway')}
            </Button>
            <Button
              tone="main"
              className="!h-7 !px-2"
              disabled={rows.length === 0}
              onClick={() => setProposing(true)}
            >
              {say('proposeAColourway')}
            </Button>
          </div>
          {fault !== null && (
            <div className="border-b border-line px-4 py-2">
              <WorkFaultNote
                what={say('theSCouldNotBe', { noun })}
                reason={fault}
                onAgain={() => {
                  setFault(null);
                  setTries(tries + 1);
                }}
              />
            </div>
          )}
          <Wall
            design={design}
            border={border}
            rows={rows}
            garments={shown}
            noun={noun}
            chosen={chosen}
            assigned={assigned}
            onChosen={(id) => dispatch(colourwayChosen(id))}
            onOpen={(colourway, garment) => setCell({ colourway, garment })}
            // What is not worn is one file, in the colourway that its placement says.
            onAssign={
              worn
                ? (garment, colourway) =>
                    edit.make(say('assignAGarment'), [{ op: 'assignGarment', garment, colourway }])
                : null
            }
          />
        </section>
      </Panes>
      {cell && (
        <CellDialog
          design={design}
          border={border}
          colourway={cell.colourway}
          garment={cell.garment}
          spec={spec}
          side={side}
          onClose={() => setCell(null)}
        />
      )}
      {proposing && (
        <ProposeDialog
          design={design}
          colourway={chosen}
          garments={garments}
          noun={noun}
          suggested={suggested}
          vanishes={vanishes}
          spec={spec}
          side={side}
          onClose={() => setProposing(false)}
          onTaken={(id) => dispatch(colourwayChosen(id))}
        />
      )}
    </div>
  );
}
