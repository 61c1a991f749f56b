import { Link } from 'react-router';
import { type Chain, type MarkState } from '@brelm/core/standing';
import type { Spec } from '@brelm/core/spec';
import type { ProductStanding } from '@brelm/contract';
import { chainWords, STAGE_FOR } from './standing-words';
import { say } from '../words/shelf';

/** Products of one design that are shown, at the most. */
const MOST = 6;

const STEP = 6;
const TALL = 10;

/** A mark: full where it is earned, half where it is in part or was once, a dash while it is not; what stops is crossed. */
function Mark({ state, x }: { state: MarkState; x: number }) {
  const w = STEP - 2;
  if (state === 'open') return <rect x={x} y={TALL - 2} width={w} height={2} className="fill-edge" />;
  if (state === 'behind' || state === 'part')
    return (
      <rect
        x={x}
        y={TALL / 2}
        width={w}
        height={TALL / 2}
        className={state === 'part' ? 'fill-spruce' : 'fill-ochre'}
      />
    );
  if (state === 'waiting')
    return <rect x={x + 0.5} y={0.5} width={w - 1} height={TALL - 1} fill="none" className="stroke-spruce" />;
  const fill = state === 'stopped' ? 'fill-rust' : state === 'watch' ? 'fill-ochre' : 'fill-spruce';
  return (
    <>
      <rect x={x} y={0} width={w} height={TALL} className={fill} />
      {state === 'stopped' && (
        <path d={`M${x} ${TALL}L${x + w} 0`} className="stroke-card" strokeWidth={1.6} />
      )}
    </>
  );
}

/** The marks of one product in a row. */
export function ChainStrip({ chain }: { chain: Chain }) {
  return (
    <svg width={chain.length * STEP - 2} height={TALL} aria-hidden className="block">
      {chain.map((state, i) => (
        <Mark key={i} state={state} x={i * STEP} />
      ))}
    </svg>
  );
}

/** A strip of marks for each product of a design; pressed, it opens where what the product waits for is done. */
export function ChainStrips({
  design,
  standing,
  specs,
}: {
  design: string;
  standing: readonly ProductStanding[];
  specs: readonly Spec[];
}) {
  const known = standing.flatMap((p) => {
    const spec = specs.find((s) => s.id === p.spec);
    return spec ? [{ ...p, spec }] : [];
  });
  if (known.length === 0) return null;
  return (
    <ul aria-label={say('products')} className="flex items-center gap-2 overflow-hidden">
      {known.slice(0, MOST).map(({ spec, chain, waits }) => {
        const words = `${spec.marketplace}, ${spec.product}: ${chainWords(chain, waits)}`;
        return (
          <li key={spec.id} className="inline-flex">
            <Link
              to={`/design/${design}/${waits ? STAGE_FOR[waits] : 'listings'}`}
              title={words}
              className="-my-1 rounded-[2px] py-1"
            >
              <ChainStrip chain={chain} />
              <span className="sr-only">{words}</span>
            </Link>
          </li>
        );
      })}
      {known.length > MOST && <li className="text-[11.5px] text-muted">+{known.length - MOST}</li>}
    </ul>
  );
}
