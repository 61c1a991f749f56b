import fc from 'fast-check';
import {
  applyEdits,
  clippingOf,
  copyEdits,
  joinsOf,
  membersOf,
  pasteEdits,
  readClipping,
  type Bundle,
  type Design,
  type Joining,
} from '../design';
import { cutPathsOf, groupBounds, paintSurface, printed, writeSvg, type Materials } from '../drawing';
import { lettering, letteringLine, place, type Part, type PartRelations } from '../parts';
import { proofOf } from '../proof';
import {
  circle,
  designOf,
  inputOf,
  loadOutlineOps,
  materialsWith,
  NO_FACES,
  NO_PICTURES,
  rect,
  shape,
  surfaces,
} from '../../testing';
import { handleOf } from './handle';
import { resolve } from './resolve';

const INKS = { a: '#ff0000', b: '#0000ff' };
let withOps: Materials;
beforeAll(async () => {
  withOps = { ...NO_FACES, ops: await loadOutlineOps() };
});

const part = (id: string, path: string, more: Partial<Part> = {}): Part =>
  ({ ...shape(id, path, 'a'), bundle: 'all', ...more }) as Part;
const bundle = (id: string, joined: Joining | null, within: string | null = null): Bundle => ({
  ...{ id, name: '', bundle: within, joined },
});
const design = (how: Joining | null, ...parts: Part[]): Design => ({
  ...designOf(INKS, ...parts),
  bundles: [bundle('all', how)],
});
const paint = (of: Design, materials = withOps) => {
  const { width, height } = of.board;
  const surface = paintSurface(resolve(of, undefined, materials), 1, NO_PICTURES, surfaces);
  return surface.context.getImageData(0, 0, width, height);
};
const area = (of: Design, materials = withOps) => {
  const { data } = paint(of, materials);
  let sum = 0;
  for (let i = 3; i < data.length; i += 4) sum += data[i] / 255;
  return sum;
};
const colourAt = (of: Design, x: number, y: number) => {
  const { data, width } = paint(of);
  const at = (y * width + x) * 4;
  return data[at + 3] < 128 ? null : data[at + 2] > 128 ? 'b' : 'a';
};

const left = part('left', rect(100, 100, 300, 300));
const right = part('right', rect(300, 200, 300, 300));

