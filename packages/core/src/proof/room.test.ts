import { circle, designOf, garment, inputOf, rect, shape, SPEC, materialsWith } from '../../testing';
import { applyEdits, bundleEdits, type Design } from '../design';
import { groupBounds } from '../drawing';
import { lettering, letteringLine, place, type Part } from '../parts';
import { resolve } from '../resolve';
import type { SpecSide } from '../spec';
import { placedProof, proofOf, type CheckId, type ProofInput } from './index';
import { newPlacement } from '../placement';

const SOOT = garment('Soot', '#1b1b1d');
/** 3 in round: 900 px, of which 840 are safe, with a hole at the top. */
const ROUND: SpecSide = {
  ...SPEC.sides[0],
  shape: { kind: 'circle' },
  safeShape: { kind: 'circle' },
  zones: [
    {
      kind: 'hole',
      name: 'Hole for the ribbon',
      leftIn: 1.35,
      topIn: 0.15,
      widthIn: 0.3,
      heightIn: 0.3,
      round: true,
    },
  ],
};
const onRound = (design: Design, over: Partial<ProofInput> = {}) =>
  inputOf(design, [SOOT], { side: ROUND, spec: { ...SPEC, kind: 'ornament', sides: [ROUND] }, ...over });
const found = (input: ProofInput, ...checks: CheckId[]) =>
  proofOf(input).findings.filter((f) => checks.includes(f.check));
const inks = { a: '#f2ead8', b: '#e0b040' };
const mended = (input: ProofInput, check: CheckId, id: string): Design => {
  const mend = found(input, check)[0].mends.find((m) => m.id === id)!;
  return applyEdits(input.design, mend.edits);
};
const boxes = (design: Design, materials = inputOf(design, []).materials) =>
  Object.fromEntries(resolve(design, undefined, materials).groups.map((g) => [g.part, groupBounds(g)]));

describe('artwork of a round product', () => {
  it('is judged by the circle: a square whose corners lie outside it is told, and shrunk until they do not', () => {
    const design = designOf(inks, shape('square', rect(125, 125, 650, 650), 'a'));
    expect(found(inputOf(design, [SOOT]), 'safe-area')).toEqual([]);
    const [finding] = found(onRound(design), 'safe-area');
    // A corner lies 325 √2 = 459.6 px from the middle, the product ends at 450: 0.8 mm at 300 dpi.
    expect(finding).toMatchObject({ severity: 'watch', part: 'square' });
    expect(finding.message).toBe('“square” is cut off 0.8 mm beyond the product’s edge');
    const small = designOf(inks, shape('square', rect(145, 145, 610, 610), 'a'));
    const [near] = found(onRound(small), 'safe-area');
    expect(near.message).toBe('“square” is 1.0 mm outside the safe area, which is round');
    expect(near.figure).toBeCloseTo(((305 * Math.SQRT2 - 420) / 300) * 25.4, 1);
    expect(near.mends[0].title).toBe('Shrink it to fit the safe area');
    const after = onRound(mended(onRound(small), 'safe-area', 'move-inside'));
    expect(found(after, 'safe-area', 'zone')).toEqual([]);
  });

  it('keeps clear of the hole, and is moved away from it as little as need be', () => {
    const design = designOf(inks, shape('star', circle(450, 120, 60), 'a'));
    const [finding] = found(onRound(design), 'zone');
    expect(finding).toMatchObject({ severity: 'watch', message: '“star” lies over: hole for the ribbon' });
    const after = mended(onRound(design), 'zone', 'move-inside');
    expect(found(onRound(after), 'zone', 'safe-area')).toEqual([]);
    // The hole ends at 135 px, so the disc's top is just below it.
    expect(boxes(after).star.top).toBeLessThan(150);
  });

  it('is small against the largest circle that it could fill, not against the box', () => {
    const design = designOf(inks, shape('square', rect(340, 340, 220, 220), 'a'));
    const [finding] = found(onRound(design), 'extent');
    const after = mended(onRound(design), 'extent', 'fill');
    expect(finding.figure).toBeLessThan(0.5);
    expect(found(onRound(after), 'extent', 'safe-area', 'zone')).toEqual([]);
  });

  it('is told once, by its parts, where it lies on its own board', () => {
    const design = designOf(inks, shape('square', rect(145, 145, 610, 610), 'a'));
    const spec = { ...SPEC, kind: 'ornament' as const, sides: [ROUND], background: 'either' as const };
    const placement = newPlacement(spec, ROUND, { x: 0, y: 1.5, scale: 1, turn: 0 });
    const { findings } = placedProof({ ...onRound(design, { spec }), placement, apart: null });
    const about = findings.filter((f) => ['safe', 'safe-area', 'cut'].includes(f.check));
    expect(about.map((f) => f.check)).toEqual(['safe-area']);
  });
});

