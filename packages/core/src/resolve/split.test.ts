import fc from 'fast-check';
import { applyEdits, type Design } from '../design';
import { inkPieces, oneOutline, paintSurface, printed, type Materials } from '../drawing';
import { flatten, islandsOf, cleaned, signedArea, parseSvgPath, type PathData } from '../geometry';
import { lettering, letteringLine, line, nodesOf, place, shapeOf, type Part } from '../parts';
import {
  circle,
  designOf,
  loadOutlineOps,
  materialsWith,
  NO_FACES,
  NO_PICTURES,
  rect,
  shape,
  solidDisc,
  surfaces,
  withPicture,
} from '../../testing';
import { differing, painted } from '../../testing/painting';
import { resolve } from './resolve';
import { MOST_PIECES, splitEdits } from './split';
import { toOutlines } from './to-outlines';

const INKS = { a: '#ff0000', b: '#0000ff' };
let withOps: Materials;
beforeAll(async () => {
  withOps = { ...(await materialsWith('anton')), ops: await loadOutlineOps() };
});

const area = (path: PathData) =>
  flatten(path, 0.01).reduce((sum, { points }) => sum + signedArea(points) / 2, 0);
const part = (id: string, path: string, ink = 'a'): Part => shape(id, path, ink);
const split = (design: Design, ids = design.parts.map((p) => p.id)): { design: Design; pieces: number } => {
  const made = splitEdits(design, ids, withOps);
  if (made.why) throw new Error(made.why);
  return { design: applyEdits(design, made.edits), pieces: made.pieces };
};
const paintedWith = (design: Design) => {
  const { width, height } = design.board;
  const surface = paintSurface(resolve(design, undefined, withOps), 1, NO_PICTURES, surfaces);
  return surface.context.getImageData(0, 0, width, height);
};
const areas = (design: Design) =>
  design.parts.map((p) => {
    const { groups } = resolve({ ...design, parts: [p], bundles: design.bundles }, undefined, withOps);
    const { pieces } = inkPieces(groups, withOps.ops!);
    return Math.round(
      area(
        oneOutline(
          pieces.map((i) => i.path),
          withOps.ops!,
        ),
      ),
    );
  });

describe('islands of a path', () => {
  it('are its pieces with their own holes', () => {
    const ring = (x: number) => `M${x} 0h100v100h-100ZM${x + 20} 20v60h60v-60Z`;
    const path = withOps.ops!.weld(parseSvgPath(ring(0) + ring(200) + 'M40 40h20v20h-20Z'));
    const found = islandsOf(path);
    expect(found.map((p) => Math.round(area(p))).sort((x, y) => x - y)).toEqual([400, 6400, 6400]);
  });

  it('without specks and doubled points are clean', () => {
    const path = parseSvgPath('M0 0H100V100H0Z M200 0H200.4V100H200Z M300 0H300V0H350V50H300Z');
    const clean = cleaned(path, 0.6);
    expect(flatten(clean, 0.1)).toHaveLength(2);
    expect(clean.filter((v, i) => i > 0 && v === 300).length).toBeLessThan(4);
  });
});

