import type { Connection, ProductStanding } from '@brelm/contract';
import { MARKS } from '@brelm/core/standing';
import { marketOfSpec, type Spec } from '@brelm/core/spec';
import { say } from '../words/shelfDialogs';

/** A product of a design that may be sent as a listing. */
export interface Sendable {
  designId: string;
  design: string;
  spec: Spec;
  /** It is not on its marketplace yet, or is to be brought up. */
  action: 'new' | 'bring-up';
}

/** One that is not sent, and why. */
export interface NotSent {
  designId: string;
  design: string;
  spec: Spec;
  why: string;
}

const SENT = MARKS.indexOf('sent');

/** Why a product cannot be sent; null where it can, or where there is nothing to send. */
function whyNot({ waits, chain }: ProductStanding, connected: boolean): string | null {
  if (waits === 'design') return say('nothingIsOnItsBoard');
  if (waits === 'mending') return say('itsProofStopsIt');
  if (chain[MARKS.indexOf('worded')] === 'open') return say('itHasNoTitleOr');
  if (!connected) return say('youAreNotConnectedTo');
  return null;
}

/** What is sent of some designs, what is not and why; what stands as it is now is neither. */
export function sendPlan(
  designs: readonly { id: string; name: string; standing: readonly ProductStanding[] }[],
  specs: readonly Spec[],
  connections: readonly Pick<Connection, 'market' | 'shop'>[],
): { send: Sendable[]; not: NotSent[] } {
  const to = new Set(connections.filter((c) => c.shop !== null).map((c) => c.market));
  const [send, not]: [Sendable[], NotSent[]] = [[], []];
  for (const { id, name, standing } of designs)
    for (const product of standing) {
      const spec = specs.find((s) => s.id === product.spec);
      if (!spec || product.chain[SENT] === 'done') continue;
      const one = { designId: id, design: name || say('untitled'), spec };
      const why = whyNot(product, to.has(marketOfSpec(spec.id)));
      if (why) not.push({ ...one, why });
      else send.push({ ...one, action: product.chain[SENT] === 'behind' ? 'bring-up' : 'new' });
    }
  return { send, not };
}