describe('a mend keeps what belongs together', () => {
  const ribbon = shape('ribbon', rect(20, 400, 300, 100), 'b');
  const label = shape('label', rect(25, 430, 280, 40), 'a');

  it('moves a bundle as one', () => {
    const apart = designOf(inks, label, ribbon, shape('moth', circle(600, 600, 90), 'a'));
    const design = applyEdits(apart, bundleEdits(apart, ['label', 'ribbon']));
    const before = boxes(design);
    const after = boxes(mended(inputOf(design, [SOOT]), 'safe-area', 'move-inside'));
    for (const side of ['left', 'top', 'right', 'bottom'] as const)
      expect(after.label[side] - before.label[side]).toBeCloseTo(after.ribbon[side] - before.ribbon[side], 6);
    expect(after.ribbon.left).toBeCloseTo(30, 3);
    expect(after.moth).toEqual(before.moth);
  });

  it('moves what lettering runs along, and the lettering with it', async () => {
    const materials = await materialsWith('rye');
    const ring: Part = { ...shape('ring', circle(275, 450, 260), 'b'), id: 'ring' };
    const words: Part = {
      ...lettering('words', '', place(0, 0), [letteringLine('MOTHS', 'rye', 70, 'a')]),
      baseline: { kind: 'along', part: 'ring', start: 0.5, flip: false },
    } as Part;
    const design = designOf(inks, words, ring);
    const input = inputOf(design, [SOOT], { materials });
    const before = boxes(design, materials);
    const after = boxes(mended(input, 'safe-area', 'move-inside'), materials);
    const by = after.ring.left - before.ring.left;
    expect(by).toBeGreaterThan(1);
    expect(after.words.left - before.words.left).toBeCloseTo(by, 3);
  });

  it('is not offered where a part would come to lie over another', () => {
    const blocked = designOf(
      inks,
      shape('dot', circle(20, 450, 60), 'a'),
      shape('wall', rect(60, 380, 200, 140), 'b'),
    );
    // The dot lies over the wall already: it may stay so.
    expect(found(inputOf(blocked, [SOOT]), 'safe-area')[0].mends).toHaveLength(1);
    const beside = designOf(
      inks,
      shape('dot', circle(20, 450, 60), 'a'),
      shape('wall', rect(90, 380, 200, 140), 'b'),
    );
    expect(found(inputOf(beside, [SOOT]), 'safe-area')[0].mends).toEqual([]);
  });

  it('scales keylines and shades with the artwork, in every colourway', () => {
    const part: Part = {
      ...shape('moth', circle(450, 450, 60), 'a'),
      keylines: [{ ink: 'b', width: 10, join: 'round' }],
      shade: { kind: 'block', ink: 'b', dx: 6, dy: 6 },
    };
    const base = designOf(inks, part);
    const design: Design = {
      ...base,
      colourways: [
        { ...base.colourways[0], parts: { moth: { keylines: [{ ink: 'a', width: 20, join: 'round' }] } } },
      ],
    };
    const before = boxes(design).moth;
    const after = mended(inputOf(design, [SOOT]), 'extent', 'fill');
    const [moth] = after.parts;
    const k = moth.place.scaleX;
    expect(k).toBeGreaterThan(3);
    expect(moth.keylines[0].width).toBeCloseTo(10 * k, 6);
    expect(moth.shade).toMatchObject({ dx: expect.closeTo(6 * k, 6) as number });
    expect(after.colourways[0].parts!.moth.keylines![0].width).toBeCloseTo(20 * k, 6);
    const box = boxes(after).moth;
    expect((box.right - box.left) / (before.right - before.left)).toBeCloseTo(k, 2);
  });
});