describe('parts set into their pieces', () => {
  it('one part: a piece an island, with what is around it', () => {
    const stripes = {
      ...shapeOf('s', place(450, 450), 'stripes', 400, 'a'),
      keylines: [{ ink: 'b', width: 5, join: 'round' as const }],
    };
    const of = designOf(INKS, stripes);
    const { design, pieces } = split(of);
    expect(pieces).toBe(stripes.values.count);
    expect(new Set(design.parts.map((p) => p.bundle)).size).toBe(1);
    expect(design.parts.every((p) => p.keylines.length === 1)).toBe(true);
    expect(differing(painted(of).data, painted(design).data)).toBeLessThan(0.001);
  });

  it('two that cross: what each has alone, and what lies on both in the ink of the front one', () => {
    const of = designOf(
      INKS,
      part('front', rect(100, 100, 300, 300)),
      part('back', rect(300, 200, 300, 300), 'b'),
    );
    const { design, pieces } = split(of);
    expect(pieces).toBe(3);
    expect(areas(design).sort((x, y) => x - y)).toEqual([20_000, 70_000, 70_000]);
    expect(differing(painted(of).data, painted(design).data)).toBe(0);
  });

  it('along an open line, which goes', () => {
    const at = (y: number) =>
      Array.from({ length: 20 }, (_, i) => [50 + 40 * i, y, 1] as [number, number, number]);
    const { nodes } = nodesOf(at(450), 1)!;
    const knife = line('knife', nodes, { ink: 'b', width: 8, pen: 'even', nib: 0 });
    const of = designOf(INKS, knife, part('disc', circle(450, 450, 200)));
    const { design, pieces } = split(of);
    expect(pieces).toBe(2);
    expect(design.parts.some((p) => p.id === 'knife')).toBe(false);
    const half = (Math.PI * 200 * 200) / 2;
    for (const own of areas(design)) expect(Math.abs(own / half - 1)).toBeLessThan(0.01);
  });

  it('with their live copies', () => {
    const dots = {
      ...part('dot', circle(200, 450, 40)),
      repeat: { kind: 'step' as const, count: 4, dx: 120, dy: 0, turn: 0, scale: 1 },
    };
    expect(split(designOf(INKS, dots)).pieces).toBe(4);
  });

  it('says why not: one piece, a picture, too many', () => {
    expect(splitEdits(designOf(INKS, part('p', rect(0, 0, 9, 9))), ['p'], withOps)).toMatchObject({
      why: 'one',
      pieces: 1,
    });
    const pictured = withPicture(solidDisc);
    const id = pictured.design.parts[0].id;
    expect(splitEdits(pictured.design, [id], withOps)).toMatchObject({ why: 'nothing', edits: [] });
    const specks = Array.from({ length: 21 }, (_, i) =>
      Array.from({ length: 21 }, (_, j) => rect(40 * i, 40 * j, 20, 20)).join(''),
    ).join('');
    const many = splitEdits(designOf(INKS, part('p', specks)), ['p'], withOps);
    expect(many).toMatchObject({ why: 'many', pieces: 441 });
    expect(441).toBeGreaterThan(MOST_PIECES);
  });

  it('any two rectangles: no ink is lost, none is drawn twice', () => {
    const box = fc.record({ x: fc.integer({ min: 0, max: 400 }), y: fc.integer({ min: 0, max: 400 }) });
    fc.assert(
      fc.property(box, box, (one, two) => {
        const of = designOf(
          INKS,
          part('p', rect(one.x, one.y, 200, 200)),
          part('q', rect(two.x, two.y, 210, 190), 'b'),
        );
        const { design } = split(of);
        expect(differing(painted(of).data, painted(design).data)).toBeLessThan(0.0005);
        const cover = areas(of);
        const all = areas(design).reduce((sum, v) => sum + v, 0);
        expect(all).toBeLessThanOrEqual(cover[0] + cover[1] + 2);
      }),
      { numRuns: 30, seed: 14 },
    );
  });
});

