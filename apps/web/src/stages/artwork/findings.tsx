import { useMemo, useState, type ReactNode } from 'react';
import type { Garment } from '@brelm/core/colour';
import { sidesOf, type Design } from '@brelm/core/design';
import { worstFirst, type Finding } from '@brelm/core/proof';
import type { Resolved } from '../../design';
import { WorkFaultNote } from '../../ui';
import { FindingCard, FoundOf } from './finding-card';

import { proofNow, setProof, useProofState } from '../../editor/proof-store';
import { say } from '../../words/artwork';

const keyOf = (f: Finding) => `${f.check} ${f.part} ${f.garment}`;

/** What is wrong on the garment behind the artwork, worst first; then on others; then what is accepted. */
export function Findings({
  design,
  colourway,
  resolved,
  backdrop,
  garments,
}: {
  design: Design;
  colourway: string | undefined;
  resolved: Resolved;
  backdrop: Garment;
  garments: Garment[];
}) {
  const quick = useProofState((p) => p.findings);
  const slow = useProofState((p) => p.slow);
  const current = useProofState((p) => p.current);
  const slowCurrent = useProofState((p) => p.slowCurrent);
  const fault = useProofState((p) => p.fault);
  const { here, elsewhere, accepted } = useMemo(() => {
    const parts = new Set(design.parts.map((p) => p.id));
    const list = worstFirst([...(quick ?? []), ...slow]).filter((f) => f.part === null || parts.has(f.part));
    // What is not begun is no fault: that a file would be empty is said where files are made.
    const open = list.filter((f) => f.accepted === undefined && f.check !== 'nothing');
    const isHere = (f: Finding) => f.garment === undefined || f.garment === backdrop.id;
    return {
      here: open.filter(isHere),
      elsewhere: open.filter((f) => !isHere(f)),
      accepted: list.filter((f) => f.accepted !== undefined),
    };
  }, [quick, slow, design.parts, backdrop.id]);
  const nameOf = (f: Finding) => garments.find((g) => g.id === f.garment);
  const side = sidesOf(design).length > 1 ? design.side.id : undefined;
  const card = (f: Finding, onGarment?: Garment) => (
    <FindingCard key={keyOf(f)} finding={f} side={side} onGarment={onGarment} />
  );
  const foundOf = useMemo(
    () => ({ design, colourway, resolved, backdrop }),
    [design, colourway, resolved, backdrop],
  );
  return (
    <section
      aria-label={say('findings')}
      aria-busy={fault === null && (!current || !slowCurrent)}
      className="flex min-h-0 flex-1 flex-col p-3 [@media(max-height:639px)]:flex-none"
    >
      <div className="flex items-baseline justify-between">
        <h2 className="heading">
          {say('findings2', { isQuick: Boolean(quick && here.length > 0), here: here.length })}
        </h2>
        <span className="text-[12.5px] text-muted">
          {fault !== null
            ? say('notChecked')
            : !current
              ? say('checking')
              : !slowCurrent
                ? say('checkingThinPlaces')
                : say('on', { name: backdrop.name })}
        </span>
      </div>
      <div className="-mx-1 mt-2 min-h-0 flex-1 overflow-y-auto px-1">
        {fault !== null && (
          <WorkFaultNote
            what={say('thisDesignCouldNotBe')}
            reason={fault}
            onAgain={() => setProof({ tries: proofNow().tries + 1 })}
          />
        )}
        {fault === null && quick && here.length === 0 && (
          <p className="flex items-center gap-2 text-[13px]">
            {design.parts.length
              ? say('nothingWrongOn', { name: backdrop.name })
              : say('nothingOnTheBoardYet')}
          </p>
        )}
        <FoundOf value={foundOf}>
          <Listed findings={here}>{(f) => card(f)}</Listed>
          <Folded title={say('moreOnOtherColours', { elsewhere: elsewhere.length })} count={elsewhere.length}>
            <Listed findings={elsewhere}>{(f) => card(f, nameOf(f))}</Listed>
          </Folded>
          <Folded title={say('accepted2', { accepted: accepted.length })} count={accepted.length}>
            <Listed findings={accepted}>
              {(f) => card(f, f.garment === backdrop.id ? undefined : nameOf(f))}
            </Listed>
          </Folded>
        </FoundOf>
      </div>
    </section>
  );
}

/** Nobody reads on beyond so many, and each takes its time to be drawn. */
const MOST_SEEN = 40;

/** The worst of some findings; all of them where they are asked for. */
function Listed({ findings, children }: { findings: Finding[]; children: (finding: Finding) => ReactNode }) {
  const [all, setAll] = useState(false);
  const more = findings.length - MOST_SEEN;
  return (
    <>
      <ul className="flex flex-col gap-2">
        {(all ? findings : findings.slice(0, MOST_SEEN)).map((f) => children(f))}
      </ul>
      {more > 0 && (
        <button
          type="button"
          aria-expanded={all}
          className="mt-2 text-[13px] text-spruce hover:underline"
          onClick={() => setAll(!all)}
        >
          {all ? say('theWorstOnly', { mostSeen: MOST_SEEN }) : say('showMore', { more })}
        </button>
      )}
    </>
  );
}

function Folded({ title, count, children }: { title: string; count: number; children: ReactNode }) {
  const [open, setOpen] = useState(false);
  if (count === 0) return null;
  return (
    <div className="mt-3">
      <button
        type="button"
        aria-expanded={open}
        className="text-[13px] text-spruce hover:underline"
        onClick={() => setOpen(!open)}
      >
        {title}
      </button>
      {open && <div className="mt-2">{children}</div>}
    </div>
  );
}
