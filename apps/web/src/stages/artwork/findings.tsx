import { useMemo, useState } from 'react';
import type { Garment } from '@brelm/core/colour';
import type { Design } from '@brelm/core/design';
import { worstFirst, type Finding } from '@brelm/core/proof';
import type { Resolved } from '../../design';
import { WorkFaultNote } from '../../ui';
import { FindingCard } from './finding-card';

import { proofNow, setProof, useProofState } from '../../editor/proof-store';

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
  const card = (f: Finding, onGarment?: Garment) => (
    <FindingCard
      key={keyOf(f)}
      finding={f}
      design={design}
      colourway={colourway}
      resolved={resolved}
      backdrop={backdrop}
      onGarment={onGarment}
    />
  );
  return (
    <section
      aria-label="Findings"
      aria-busy={fault === null && (!current || !slowCurrent)}
      className="flex min-h-0 flex-1 flex-col p-3 [@media(max-height:639px)]:flex-none"
    >
      <div className="flex items-baseline justify-between">
        <h2 className="heading">Findings{quick && here.length > 0 ? ` ${here.length}` : ''}</h2>
        <span className="text-[12.5px] text-muted">
          {fault !== null
            ? 'not checked'
            : !current
              ? 'checking…'
              : !slowCurrent
                ? 'checking thin places…'
                : `on ${backdrop.name}`}
        </span>
      </div>
      <div className="-mx-1 mt-2 min-h-0 flex-1 overflow-y-auto px-1">
        {fault !== null && (
          <WorkFaultNote
            what="This design could not be checked"
            reason={fault}
            onAgain={() => setProof({ tries: proofNow().tries + 1 })}
          />
        )}
        {fault === null && quick && here.length === 0 && (
          <p className="flex items-center gap-2 text-[13px]">
            {design.parts.length ? `Nothing wrong on ${backdrop.name}.` : 'Nothing on the board yet.'}
          </p>
        )}
        <ul className="flex flex-col gap-2">{here.map((f) => card(f))}</ul>
        <Folded title={`${elsewhere.length} more on other colours`} count={elsewhere.length}>
          {elsewhere.map((f) => card(f, nameOf(f)))}
        </Folded>
        <Folded title={`${accepted.length} accepted`} count={accepted.length}>
          {accepted.map((f) => card(f, f.garment === backdrop.id ? undefined : nameOf(f)))}
        </Folded>
      </div>
    </section>
  );
}

function Folded({ title, count, children }: { title: string; count: number; children: React.ReactNode }) {
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
      {open && <ul className="mt-2 flex flex-col gap-2">{children}</ul>}
    </div>
  );
}
