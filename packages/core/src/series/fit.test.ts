import fc from 'fast-check';
import { circle, designOf, materialsWith, rect, shape } from '../../testing';
import type { Materials } from '../drawing';
import { boxCentre, boxHeight, boxWidth, transformBox, type Box } from '../geometry';
import { lettering, letteringLine, place, type LetteringPart, type MotifPart, type Part } from '../parts';
import { partLocalBox, partMatrix } from '../resolve';
import { figureInPlace, fitWords, measuringBy, USUAL_FIT, weightOfFigure, type WordsFit } from './index';

let materials: Materials;
beforeAll(async () => {
  materials = await materialsWith('anton', 'roboto-flex');
});

const line = (text: string, over: object = {}) => ({ ...letteringLine(text, 'anton', 100, 'pale'), ...over });
const words = (text: string | string[], over: Partial<LetteringPart> = {}): LetteringPart => ({
  ...lettering(
    'w',
    '',
    place(450, 450),
    [text].flat().map((t) => line(t)),
  ),
  ...over,
});
const designWith = (...parts: Part[]) => designOf({ pale: '#f2ead8' }, ...parts);
const inkOn = (part: Part): Box =>
  transformBox(partLocalBox(part, designWith(part), materials), partMatrix(part));
const set = (part: LetteringPart, said: string, fit: Partial<WordsFit> = {}, cap?: number) =>
  fitWords(
    part,
    { line: null, case: 'typed', fit: { ...USUAL_FIT, tracking: null, ...fit } },
    said,
    designWith(part),
    measuringBy(materials),
    cap,
  );

