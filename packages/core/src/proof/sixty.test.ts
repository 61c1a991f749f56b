import { inputOf, materialsWith } from '../../testing';
import { SIXTY } from '../../testing/sixty';
import { judgeGarments } from './index';

/** Where the proof and the hand differ, and why; docs/calculations.md tells the same. */
const DIFFER: Record<string, { proof: string; why: string }> = {
  'black words on charcoal heather': {
    proof: 'reads',
    why: 'its mean is 2.2 : 1 from black; the grain of the cloth, which takes some of that away, is not weighed',
  },
  'rust disc on slate': {
    proof: 'weak',
    why: 'of one lightness, told by its hue alone: that is left weak, since light and eyes differ',
  },
  'cream words on a rust panel on rowan': {
    proof: 'weak',
    why: 'the words read; the panel, half of the artwork, cannot be told from the garment',
  },
};

describe('sixty further designs judged by hand', () => {
  it('agree with the proof on 57, and differ on the others by one step, for known reasons', async () => {
    const materials = await materialsWith('anton', 'lobster');
    const differ = SIXTY.flatMap(({ name, design, garment, hand }) => {
      const [judged] = judgeGarments(inputOf(design, [garment], { materials })).garments;
      expect([name, `${hand} ${judged.verdict}`]).not.toEqual([
        name,
        expect.stringMatching(/^(reads vanishes|vanishes reads)$/),
      ]);
      return judged.verdict === hand ? [] : [[name, judged.verdict]];
    });
    expect(Object.fromEntries(differ)).toEqual(
      Object.fromEntries(Object.entries(DIFFER).map(([name, d]) => [name, d.proof])),
    );
    expect(SIXTY).toHaveLength(60);
  });
});