describe('a part as outlines', () => {
  it('of words looks the same, keeps what is around it, and says how far it strays', () => {
    const words = {
      ...lettering('w', 'Owl', { ...place(450, 400), turn: 12 }, [letteringLine('OWL', 'anton', 200, 'a')]),
      keylines: [{ ink: 'b', width: 12, join: 'round' as const }],
      mustRead: true,
    };
    const of = designOf(INKS, words);
    const made = toOutlines(words, of, withOps)!;
    expect(made.deviation).toBeLessThan(0.02);
    expect(made.points).toBeGreaterThan(10);
    expect(made.part).toMatchObject({ id: 'w', name: 'Owl', mustRead: true, keylines: words.keylines });
    const after = { ...of, parts: [made.part] };
    expect(differing(paintedWith(of).data, paintedWith(after).data)).toBeLessThan(0.002);
  });

  it('takes what is grown, thinned or rounded for good', () => {
    const square = part('p', rect(300, 300, 200, 200));
    for (const look of [{ spread: 10 }, { thin: 10 }, { smooth: 30 }]) {
      const own = { ...square, ...look } as Part;
      const of = designOf(INKS, own);
      const made = toOutlines(own, of, withOps)!;
      expect(made.part).toMatchObject({ spread: 0, thin: 0, smooth: 0 });
      const after = { ...of, parts: [made.part] };
      expect(differing(paintedWith(of).data, paintedWith(after).data)).toBeLessThan(0.001);
    }
  });

  it('of a line with round ends strays by less than the eye or a blade can tell', () => {
    const at = Array.from({ length: 60 }, (_, i) => [100 + 12 * i, 450 + 120 * Math.sin(i / 5), 1] as const);
    const { nodes } = nodesOf(
      at.map(([x, y, p]) => [x, y, p]),
      1,
    )!;
    const drawn = line('l', nodes, { ink: 'a', width: 40, pen: 'even', nib: 0 });
    const made = toOutlines(drawn, designOf(INKS, drawn), withOps)!;
    expect(made.deviation).toBeGreaterThan(0);
    expect(made.deviation).toBeLessThan(0.02);
  });

  it('is none of a picture, or of what draws nothing', () => {
    const { design } = withPicture(solidDisc);
    expect(toOutlines(design.parts[0], design, withOps)).toBeNull();
    const nothing = part('p', rect(0, 0, 0, 0));
    expect(toOutlines(nothing, designOf(INKS, nothing), withOps)).toBeNull();
  });
});

describe('a part that is thinner, or smoother', () => {
  const cover = (own: Part, more: Part[] = []) => areas(designOf(INKS, own, ...more))[0];
  const square = (look: Partial<Part>): Part => ({ ...part('p', rect(300, 300, 200, 200)), ...look }) as Part;

  it('has its edge moved inwards by so much, whatever its scale', () => {
    expect(cover(square({ thin: 10 }))).toBeCloseTo(180 * 180, -2);
    const small = square({ thin: 10, place: { x: 450, y: 450, turn: 30, scaleX: 0.5, scaleY: 0.5 } });
    expect(cover(small)).toBeCloseTo(80 * 80, -2);
  });

  it('has round corners of that radius, outside and inside', () => {
    const r = 20;
    const corners = (4 - Math.PI) * r * r;
    expect(cover(square({ smooth: r })) / (200 * 200 - corners)).toBeCloseTo(1, 3);
    const notched = { ...part('p', 'M0 0H200V200H100V100H0Z'), smooth: r } as Part;
    // Five corners are cut, one is filled.
    expect(cover(notched) / (30_000 - corners)).toBeCloseTo(1, 2);
  });

  it('has thinner lines, too, and holes that grow', () => {
    const ring = { ...part('p', `${rect(300, 300, 200, 200)}M350 350v100h100v-100Z`), thin: 10 } as Part;
    expect(cover(ring) / (180 * 180 - 120 * 120)).toBeCloseTo(1, 2);
  });

  it('wears its keylines along its new edge, and says where nothing is left', () => {
    const thin = square({ thin: 50, keylines: [{ ink: 'b', width: 10, join: 'mitre' }] });
    const drawing = resolve(designOf(INKS, thin), undefined, withOps);
    expect(drawing.faults).toEqual([]);
    const { pieces } = inkPieces(printed(drawing), withOps.ops!);
    expect(Math.round(area(withOps.ops!.weld(pieces.flatMap((p) => p.path))))).toBeCloseTo(120 * 120, -2);
    const gone = resolve(designOf(INKS, square({ thin: 101 })), undefined, withOps);
    expect(gone.faults).toEqual([{ kind: 'thinned-away', part: 'p' }]);
  });

  it('is what it was where there are no operations', () => {
    const drawing = resolve(designOf(INKS, square({ thin: 30 })), undefined, NO_FACES);
    expect([drawing.late, drawing.faults]).toEqual([true, []]);
  });
});
