import { MARKS, waitsFor, type Chain, type MarkName, type MarkState } from '@brelm/core/standing';
import type { Spec } from '@brelm/core/spec';
import { sendPlan } from './send-plan';

const spec = (id: string) => ({ id, marketplace: id.split('/')[0], product: id.split('/')[1] }) as Spec;
const SPECS = [spec('pinfold/tee'), spec('mudlark/mug'), spec('gannet-row/tote')];
const standing = (id: string, over: Partial<Record<MarkName, MarkState>> = {}) => {
  const ready: Partial<Record<MarkName, MarkState>> = { designed: 'done', proofed: 'done', worded: 'done' };
  const chain: Chain = MARKS.map((name) => ({ ...ready, ...over })[name] ?? 'open');
  return { spec: id, chain, waits: waitsFor(chain) };
};
const design = (...products: ReturnType<typeof standing>[]) => [
  { id: 'd', name: 'Owls', standing: products },
];
const CONNECTED = [
  { market: 'pinfold', shop: 'Duskwren' },
  { market: 'mudlark', shop: null },
];

describe('what is sent of designs', () => {
  it('is what is not there yet, and what is behind', () => {
    const { send, not } = sendPlan(
      design(standing('pinfold/tee'), standing('pinfold/tee', { sent: 'behind', accepted: 'done' })),
      SPECS,
      CONNECTED,
    );
    expect(send.map((s) => s.action)).toEqual(['new', 'bring-up']);
    expect(not).toEqual([]);
  });

  it('leaves alone what stands as it is, and products that the book does not have any more', () => {
    expect(
      sendPlan(design(standing('pinfold/tee', { sent: 'done' }), standing('pinfold/cape')), SPECS, CONNECTED),
    ).toEqual({ send: [], not: [] });
  });

  it.each([
    ['pinfold/tee', { designed: 'open' as const }, /nothing is on its board/],
    ['pinfold/tee', { proofed: 'stopped' as const }, /proof stops/],
    ['pinfold/tee', { worded: 'open' as const }, /no title or description/],
    ['mudlark/mug', {}, /not connected/],
    ['gannet-row/tote', {}, /not connected/],
  ])('says why %s is not sent (%#)', (id, over, why) => {
    const { send, not } = sendPlan(design(standing(id, over)), SPECS, CONNECTED);
    expect(send).toEqual([]);
    expect(not).toEqual([
      expect.objectContaining({ design: 'Owls', why: expect.stringMatching(why) as string }),
    ]);
  });
});
