import { CircleDashed, CircleDot } from 'lucide-react';
import type { Spec } from '@brelm/core/spec';
import { SeverityMark, VerdictMark } from '../ui';

/** Products of one design that are shown, at the most. */
const MOST = 8;

const STOPPED = ['refused', 'needs changes', 'taken off'];

function Mark({ state }: { state: string | undefined }) {
  if (state === undefined || state === 'down' || state === 'taken down')
    return <CircleDashed size={12} className="text-muted" aria-hidden />;
  if (STOPPED.includes(state)) return <SeverityMark severity="stop" size={12} />;
  if (state === 'accepted' || state === 'by-hand') return <VerdictMark verdict="reads" size={12} />;
  return <CircleDot size={12} className="text-spruce" aria-hidden />;
}

const WORDS: Readonly<Record<string, string>> = {
  'by-hand': 'listed by hand',
  down: 'taken down',
  sent: 'sent',
};

/** A mark for each product of a design: how its listing stands. */
export function ProductMarks({
  products,
  specs,
  states,
}: {
  products: readonly string[];
  specs: readonly Spec[];
  /** By spec. */
  states: ReadonlyMap<string, string>;
}) {
  const known = products.flatMap((id) => specs.find((s) => s.id === id) ?? []);
  if (known.length === 0) return null;
  return (
    <ul aria-label="Products" className="flex items-center gap-1">
      {known.slice(0, MOST).map((spec) => {
        const state = states.get(spec.id);
        const words = `${spec.marketplace}, ${spec.product}: ${state === undefined ? 'not listed' : (WORDS[state] ?? state)}`;
        return (
          <li key={spec.id} title={words} className="inline-flex">
            <Mark state={state} />
            <span className="sr-only">{words}</span>
          </li>
        );
      })}
      {known.length > MOST && <li className="text-[11.5px] text-muted">+{known.length - MOST}</li>}
    </ul>
  );
}
