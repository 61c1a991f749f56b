import { applyEdits, type Design, type PlacedAt } from '../design';
import { lettering, letteringLine, place } from '../parts';
import { homeAt, newPlacement } from '../placement';
import type { Spec, SpecSide } from '../spec';
import {
  circle,
  designOf,
  garment,
  inputOf,
  materialsWith,
  rect,
  shape,
  SPEC,
  withPicture,
  solidDisc,
} from '../../testing';
import { placedProof, proofOf, type CheckId, type ProofInput } from './index';

const WHITE = garment('white', '#ffffff');
const SOOT = garment('soot', '#1b1b1d');

const mug = (curve = true): SpecSide => ({
  ...SPEC.sides[0],
  id: 'around',
  ...{ widthIn: 9, heightIn: 3.5, widthPx: 2700, heightPx: 1050, dpi: 300 },
  safeIn: { left: 0.1, top: 0.1, right: 0.1, bottom: 0.1 },
  ...(curve ? { curve: { diameterIn: 3.2 } } : {}),
});
const specOf = (side: SpecSide, over: Partial<Spec> = {}): Spec => ({
  ...SPEC,
  id: 'test/other',
  kind: 'other',
  sides: [side],
  ...over,
});
const judged = (
  input: ProofInput,
  side: SpecSide,
  at: Partial<PlacedAt> & { narrow?: boolean },
  spec = specOf(side),
) => {
  const placement = { ...newPlacement(spec, side, homeAt(input.design.board, side)), ...at };
  return placedProof({ ...input, spec, side, placement, apart: null, mends: false });
};
const of = (proof: { findings: { check: CheckId; figure: number }[] }, check: CheckId) =>
  proof.findings.filter((f) => f.check === check);

describe('the proof of a placement judges what its file shows', () => {
  /** Upright bars of 5 px (0.42 mm at the board's 300 dpi), over most of the board's width. */
  const bars = Array.from({ length: 9 }, (_, i) => rect(60 + i * 95, 300, 5, 300)).join('');
  const design = designOf({ a: '#1b1b1d' }, shape('bars', bars, 'a'));
  const input = inputOf(design, [WHITE]);

  it('lines that narrowing for a curve makes too thin', () => {
    const [wide] = [mug()];
    const plain = judged(input, wide, { scale: 0.9, narrow: false });
    expect(of(plain, 'thin-ink')).toEqual([]);
    const narrowed = judged(input, wide, { scale: 0.9, narrow: true });
    const [thin] = of(narrowed, 'thin-ink');
    expect(thin.figure).toBeLessThan(0.35);
    expect(thin.figure).toBeGreaterThan(0.2);
  });

  it('lines that get thin where all of it is placed small', () => {
    expect(of(judged(input, mug(false), { scale: 1 }), 'thin-ink')).toEqual([]);
    expect(of(judged(input, mug(false), { scale: 0.5 }), 'thin-ink')).toHaveLength(1);
  });

  it('keylines, and the distance that lettering is read from, at the size that they have there', async () => {
    const materials = await materialsWith('anton');
    const words = lettering('w', '', place(450, 450), [letteringLine('OWL', 'anton', 300, 'a')]);
    const lined = applyEdits(designOf({ a: '#1b1b1d' }, words), [
      { op: 'addKeyline', part: 'w', keyline: { width: 6, ink: 'a', join: 'round' } },
    ]);
    const at = (scale: number) => judged(inputOf(lined, [WHITE], { materials }), mug(false), { scale });
    expect(of(at(1), 'thin-keyline')).toEqual([]);
    expect(of(at(0.5), 'thin-keyline')[0].figure).toBeCloseTo(0.254, 3);
    const [far, near] = [of(at(1), 'distance')[0].figure, of(at(0.5), 'distance')[0].figure];
    expect(near).toBeCloseTo(far / 2, 6);
  });

  it('the same verdicts whether the board is the side or is placed on it one to one', () => {
    const side = SPEC.sides[0];
    const own = judged(input, side, {}, SPEC);
    const home = proofOf({ ...input, mends: false });
    expect(own.garments).toEqual(home.garments);
    for (const f of home.findings) expect(own.findings).toContainEqual(f);
    const elsewhere = { ...SPEC, id: 'test/twin' };
    const twin = judged(input, side, {}, elsewhere);
    expect(twin.garments).toEqual(home.garments);
  });

  it('what lies outside its print area', () => {
    const far = judged(input, mug(false), { x: 30 });
    expect(of(far, 'off')).toHaveLength(1);
    const cut = judged(input, mug(false), { x: 4 });
    expect(of(cut, 'cut')).toHaveLength(1);
    expect(of(judged(input, mug(false), {}), 'cut')).toEqual([]);
  });

  it('what the seller lives with stays so', () => {
    const accepted: Design = {
      ...design,
      accepted: [{ check: 'thin-ink', part: 'bars', garment: null, reason: 'hairlines are meant' }],
    };
    const [thin] = judged(inputOf(accepted, [SOOT]), mug(false), { scale: 0.5 }).findings.filter(
      (f) => f.check === 'thin-ink',
    );
    expect(thin.accepted).toBe('hairlines are meant');
  });
});

describe('live copies', () => {
  it('of a picture are judged by the largest', () => {
    const small = withPicture(solidDisc, {}, 0.5);
    expect(of(proofOf(small), 'resolution')).toEqual([]);
    const [part] = small.design.parts;
    const repeat = { kind: 'step' as const, count: 2, dx: 200, dy: 0, turn: 0, scale: 8 };
    const design = { ...small.design, parts: [{ ...part, repeat }] };
    const [found] = proofOf({ ...small, design }).findings.filter((f) => f.check === 'resolution');
    expect(found.figure).toBeCloseTo(300 / 4, 6);
    const mended = applyEdits(design, found.mends[0].edits);
    expect(of(proofOf({ ...small, design: mended }), 'resolution')).toEqual([]);
  });

  it('with a keyline are judged by the thinnest', () => {
    const part = {
      ...shape('d', circle(300, 450, 100), 'a'),
      keylines: [{ ink: 'b', width: 12, join: 'round' as const }],
      repeat: { kind: 'step' as const, count: 2, dx: 300, dy: 0, turn: 0, scale: 0.25 },
    };
    const design = designOf({ a: '#ffffff', b: '#b3492a' }, part);
    const [thin] = proofOf(inputOf(design, [SOOT])).findings.filter((f) => f.check === 'thin-keyline');
    expect(thin.figure).toBeCloseTo((12 * 0.25 * 25.4) / 300, 6);
  });
});