describe('a joined bundle', () => {
  it('covers all, what is common, or what is not', () => {
    const whole = 2 * 90_000 - 100 * 200;
    expect(area(design(null, left, right))).toBeCloseTo(whole, -2);
    expect(area(design('weld', left, right))).toBeCloseTo(whole, -2);
    expect(area(design('overlap', left, right))).toBeCloseTo(100 * 200, -2);
    expect(area(design('exclude', left, right))).toBeCloseTo(whole - 100 * 200, -2);
  });

  it('has its keylines, its shade and its ink from its front member, around the whole', () => {
    const front = { ...left, keylines: [{ ink: 'b', width: 20, join: 'mitre' as const }] };
    const loose = design(null, front, right);
    // As they are, the keyline runs over the other; joined, it runs around both.
    expect(colourAt(loose, 410, 300)).toBe('b');
    const welded = design('weld', front, right);
    expect(colourAt(welded, 410, 300)).toBe('a');
    expect(colourAt(welded, 610, 300)).toBe('b');
    const other = { ...shape('right', rect(300, 200, 300, 300), 'b'), bundle: 'all' };
    expect(colourAt(design('weld', left, other), 500, 300)).toBe('a');
  });

  it('is one outline in files, however many members it has', () => {
    const svg = writeSvg(resolve(design('weld', left, right), undefined, withOps), { picture: () => null });
    expect(svg.match(/<path /g)).toHaveLength(1);
    expect(svg).not.toContain('id="right"');
  });

  it('keeps its members to be taken hold of, and gives the same group where nothing has changed', () => {
    const of = design('weld', left, right);
    const [one, two] = [resolve(of, undefined, withOps), resolve({ ...of }, undefined, withOps)];
    expect(one.groups.map((g) => [g.part, g.layer])).toEqual([
      ['right', 'guide'],
      ['left', undefined],
    ]);
    expect(handleOf(one.groups[0]).place).toBe(right.place);
    expect(two.groups.every((g, i) => g === one.groups[i])).toBe(true);
  });

  it('is worked out once, wherever it is dragged', () => {
    const counted = { n: 0 };
    const ops = {
      ...withOps.ops!,
      weld: (path: readonly number[]) => (counted.n++, withOps.ops!.weld(path)),
    };
    const materials = { ...NO_FACES, ops };
    const of = design('weld', left, right);
    resolve(of, undefined, materials);
    const before = counted.n;
    const place = ({ place: { x, y } }: Part) => ({ x: x + 33.3, y: y + 12.7 });
    const moved = applyEdits(of, [
      { op: 'place', part: 'left', place: place(left) },
      { op: 'place', part: 'right', place: place(right) },
    ]);
    const drawing = resolve(moved, undefined, materials);
    expect(counted.n).toBe(before);
    const { left: x, top: y } = groupBounds(printed(drawing)[0]);
    expect([x, y].map((v) => Math.round(v * 10) / 10)).toEqual([133.3, 112.7]);
  });

  it('takes lines and live copies for what they cover', () => {
    const ring = { ...part('ring', circle(300, 300, 100)) } as Part & { outlines: { stroke: unknown }[] };
    ring.outlines[0].stroke = { width: 20, join: 'round', cap: 'butt' };
    const dot = part('dot', circle(300, 300, 30), {
      repeat: { kind: 'step', count: 2, dx: 200, dy: 0, turn: 0, scale: 1 },
    });
    const expected = Math.PI * (110 ** 2 - 90 ** 2) + 2 * Math.PI * 30 ** 2;
    expect(area(design('weld', ring, dot)) / expected).toBeCloseTo(1, 2);
  });

  it('leaves out what is hidden and what only cuts, and is none with fewer than two', () => {
    const hidden = { ...right, hidden: true };
    expect(joinsOf(design('overlap', left, hidden))).toEqual([]);
    expect(area(design('overlap', left, hidden))).toBeCloseTo(90_000, -2);
  });

  it('lies within another, joined first', () => {
    const dot = part('dot', circle(350, 300, 40), { bundle: 'inner' });
    const bar = part('bar', rect(340, 100, 20, 400), { bundle: 'inner' });
    const of = {
      ...designOf(INKS, left, dot, bar),
      bundles: [bundle('all', 'exclude'), bundle('inner', 'weld', 'all')],
    };
    const [join] = joinsOf(of);
    expect(membersOf(join)).toEqual(['left', 'dot', 'bar']);
    const inner = Math.PI * 40 ** 2 + 20 * 400 - 20 * 80;
    const common = Math.PI * 40 ** 2 + 20 * 300 - 20 * 80;
    expect(area(of) / (90_000 + inner - 2 * common)).toBeCloseTo(1, 2);
  });

  it('is cut as a whole, also where only a member is named, and cuts as a whole', () => {
    const cuts = (ids: string[]): Partial<PartRelations> => ({
      knockOut: { from: 'chosen', parts: ids, gap: 0 },
      unprinted: true,
    });
    const hole = part('hole', rect(120, 120, 50, 50), { ...cuts(['right']), bundle: null });
    const whole = area(design('weld', left, right));
    expect(area(design('weld', hole, left, right))).toBeCloseTo(whole - 2500, -2);
    const ground = part('ground', rect(0, 0, 700, 700), { bundle: null });
    const cutter = { ...left, knockOut: { from: 'below', parts: [], gap: 0 } } as Part;
    // What cuts is drawn, too: the ground lies bare nowhere, and its own ink is the bundle's.
    expect(area(design('weld', cutter, right, ground))).toBeCloseTo(490_000, -2);
    const inside = part('inside', rect(0, 0, 700, 700), {
      ...{ bundle: null, window: { kind: 'bundle', bundle: 'all' } },
    });
    expect(area(design('overlap', inside, left, right))).toBeCloseTo(20_000, -2);
  });

  it('with nothing in common draws nothing, and says so', () => {
    const far = part('far', rect(700, 700, 100, 100));
    const of = design('overlap', left, far);
    expect(area(of)).toBe(0);
    const { findings } = proofOf({ ...inputOf(of, []), materials: withOps });
    expect(findings.map((f) => f.check)).toContain('cut-away');
  });

  it('stays joined in copies, in the clipboard, and where it is changed back', () => {
    const of = design('weld', left, right);
    const { edits } = copyEdits(of, ['left', 'right'], () => ({}));
    expect(applyEdits(of, edits).bundles.map((b) => b.joined)).toEqual(['weld', 'weld']);
    const clipping = readClipping(clippingOf(of, ['left', 'right']))!;
    const pasted = applyEdits(designOf(INKS), pasteEdits(designOf(INKS), clipping).edits);
    expect(pasted.bundles.map((b) => b.joined)).toEqual(['weld']);
    const back = applyEdits(of, [{ op: 'joinBundle', bundle: 'all', joined: null }]);
    expect(printed(resolve(back, undefined, withOps))).toHaveLength(2);
  });

  it('draws its members as they are where there is no time or no operations', () => {
    const drawing = resolve(design('weld', left, right), undefined, NO_FACES);
    expect([drawing.late, printed(drawing).length]).toEqual([true, 2]);
    expect(cutPathsOf(drawing).size).toBe(0);
  });

  it('of words says what all of them say', async () => {
    const materials = await materialsWith('anton');
    const word = (id: string, text: string, x: number) =>
      ({
        ...lettering(id, '', place(x, 300), [letteringLine(text, 'anton', 120, 'a')]),
        bundle: 'all',
      }) as Part;
    const of = design('weld', word('one', 'OWL', 300), word('two', 'MOTH', 380));
    const [group] = printed(resolve(of, undefined, { ...materials, ops: withOps.ops }));
    expect(group.about.words).toEqual(['OWL', 'MOTH']);
    expect(group.about.mustRead).toBe(true);
  });
});

describe('laws of joining', () => {
  const square = fc.record({ x: fc.integer({ min: 0, max: 400 }), y: fc.integer({ min: 0, max: 400 }) });
  it('all is what is common and what is not; order does not count', () => {
    fc.assert(
      fc.property(fc.array(square, { minLength: 2, maxLength: 4 }), (squares) => {
        const parts = squares.map(({ x, y }, i) => part(`p${i}`, rect(x, y, 200, 200)));
        const weld = area(design('weld', ...parts));
        expect(weld).toBeCloseTo(area(design('weld', ...[...parts].reverse())), -2);
        expect(weld).toBeCloseTo(area(design(null, ...parts)), -2);
        const [a, b] = parts;
        const common = area(design('overlap', a, b));
        expect(area(design('weld', a, b))).toBeCloseTo(common + area(design('exclude', a, b)), -2);
        expect(common).toBeLessThanOrEqual(40_000 + 50);
      }),
      { numRuns: 25, seed: 14 },
    );
  });
});