describe('words in a place of a layout', () => {
  it('that are shorter keep their size, middle and level', () => {
    const part = words('RANGERS');
    const { part: made, gave } = set(part, 'OWL');
    expect(gave).toEqual({ part: 'w', size: 1 });
    expect(made.place.scaleX).toBe(1);
    expect(made.place.y).toBe(450);
    expect(boxCentre(inkOn(made))[0]).toBeCloseTo(boxCentre(inkOn(part))[0], 6);
    expect(boxHeight(inkOn(made))).toBeCloseTo(boxHeight(inkOn(part)), -1);
  });

  it('that are longer become just as wide as the layout’s', () => {
    const part = words('RANGER');
    const { part: made, size } = set(part, 'LEPIDOPTERIST');
    expect(boxWidth(inkOn(made))).toBeCloseTo(boxWidth(inkOn(part)), 3);
    expect(size).toBeLessThan(0.6);
    expect(size).toBeCloseTo(made.place.scaleX, 9);
  });

  it('may be wider than the layout’s where they are allowed to', () => {
    const part = words('RANGER');
    expect(boxWidth(inkOn(set(part, 'LEPIDOPTERIST', { across: 1.5 }).part))).toBeCloseTo(
      boxWidth(inkOn(part)) * 1.5,
      3,
    );
  });

  it('close up before they get smaller, and only as far as it takes', () => {
    const part = words('RANGERS', { lines: [line('RANGERS', { tracking: 80 })] });
    const little = set(part, 'RANGERSI', { tracking: -20 });
    expect(little.size).toBe(1);
    expect(little.gave.closer).toBeGreaterThan(0);
    expect(little.gave.closer).toBeLessThan(100);
    expect(boxWidth(inkOn(little.part))).toBeCloseTo(boxWidth(inkOn(part)), 1);
    const much = set(part, 'LEPIDOPTERISTS', { tracking: -20 });
    expect(much.part.lines[0].tracking).toBe(-20);
    expect(much.gave.closer).toBe(100);
    expect(much.size).toBeGreaterThan(set(part, 'LEPIDOPTERISTS').size);
  });

  it('become narrower by the width axis of a variable typeface, where it has one', () => {
    const part = words('RANGER', {
      lines: [{ ...line('RANGER'), face: 'roboto-flex', axes: { wdth: 120 } }],
    });
    const narrow = set(part, 'RANGERI', { narrow: 60 });
    expect(narrow.size).toBe(1);
    expect(narrow.gave.narrow).toBeGreaterThan(60);
    expect(narrow.gave.narrow).toBeLessThan(120);
    expect(boxWidth(inkOn(narrow.part))).toBeLessThanOrEqual(boxWidth(inkOn(part)) + 1e-6);
    expect(boxWidth(inkOn(narrow.part))).toBeGreaterThan(boxWidth(inkOn(part)) * 0.985);
    const least = set(part, 'LEPIDOPTERISTS', { narrow: 60 });
    expect(least.gave.narrow).toBe(60);
    expect(least.size).toBeLessThan(1);
    // Anton has no such axis.
    expect(set(words('RANGER'), 'LEPIDOPTERISTS', { narrow: 60 }).gave.narrow).toBeUndefined();
  });

  it('break into more lines only where letters get larger by it', () => {
    const part = words('RANGER');
    const long = 'KEEPER OF THE LAMP ROOM LEDGER';
    expect(set(part, long).part.lines).toHaveLength(1);
    const broken = set(part, long, { lines: 3 });
    expect(broken.gave.lines).toBe(broken.part.lines.length);
    expect(broken.part.lines.length).toBeGreaterThan(1);
    expect(broken.size).toBeGreaterThan(set(part, long).size);
    expect(broken.part.lines.map((l) => l.text).join(' ')).toBe(long);
    expect(boxWidth(inkOn(broken.part))).toBeLessThanOrEqual(boxWidth(inkOn(part)) + 0.01);
    expect(set(part, 'OWL MOTH', { lines: 3 }).part.lines.length).toBe(1);
  });

  it('in a squared block fill it again, no higher than it was', () => {
    const measure = { width: 400, by: 'size' as const, least: 0.6, most: 2.5, gap: 20, optical: true };
    const block = words(['NIGHT', 'RANGER'], { measure });
    const before = inkOn(block);
    const made = set(block, 'MOTH LEDGER SOCIETY', { lines: 3 }).part;
    expect(made.lines.length).toBeGreaterThan(1);
    const box = inkOn(made);
    expect(boxHeight(box)).toBeLessThanOrEqual(boxHeight(before) + 0.01);
    expect(boxCentre(box)[0]).toBeCloseTo(boxCentre(before)[0], 3);
    expect(boxCentre(box)[1]).toBeCloseTo(boxCentre(before)[1], 3);
    // One short word would be as high as the whole board.
    expect(boxHeight(inkOn(set(block, 'UP', { lines: 2 }).part))).toBeLessThanOrEqual(
      boxHeight(before) + 0.01,
    );
  });

  it('along an arch get smaller letters, and keep its angle where they do', () => {
    const arch = words('NIGHT RANGERS', { baseline: { kind: 'arch', by: 'radius', value: 300 } });
    const long = set(arch, 'NIGHT LEPIDOPTERISTS');
    expect(long.part.lines[0].size).toBeCloseTo(100 * long.size, 6);
    expect(long.part.place).toEqual(arch.place);
    const radius = (p: LetteringPart) => (p.baseline.kind === 'arch' ? p.baseline.value : NaN);
    expect(radius(long.part)).toBeCloseTo(300, 0);
    const short = set(arch, 'OWLS');
    const straight = (p: LetteringPart) =>
      boxWidth(partLocalBox({ ...p, baseline: { kind: 'straight' } }, designWith(p), materials));
    expect(straight(short.part) / radius(short.part)).toBeCloseTo(straight(arch) / 300, 6);
    expect(radius(set(arch, 'OWLS', { radius: false }).part)).toBe(300);
  });

  it('keep the edge that they are aligned to, and the turn of their part', () => {
    const left = words('RANGER', { align: 'left' });
    expect(inkOn(set(left, 'LEPIDOPTERIST').part).left).toBeCloseTo(inkOn(left).left, 3);
    const right = words('RANGER', { align: 'right' });
    expect(inkOn(set(right, 'OWL').part).right).toBeCloseTo(inkOn(right).right, 3);
    const turned = words('RANGER', { place: { ...place(450, 450, 1.5), turn: 90 } });
    const made = set(turned, 'LEPIDOPTERIST').part;
    expect(made.place.turn).toBe(90);
    expect(boxHeight(inkOn(made))).toBeCloseTo(boxHeight(inkOn(turned)), 2);
    expect(boxCentre(inkOn(made))[1]).toBeCloseTo(boxCentre(inkOn(turned))[1], 2);
  });

  it('take the layout’s capitals, and one line of a block by itself', () => {
    const part = words(['NIGHT', 'Ranger']);
    const place0 = { line: 0, case: 'layout' as const, fit: USUAL_FIT };
    const one = fitWords(part, place0, 'moth', designWith(part), measuringBy(materials));
    expect(one.part.lines.map((l) => l.text)).toEqual(['MOTH', 'Ranger']);
    expect(one.part.lines[1]).toBe(part.lines[1]);
    const long = fitWords(part, place0, 'lepidopterists', designWith(part), measuringBy(materials));
    expect(long.part.lines[0].size).toBeLessThan(100);
    expect(long.part.place).toEqual(part.place);
    const second = { ...place0, line: 1 };
    expect(fitWords(part, second, 'moth', designWith(part), measuringBy(materials)).part.lines[1].text).toBe(
      'moth',
    );
  });

  it('never leave their room, and lose no word, whatever they say', () => {
    const word = fc.stringMatching(/^[A-Za-z]{1,9}$/);
    const said = fc.array(word, { minLength: 1, maxLength: 7 }).map((w) => w.join(' '));
    const fits = fc.record({
      lines: fc.integer({ min: 1, max: 3 }),
      tracking: fc.constantFrom(null, -40),
      grow: fc.constantFrom(1, 1.6),
      across: fc.constantFrom(0.8, 1, 1.3),
    });
    const part = words('NIGHT RANGER');
    const room = boxWidth(inkOn(part));
    fc.assert(
      fc.property(said, fits, (text, fit) => {
        const made = set(part, text, fit);
        expect(boxWidth(inkOn(made.part))).toBeLessThanOrEqual(room * fit.across * 1.0001);
        expect(made.part.lines.map((l) => l.text).join(' ')).toBe(text);
        expect(made.size).toBeLessThanOrEqual(fit.grow + 1e-9);
        expect(made.height.after).toBeLessThanOrEqual(made.height.before + 1e-6);
      }),
      { seed: 22, numRuns: 60, endOnFailure: true },
    );
  });

  it('of one series have one size, where it is asked for', () => {
    const part = words('RANGER');
    const sizes = ['OWL', 'RANGER', 'KEEPER'].map((t) => set(part, t, {}, 0.7).size);
    expect(sizes).toEqual([0.7, 0.7, 0.7]);
  });
});

