import { emptyDesign, type Design } from '../design';
import { lettering, letteringLine, place } from '../parts';
import {
  circle,
  designOf,
  garment,
  inputOf,
  materialsWith,
  NO_FACES,
  rect,
  shape,
  withPicture,
} from '../../testing';
import { proofOf, proposeColourways, separationOf, wallOf, wallSummary } from './index';

const BLACK = garment('black', '#000000');
const messages = (design: Design, garments = [BLACK]) =>
  proofOf(inputOf(design, garments)).findings.map((f) => f.message);

/** Everything that looks at a design, so that none of it fails or hangs. */
function everything(design: Design, garments = [BLACK]): void {
  const input = inputOf(design, garments);
  const proof = proofOf(input);
  for (const g of proof.garments) {
    expect(g.lowestRatio).toBeGreaterThanOrEqual(1);
    for (const p of g.parts)
      for (const v of [p.medianRatio, p.p20Ratio, p.shareBelow3]) expect(v).not.toBeNaN();
  }
  for (const f of proof.findings) expect(JSON.stringify(f)).not.toContain('null,null');
  const rows = wallOf(input);
  expect(wallSummary(rows, garments, new Map(), new Map())).not.toContain('undefined');
  proposeColourways(input);
  separationOf(input, 0.25, 200);
}

describe('a design that is out of the ordinary', () => {
  it('has no parts', () => {
    const design = emptyDesign('x', designOf({}).board, 'soot', [], { name: 'a', value: '#ffffff' });
    everything(design);
    expect(messages(design)[0]).toBe('There is nothing on the board yet: the file would be empty');
  });

  it('has only hidden parts', () => {
    const design = designOf({ a: '#ffffff' }, { ...shape('d', circle(450, 450, 50), 'a'), hidden: true });
    everything(design);
    expect(messages(design)).toEqual(['Every part is hidden: the file would be empty']);
  });

  it('hides its only part in one colourway', () => {
    const design: Design = {
      ...designOf({ a: '#ffffff' }, shape('d', circle(450, 450, 50), 'a')),
      colourways: [
        { id: 'base', name: 'Base', inks: {}, garments: [] },
        { id: 'bare', name: 'Bare', inks: {}, garments: [], parts: { d: { hidden: true } } },
      ],
    };
    everything(design);
    const { findings } = proofOf(inputOf(design, [BLACK], { colourway: 'bare' }));
    expect(findings[0].message).toContain('Every part is hidden');
  });

  it('lies wholly off the board', () => {
    const design = designOf(
      { a: '#ffffff' },
      { ...shape('d', circle(450, 450, 50), 'a'), place: place(5000, 450) },
    );
    everything(design);
    expect(messages(design)).toEqual(
      expect.arrayContaining([
        'All of the artwork lies off the board: the file would be empty',
        '“d” lies off the board: none of it will print',
      ]),
    );
  });

  it('is one pixel', () => {
    const design = designOf({ a: '#ffffff' }, shape('dot', rect(450, 450, 1, 1), 'a'));
    everything(design);
    expect(messages(design).join()).toContain('fills 0 % of the safe area');
  });

  it('is of fully transparent pictures', () => {
    const input = withPicture(() => [0, 0, 0, 0]);
    const { findings } = proofOf(input);
    expect(findings[0]).toMatchObject({ severity: 'stop' });
    expect(findings[0].message).toContain('fully transparent');
  });

  it('has lettering without letters', async () => {
    const materials = await materialsWith('anton');
    const design = designOf(
      { a: '#ffffff' },
      lettering('l', 'Empty', place(450, 450), [letteringLine('   ', 'anton', 200, 'a')]),
    );
    const { findings } = proofOf(inputOf(design, [BLACK], { materials }));
    expect(findings[0].message).toContain('its lettering is empty');
    expect(() => proofOf(inputOf(design, [BLACK], { materials: NO_FACES }))).not.toThrow();
  });
});

describe('a garment that is out of the ordinary', () => {
  it('has the colour of every ink: all of it vanishes, and a mend is offered', () => {
    const design = designOf(
      { a: '#000000', b: '#000000' },
      shape('d', circle(300, 450, 100), 'a'),
      shape('e', circle(600, 450, 100), 'b'),
    );
    everything(design);
    const { garments, findings } = proofOf(inputOf(design, [BLACK]));
    expect(garments[0]).toMatchObject({ verdict: 'vanishes', lowestRatio: 1 });
    const contrast = findings.filter((f) => f.check === 'contrast');
    expect(contrast).toHaveLength(2);
    for (const f of contrast) expect(f.mends.length).toBeGreaterThan(0);
    expect(findings.find((f) => f.check === 'interior')!.message).toContain('100 % of the artwork');
  });

  it('is one of two hundred', () => {
    const many = Array.from({ length: 200 }, (_, i) => {
      const v = Math.round((i / 199) * 255)
        .toString(16)
        .padStart(2, '0');
      return garment(`g${i}`, `#${v}${v}${v}`);
    });
    const design = designOf({ a: '#ffffff' }, shape('d', circle(450, 450, 200), 'a'));
    const { garments } = proofOf(inputOf(design, many, { mendFor: new Set(['g199']) }));
    expect(garments).toHaveLength(200);
    const ratios = garments.map((g) => g.lowestRatio);
    // To the bins of percentiles, 0.2 %.
    ratios.slice(1).forEach((ratio, i) => expect(ratio).toBeLessThanOrEqual(ratios[i] * 1.002));
    const summary = wallSummary(wallOf(inputOf(design, many)), many, new Map(), new Map());
    expect(summary).toMatch(/^Reads on \d+ of 200\./);
    expect(summary.length).toBeLessThan(200);
  });

  it('is not there at all', () => {
    const design = designOf({ a: '#ffffff' }, shape('d', circle(450, 450, 200), 'a'));
    expect(proofOf(inputOf(design, [])).garments).toEqual([]);
    expect(wallSummary(wallOf(inputOf(design, [])), [], new Map(), new Map())).toBe('');
  });
});
