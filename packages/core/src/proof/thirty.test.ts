import { inputOf, materialsWith } from '../../testing';
import { THIRTY } from '../../testing/thirty';
import { judgeGarments, proofOf } from './index';

/** Where the proof and the hand differ, and why; docs/calculations.md tells the same. */
const DIFFER: Record<string, { proof: string; why: string }> = {
  'white words, hair-thin black keyline, on white': {
    proof: 'reads',
    why: 'contrast is that of a line with its ground, however thin the line; the check for thin lines says the rest',
  },
  'mid grey words on grey heather': {
    proof: 'vanishes',
    why: 'large plain letters are still made out at arm’s length under 1.5 : 1; across a room they are not',
  },
  'white words on oat heather': { proof: 'vanishes', why: 'as on grey heather' },
  'white disc at 30 % on soot': {
    proof: 'weak',
    why: '2.7 : 1 is seen at once on a screen; 3 : 1 leaves room for what printing takes away',
  },
  'red words on green of the same lightness': {
    proof: 'vanishes',
    why: 'the eye has the hue, the ratio has luminance only; in dim light, and to many colour-blind people, it is gone',
  },
  'orange words on red': {
    proof: 'weak',
    why: '2.6 : 1, and a strong difference of hue, which the ratio leaves out',
  },
  'cream words with a black block shade on bone': {
    proof: 'weak',
    why: 'the shade stands at two sides only: 43 % of the edge is cream on bone, which the eye completes',
  },
};

describe('thirty designs judged by hand', () => {
  it('agree with the proof on 23, and differ on the others for known reasons', async () => {
    const materials = await materialsWith('anton', 'lobster');
    const differ = THIRTY.flatMap(({ name, design, garment, hand }) => {
      const [judged] = judgeGarments(inputOf(design, [garment], { materials })).garments;
      return judged.verdict === hand ? [] : [[name, judged.verdict]];
    });
    expect(Object.fromEntries(differ)).toEqual(
      Object.fromEntries(Object.entries(DIFFER).map(([name, d]) => [name, d.proof])),
    );
    expect(THIRTY.length - differ.length).toBe(23);
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
