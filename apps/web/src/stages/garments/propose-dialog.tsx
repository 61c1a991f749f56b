import { useEffect, useMemo, useRef, useState } from 'react';
import type { Garment } from '@brelm/core/colour';
import { applyEdits, freshId, takeColourwayEdits, type Colourway, type Design } from '@brelm/core/design';
import { byLightness, type Proposal, type ProposedGroup } from '@brelm/core/proof';
import type { Spec, SpecSide } from '@brelm/core/spec';
import { useEdit } from '../../editor/use-edit';
import { GarmentCanvas, useBorder, useBordered, useDrawing, useThumbnail, type Border } from '../../design';
import { Button, garmentBackground, Modal, Swatch, WorkFaultNote } from '../../ui';
import { propose, reasonOf } from '../../workers/proof-client';
import type { Proposed } from '../../workers/proof.worker';
import { region } from '../../words/language';
import { say } from '../../words/garments';

/** `Soot`, `Soot and Bone`, `Soot, Bone and White`. */
const andOf = (names: readonly string[]): string => new Intl.ListFormat(region()).format(names);

/** `Soot`, `Soot and 3 more`. */
const shortly = ([first, ...more]: readonly string[]): string =>
  more.length === 0 ? first : say('andMore', { first, more: more.length });

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
  const [found, setFound] = useState<Proposed | 'working' | null>(null);
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
  const namesOf = (some: readonly string[]) => sorted.filter((g) => some.includes(g.id)).map((g) => g.name);
  /** Takes each of some proposals as a colourway for its garments, all as one step. */
  const take = (some: readonly ProposedGroup[]) => {
    let made = design;
    let last = '';
    const edits = some.flatMap(({ garments: own, proposal }) => {
      last = freshId(
        'colourway',
        made.colourways.map((c) => c.id),
      );
      const inks = { ...base.inks, ...proposal.inks };
      const taken = {
        id: last,
        name: say('for', { shortly: shortly(namesOf(own)) }).slice(0, 120),
        inks,
        garments: [],
      };
      const more = takeColourwayEdits(made, taken, own, vanishes);
      made = applyEdits(made, more);
      return more;
    });
    edit.make(some.length === 1 ? say('takeAProposedColourway') : say('takeProposedColourways'), edits);
    onTaken(last);
    onClose();
  };
  const proposed = found === 'working' ? null : found;
  /** Of several sets those that change something, and what reads without. */
  const changing = proposed?.groups.filter((g) => Object.keys(g.proposal.inks).length > 0) ?? [];
  const reading = proposed?.groups.filter((g) => !changing.includes(g)).flatMap((g) => g.garments) ?? [];
  return (
    <Modal open onClose={onClose} title={say('proposeAColourwayFor')} wide>
      <p className="mb-2 text-[13px] text-muted">
        {suggested.length
          ? say('noColourwayReadsYetOn', { suggested: suggested.length, noun, name: base.name })
          : say('everyHasAColourwayThat', { noun, name: base.name })}
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
          tone={proposed ? 'plain' : 'main'}
          disabled={chosen.length === 0 || found === 'working'}
          onClick={look}
        >
          {found === 'working' ? say('workingItOut') : say('workItOut')}
        </Button>
        {fault !== null && <WorkFaultNote what={say('itCouldNotBeWorked')} reason={fault} onAgain={look} />}
      </div>
      {proposed && proposed.proposals.length === 0 && (
        <div role="status" className="mt-3 flex flex-col gap-1">
          {changing.length > 1 && <p>{say('noOneSetOfValues', { changing: changing.length })}</p>}
          {reading.length > 0 && (
            <p>{say('readsAlreadyOn', { name: base.name, and: andOf(namesOf(reading)) })}</p>
          )}
          {proposed.none.length > 0 && (
            <p>{say('nothingReadsOnWhateverThe', { and: andOf(namesOf(proposed.none)) })}</p>
          )}
        </div>
      )}
      {proposed && proposed.proposals.length > 0 && (
        <ul className="mt-4 flex flex-wrap gap-4">
          {proposed.proposals.map((proposal, i) => (
            <Offer
              key={i}
              {...{ design, border, base, proposal }}
              garments={chosen}
              take={i === 0 ? say('takeItLeastChange') : say('takeIt')}
              onTake={() => take([{ garments: chosen.map((g) => g.id), proposal }])}
            />
          ))}
        </ul>
      )}
      {changing.length > 0 && (
        <>
          <ul className="mt-4 flex flex-wrap gap-4">
            {changing.map((group) => (
              <Offer
                key={group.garments[0]}
                {...{ design, border, base, proposal: group.proposal }}
                garments={chosen.filter((g) => group.garments.includes(g.id))}
                take={say('takeItFor', { shortly: shortly(namesOf(group.garments)) })}
                onTake={() => take([group])}
              />
            ))}
          </ul>
          {changing.length > 1 && (
            <Button tone="main" className="mt-3" onClick={() => take(changing)}>
              {changing.length === 2 ? say('takeBoth') : say('takeAll', { changing: changing.length })}
            </Button>
          )}
        </>
      )}
      <div className="mt-4 flex justify-end">
        <Button onClick={onClose}>{say('close')}</Button>
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
  take,
  onTake,
}: {
  design: Design;
  border: Border | null;
  base: Colourway;
  proposal: Proposal;
  garments: readonly Garment[];
  /** What the button says. */
  take: string;
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
        aria-label={say('onTheGarmentsTicked')}
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
              label={say('on2', { name: g.name })}
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
        {take}
      </Button>
    </li>
  );
}
