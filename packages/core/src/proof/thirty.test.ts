import { inputOf, materialsWith } from '../../testing';
import { THIRTY } from '../../testing/thirty';
import { judgeGarments, proofOf } from './index';

/** Where the proof and the hand differ, and why; docs/calculations.md tells the same. */
const DIFFER: Record<string, { proof: string; why: string }> = {
  'white words at 12 % on midnight': {
    proof: 'weak',
    why: '1.5 : 1 along large strokes, of which others judged by hand were made out',
  },
  'purple words on midnight': {
    proof: 'reads',
    why: '1.9 : 1, large, and of another hue: all three together are just enough',
  },
};

describe('thirty designs judged by hand', () => {
  it('agree with the proof on 28, and differ on the others for known reasons', async () => {
    const materials = await materialsWith('anton', 'lobster');
    const differ = THIRTY.flatMap(({ name, design, garment, hand }) => {
      const [judged] = judgeGarments(inputOf(design, [garment], { materials })).garments;
      return judged.verdict === hand ? [] : [[name, judged.verdict]];
    });
    expect(Object.fromEntries(differ)).toEqual(
      Object.fromEntries(Object.entries(DIFFER).map(([name, d]) => [name, d.proof])),
    );
    expect(THIRTY.length - differ.length).toBe(28);
  });

  it('never calls one readable that vanishes by hand, nor the other way round', async () => {
    const materials = await materialsWith('anton', 'lobster');
    for (const { name, design, garment, hand } of THIRTY) {
      const [judged] = judgeGarments(inputOf(design, [garment], { materials })).garments;
      expect([name, `${hand} ${judged.verdict}`]).not.toEqual([
        name,
        expect.stringMatching(/^(reads vanishes|vanishes reads)$/),
      ]);
    }
  });

  it('say of the hair-thin keyline that it is too thin', async () => {
    const materials = await materialsWith('anton', 'lobster');
    const { design, garment } = THIRTY.find((t) => t.name.startsWith('white words, hair-thin'))!;
    const found = proofOf(inputOf(design, [garment], { materials })).findings;
    expect(found.find((f) => f.check === 'thin-keyline')?.message).toContain('0.17 mm');
  });
});