describe('a figure in the place of another', () => {
  const was = shape('f', circle(450, 450, 200), 'pale');
  const boxOf = (p: MotifPart) => partLocalBox(p, designWith(p), materials);

  it('lies with its ink in the other’s box, wherever its own picture has it', () => {
    const corner = shape('f', rect(0, 0, 100, 300), 'pale');
    const made = figureInPlace(was, corner, false, boxOf);
    expect(boxHeight(inkOn(made))).toBeCloseTo(400, 6);
    expect(boxWidth(inkOn(made))).toBeCloseTo(400 / 3, 6);
    expect(boxCentre(inkOn(made))).toEqual([expect.closeTo(450, 6), expect.closeTo(450, 6)]);
  });

  it('is as heavy as the other, as far as the box allows', () => {
    expect(weightOfFigure(was)).toBeGreaterThan(Math.PI * 200 * 200 * 0.97);
    expect(weightOfFigure(was)).toBeLessThan(Math.PI * 200 * 200 * 1.03);
    // A full square is heavier than the circle in the same box: it gets smaller.
    const square = shape('f', rect(100, 100, 600, 600), 'pale');
    const made = figureInPlace(was, square, true, boxOf);
    expect(boxWidth(inkOn(made))).toBeCloseTo(Math.sqrt(Math.PI) * 200, -1);
    // A thin cross would have to be far larger.
    const thin = shape('f', `${rect(440, 100, 20, 700)}${rect(100, 440, 700, 20)}`, 'pale');
    expect(boxWidth(inkOn(figureInPlace(was, thin, true, boxOf)))).toBeCloseTo(400 * 1.15, 3);
  });

  it('counts what lies over another outline once', () => {
    const [a] = was.outlines;
    expect(weightOfFigure({ ...was, outlines: [a, a, a] })).toBeCloseTo(weightOfFigure(was), 6);
  });
});
