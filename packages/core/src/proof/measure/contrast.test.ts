import { contrastRatio } from '../../colour';
import type { Design } from '../../design';
import type { MotifPart } from '../../parts';
import { resolve } from '../../resolve';
import { circle, designOf, garment, NO_FACES, NO_PICTURES, rect, shape, surfaces } from '../../../testing';
import { analyse, judgeGarment, sampleEdges } from './index';

const judge = (design: Design, colour: string, second?: string) => {
  const analysis = analyse(resolve(design, undefined, NO_FACES), NO_PICTURES, surfaces);
  const must = new Set(design.parts.filter((p) => p.mustRead).map((p) => p.id));
  return judgeGarment(analysis, sampleEdges(analysis), garment('g', colour, second), must);
};
const disc = (ink: string) => shape('disc', circle(450, 450, 120), ink);
const withKeyline = (part: MotifPart, ink: string, width: number): MotifPart => ({
  ...part,
  keylines: [{ ink, width, join: 'round' }],
});

describe('contrast on a garment', () => {
  it('reads 21 for a white disc on black', () => {
    const judged = judge(designOf({ w: '#ffffff' }, disc('w')), '#000000');
    expect(judged.verdict).toBe('reads');
    expect(judged.lowestRatio).toBeCloseTo(21, 6);
    expect(judged.parts[0]).toMatchObject({ id: 'disc', verdict: 'reads', shareBelow3: 0 });
  });

  it('vanishes for soot on midnight, at the ratio of the formula for a large stroke', () => {
    const judged = judge(designOf({ s: '#1b1b1d' }, disc('s')), '#1f2a44');
    expect(judged.verdict).toBe('vanishes');
    expect(judged.parts[0].medianRatio).toBeCloseTo(1 + 2 * (contrastRatio('#1b1b1d', '#1f2a44') - 1.08), 6);
  });

  it('is saved by a 12 px bone keyline', () => {
    const design = designOf({ s: '#1b1b1d', b: '#f2ead8' }, withKeyline(disc('s'), 'b', 12));
    const judged = judge(design, '#1f2a44');
    expect(judged.verdict).toBe('reads');
    expect(judged.lowestRatio).toBeGreaterThan(9);
  });

  it('is not saved by a keyline that no one can see', () => {
    const design = designOf({ s: '#1b1b1d', k: '#232a3a' }, withKeyline(disc('s'), 'k', 12));
    expect(judge(design, '#1f2a44').verdict).toBe('vanishes');
  });

  it('reads white with a black keyline on black: the keyline counts with both its sides', () => {
    const design = designOf({ w: '#ffffff', k: '#000000' }, withKeyline(disc('w'), 'k', 12));
    expect(judge(design, '#000000').verdict).toBe('reads');
  });

  it('sees a keyline as thin as one analysis pixel, and takes it for as little as the eye does', () => {
    const lined = (width: number) =>
      judge(designOf({ s: '#000000', w: '#ffffff' }, withKeyline(disc('s'), 'w', width)), '#000000');
    expect(lined(1.5).verdict).toBe('weak');
    expect(lined(1.5).lowestRatio).toBeGreaterThan(1.5);
    // Half a millimetre is seen as it is.
    expect(lined(6).verdict).toBe('reads');
    expect(lined(6).lowestRatio).toBeCloseTo(21, 1);
  });

  it('gives two humps for a disc half over a pale part and half over the dark garment', () => {
    const design = designOf({ grey: '#c8c8c8', pale: '#d8d8d8' }, disc('grey'), {
      ...shape('plate', rect(460, 200, 350, 500), 'pale'),
      mustRead: false,
    });
    const part = judge(design, '#101010').parts.find((p) => p.id === 'disc')!;
    expect(part.shareBelow3).toBeGreaterThan(0.44);
    expect(part.shareBelow3).toBeLessThan(0.5);
    expect(part.p20Ratio).toBeCloseTo(1 + 2 * (contrastRatio('#c8c8c8', '#d8d8d8') - 1.08), 2);
    expect(part.verdict).toBe('weak');
  });

  it('judges a coarse heather by the nearer yarn, a fine one by its mean where strokes are wide', () => {
    const large = (r: number) => (r < 3 ? Math.min(3, 1 + 2 * (r - 1.08)) : r);
    const wide = designOf({ w: '#c0c0c0' }, disc('w'));
    expect(judge(wide, '#303030', '#a0a0a0').lowestRatio).toBeCloseTo(
      large(contrastRatio('#c0c0c0', '#a0a0a0')),
      6,
    );
    // Yarns of 1.3 : 1; in linear light they mix to #949494 or so.
    const mean = judge(wide, '#888888', '#9f9f9f').lowestRatio;
    expect(mean).toBeCloseTo(large(contrastRatio('#c0c0c0', '#949494')), 1);
    const fine = designOf({ w: '#c0c0c0' }, shape('line', rect(200, 450, 400, 6), 'w'));
    expect(judge(fine, '#888888', '#9f9f9f').lowestRatio).toBeLessThan(
      contrastRatio('#c0c0c0', '#9f9f9f') + 1e-6,
    );
  });

  it('blends a semi-transparent ink with the garment', () => {
    const design = designOf({ w: '#ffffff' }, { ...disc('w'), opacity: 0.5 });
    const ratio = judge(design, '#000000').parts[0].medianRatio;
    expect(ratio).toBeGreaterThan(contrastRatio('#7e7e7e', '#000000'));
    expect(ratio).toBeLessThan(contrastRatio('#828282', '#000000'));
  });

  it('judges hairlines by their own colour, not by the blend at their edges', () => {
    const bars = Array.from({ length: 20 }, (_, i) => rect(100 + i * 30, 200, 1.2, 400)).join('');
    const judged = judge(designOf({ w: '#ffffff' }, shape('bars', bars, 'w')), '#000000');
    expect(judged.verdict).toBe('reads');
    expect(judged.lowestRatio).toBeCloseTo(21, 0);
  });

  it('counts the part in front as the edge of the part behind', () => {
    const design = designOf(
      { a: '#202020', b: '#ffffff' },
      shape('front', circle(450, 450, 60), 'a'),
      shape('plate', circle(450, 450, 200), 'b'),
    );
    const front = judge(design, '#202020').parts.find((p) => p.id === 'front')!;
    expect(front.medianRatio).toBeCloseTo(contrastRatio('#202020', '#ffffff'), 6);
  });

  it('weighs a slanting edge by its length', () => {
    // A square on its corner: half its outline over pale ground, half over dark.
    const diamond = 'M450 250L650 450L450 650L250 450Z';
    const design = designOf({ w: '#ffffff', pale: '#f0f0f0' }, shape('diamond', diamond, 'w'), {
      ...shape('plate', rect(450, 100, 400, 700), 'pale'),
      mustRead: false,
    });
    const part = judge(design, '#000000').parts.find((p) => p.id === 'diamond')!;
    expect(part.shareBelow3).toBeCloseTo(0.5, 1);
  });

  it.each([
    ['no parts', designOf({ a: '#ffffff' })],
    ['only hidden parts', designOf({ a: '#ffffff' }, { ...disc('a'), hidden: true })],
    [
      'a part off the board',
      designOf({ a: '#ffffff' }, { ...disc('a'), place: { ...disc('a').place, x: 9000 } }),
    ],
  ])('has a plain answer for %s', (_, design) => {
    const judged = judge(design, '#000000');
    expect(judged).toMatchObject({ verdict: 'vanishes', lowestRatio: 1 });
  });

  it('judges a single pixel without falling over', () => {
    const judged = judge(designOf({ a: '#ffffff' }, shape('dot', rect(450, 450, 1, 1), 'a')), '#000000');
    expect(judged.lowestRatio).toBeGreaterThan(1);
  });
});
