import { useMemo, useState } from 'react';
import type { Garment } from '@brelm/core/colour';
import type { Design } from '@brelm/core/design';
import type { Finding } from '@brelm/core/proof';
import { useAppDispatch } from '../store';
import { pointed, previewed, selected } from '../store/editor';
import { SeverityMark } from '../ui';
import { useProofState } from './proof-store';
import { useEdit } from './use-edit';

/** What is wrong on the garment behind the artwork, worst first; then what is wrong on others. */
export function Findings({
  design,
  backdrop,
  garments,
}: {
  design: Design;
  backdrop: Garment;
  garments: Garment[];
}) {
  const [others, setOthers] = useState(false);
  const findings = useProofState((p) => p.findings);
  const current = useProofState((p) => p.current);
  const { here, elsewhere } = useMemo(() => {
    const parts = new Set(design.parts.map((p) => p.id));
    const list = (findings ?? []).filter((f) => f.part === null || parts.has(f.part));
    const isHere = (f: Finding) => f.garment === undefined || f.garment === backdrop.id;
    return { here: list.filter(isHere), elsewhere: list.filter((f) => !isHere(f)) };
  }, [findings, design.parts, backdrop.id]);
  return (
    <section aria-label="Findings" aria-busy={!current} className="flex min-h-0 flex-1 flex-col p-3">
      <div className="flex items-baseline justify-between">
        <h2 className="heading">Findings{findings && here.length > 0 ? ` ${here.length}` : ''}</h2>
        <span className="text-[12.5px] text-muted">{current ? `on ${backdrop.name}` : 'checking…'}</span>
      </div>
      <div className="-mx-1 mt-2 min-h-0 flex-1 overflow-y-auto px-1">
        {findings && here.length === 0 && (
          <p className="flex items-center gap-2 text-[13px]">Nothing wrong on {backdrop.name}.</p>
        )}
        <ul className="flex flex-col gap-2">
          {here.map((f) => (
            <FindingCard key={keyOf(f)} finding={f} />
          ))}
        </ul>
        {elsewhere.length > 0 && (
          <div className="mt-3">
            <button
              type="button"
              aria-expanded={others}
              className="text-[13px] text-spruce hover:underline"
              onClick={() => setOthers(!others)}
            >
              {elsewhere.length} more on other garments
            </button>
            {others && (
              <ul className="mt-2 flex flex-col gap-2">
                {elsewhere.map((f) => (
                  <FindingCard
                    key={keyOf(f)}
                    finding={f}

                    onGarment={garments.find((g) => g.id === f.garment)}
                  />
                ))}
              </ul>
            )}
          </div>
        )}
      </div>
    </section>
  );
}

/** A ratio stays on one line. */
const unbroken = (text: string) => text.replace(/ : 1/g, '\u00a0:\u00a01');

const keyOf = (f: Finding) => `${f.check} ${f.part} ${f.garment}`;

function FindingCard({ finding, onGarment }: { finding: Finding; onGarment?: Garment }) {
  const dispatch = useAppDispatch();
  const edit = useEdit();
  const point = (on: boolean) => dispatch(pointed(on && finding.region[2] > 0 ? finding.region : null));
  const show = () => dispatch(selected(finding.part ? [finding.part] : []));
  return (
    <li
      data-testid={`finding-${finding.check}`}
      className="rounded-md border border-line bg-card p-2 hover:border-edge"
      onMouseEnter={() => point(true)}
      onMouseLeave={() => point(false)}
      onFocus={() => point(true)}
      onBlur={() => point(false)}
    >
      <button
        type="button"
        className="flex w-full items-start gap-2 text-left text-[13px] leading-snug"
        onClick={show}
      >
        <SeverityMark severity={finding.severity} size={15} />
        <span className="min-w-0 break-words">{unbroken(finding.message)}</span>
      </button>
      {onGarment && (
        <button
          type="button"
          className="mt-1 ml-[23px] text-[12.5px] text-spruce hover:underline"
          onClick={() => edit.backdrop(onGarment.id)}
        >
          Look at it on {onGarment.name}
        </button>
      )}
      {finding.mends.map((mend) => (
        <button
          key={mend.id}
          type="button"
          className="mt-1.5 ml-[23px] block w-[calc(100%-23px)] rounded-md border border-spruce px-2 py-1 text-left text-[12.5px] leading-snug text-spruce enabled:hover:bg-spruce enabled:hover:text-white disabled:opacity-50"
          title="Point at it to see it on the board; press to keep it"
          onMouseEnter={() => dispatch(previewed(mend.edits))}
          onMouseLeave={() => dispatch(previewed(null))}
          onFocus={() => dispatch(previewed(mend.edits))}
          onBlur={() => dispatch(previewed(null))}
          onClick={() => {
            edit.make(mend.title, mend.edits);
            dispatch(pointed(null));
          }}
        >
          {mend.title}
        </button>
      ))}
    </li>
  );
}
