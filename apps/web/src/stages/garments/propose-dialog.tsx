import { useEffect, useMemo, useRef, useState } from 'react';
import type { Garment } from '@brelm/core/colour';
import { applyEdits, freshId, takeColourwayEdits, type Colourway, type Design } from '@brelm/core/design';
import { byLightness, type Proposal } from '@brelm/core/proof';
import type { Spec, SpecSide } from '@brelm/core/spec';
import { useEdit } from '../../editor/use-edit';
import { GarmentCanvas, useBorder, useBordered, useDrawing, useThumbnail, type Border } from '../../design';
import { Button, garmentBackground, Modal, Swatch, WorkFaultNote } from '../../ui';
import { propose, reasonOf } from '../../workers/proof-client';

/** Computes colourways for chosen garments and offers them as pictures; none is taken by itself. */
export function ProposeDialog({
  design,
  colourway,
  garments,
  noun,
  suggested,
  vanishes,
  spec,
  side,
  onClose,
  onTaken,
}: {
  design: Design;
  /** The colourway that is changed as little as possible. */
  colourway: string | undefined;
  garments: readonly Garment[];
  /** What one of them is called. */
  noun: string;
  suggested: readonly Garment[];
  /** On which the first colourway vanishes. */
  vanishes: readonly string[];
  spec: Spec;
  side: SpecSide;
  onClose: () => void;
  onTaken: (id: string) => void;
}) {
  const edit = useEdit();
  const sorted = useMemo(() => byLightness(garments), [garments]);
  const border = useBorder(design, colourway, spec);
  const [ids, setIds] = useState<string[]>(() => suggested.map((g) => g.id));
  const [found, setFound] = useState<Proposal[] | 'working' | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  const given = useRef<AbortController>(undefined);
  const chosen = sorted.filter((g) => ids.includes(g.id));
  const base = design.colourways.find((c) => c.id === colourway) ?? design.colourways[0];

  useEffect(() => {
    setFound(null);
    setFault(null);
    return () => given.current?.abort();
  }, [ids]);

  const look = () => {
    setFound('working');
    setFault(null);
    const { signal } = (given.current = new AbortController());
    propose({ design, colourway, spec, side, garments: chosen, mendFor: '' }, signal).then(
      (proposals) => !signal.aborted && setFound(proposals),
      (reason: unknown) => {
        if (signal.aborted) return;
        setFound(null);
        setFault(reasonOf(reason));
      },
    );
  };
  const take = (proposal: Proposal) => {
    const id = freshId(
      'colourway',
      design.colourways.map((c) => c.id),
    );
    const name =
      chosen.length === 1 ? `For ${chosen[0].name}` : `For ${chosen[0].name} and ${chosen.length - 1} more`;
    const taken = { id, name: name.slice(0, 120), inks: { ...base.inks, ...proposal.inks }, garments: [] };
    edit.make(
      'Take a proposed colourway',
      takeColourwayEdits(
        design,
        taken,
        chosen.map((g) => g.id),
        vanishes,
      ),
    );
    onTaken(id);
    onClose();
  };
  return (
    <Modal open onClose={onClose} title="Propose a colourway for…" wide>
      <p className="mb-2 text-[13px] text-muted">
        {suggested.length
          ? `No colourway reads yet on ${suggested.length === 1 ? `the ${noun}` : `the ${suggested.length} ${noun}s`} ticked. ${base.name} is changed as little as it takes.`
          : `Every ${noun} has a colourway that reads. Tick ${noun}s to look for another; ${base.name} is changed as little as it takes.`}
      </p>
      <div className="grid max-h-44 grid-cols-3 gap-1 overflow-y-auto sm:grid-cols-4">
        {sorted.map((g) => (
          <label
            key={g.id}
            className="flex cursor-pointer items-center gap-1.5 rounded-md border border-line px-1.5 py-1 text-[13px]"
          >
            <input
              type="checkbox"
              className="h-4 w-4 shrink-0 accent-spruce"
              checked={ids.includes(g.id)}
              onChange={(e) => setIds(e.target.checked ? [...ids, g.id] : ids.filter((x) => x !== g.id))}
            />
            <span
              aria-hidden
              className="h-4 w-4 shrink-0 rounded-[3px] border border-edge"
              style={{ background: garmentBackground(g) }}
            />
            <span className="truncate">{g.name}</span>
          </label>
        ))}
      </div>
      <div className="mt-3 flex items-center gap-3">
        <Button
          tone={Array.isArray(found) ? 'plain' : 'main'}
          disabled={chosen.length === 0 || found === 'working'}
          onClick={look}
        >
          {found === 'working' ? 'Working it out…' : 'Work it out'}
        </Button>
        {fault !== null && <WorkFaultNote what="It could not be worked out" reason={fault} onAgain={look} />}
        {Array.isArray(found) && found.length === 0 && (
          <p role="status">
            No one set of values reads on all of these. Tick fewer garments that are closer in lightness, or
            add a keyline on the artwork stage.
          </p>
        )}
      </div>
      {Array.isArray(found) && found.length > 0 && (
        <ul className="mt-4 flex flex-wrap gap-4">
          {found.map((proposal, i) => (
            <Offer
              key={i}
              design={design}
              border={border}
              base={base}
              proposal={proposal}
              garments={chosen}
              least={i === 0}
              onTake={() => take(proposal)}
            />
          ))}
        </ul>
      )}
      <div className="mt-4 flex justify-end">
        <Button onClick={onClose}>Close</Button>
      </div>
    </Modal>
  );
}

function Offer({
  design,
  border,
  base,
  proposal,
  garments,
  least,
  onTake,
}: {
  design: Design;
  border: Border | null;
  base: Colourway;
  proposal: Proposal;
  garments: readonly Garment[];
  least: boolean;
  onTake: () => void;
}) {
  const tried = useMemo(() => {
    const inks = { ...base.inks, ...proposal.inks };
    return applyEdits(design, [
      { op: 'addColourway', colourway: { id: 'tried', name: '', inks, garments: [] } },
    ]);
  }, [design, base, proposal]);
  const artwork = useThumbnail(useBordered(useDrawing(tried, 'tried'), border), 320);
  const width = garments.length <= 2 ? 104 : garments.length <= 6 ? 66 : 48;
  return (
    <li className="rounded-md border border-line p-2">
      <div
        role="group"
        aria-label="On the garments ticked"
        // A long list is scrolled, by the keyboard too.
        tabIndex={garments.length > 12 ? 0 : undefined}
        className="flex max-h-64 max-w-[214px] flex-wrap gap-1.5 overflow-y-auto"
      >
        {garments.map((g) => (
          <div key={g.id} title={g.name} className="overflow-hidden rounded-[4px]">
            <GarmentCanvas
              garment={g}
              artwork={artwork}
              width={width}
              height={Math.round(width * 1.19)}
              label={`On ${g.name}`}
            />
          </div>
        ))}
      </div>
      <ul className="mt-1.5 text-[12.5px]">
        {Object.entries(proposal.inks).map(([id, value]) => (
          <li key={id} className="flex items-center gap-1.5">
            <Swatch value={value} className="!h-3 !w-3" />
            {design.inks.find((i) => i.id === id)?.name} {value}
          </li>
        ))}
      </ul>
      <Button className="mt-2 !h-7" onClick={onTake}>
        {least ? 'Take it: least change' : 'Take it'}
      </Button>
    </li>
  );
}
