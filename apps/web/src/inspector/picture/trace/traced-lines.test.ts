import fc from 'fast-check';
import { applyEdit, emptyDesign, inkValues, type Design } from '@brelm/core/design';
import { applyMatrix } from '@brelm/core/geometry';
import { picture, place, type LinePart, type PicturePart } from '@brelm/core/parts';
import { partMatrix } from '@brelm/core/resolve';
import type { TracedLines } from '../../../workers/trace-client';
import { copyMm, copyToBoard } from './of-copy';
import { linesEdits } from './traced-lines';

const board = { spec: 'pinfold/tee-front', side: 'front', width: 4500, height: 5400, dpi: 300 };
const base = emptyDesign('Traced', board, 'soot', ['soot'], { name: 'Bone', value: '#efe8d6' });
const paper = {
  ...{ id: 'paper', name: 'Paper', sha256: 'a'.repeat(64), width: 800, height: 600 },
  licence: { id: 'own' },
};
const designWith = (change: Partial<PicturePart> = {}): Design => ({
  ...base,
  materials: [paper],
  parts: [{ ...picture('p', place(2000, 1500), paper), ...change }],
});
const node = (x: number, y: number) => ({
  x,
  y,
  inX: x - 3,
  inY: y,
  outX: x + 3,
  outY: y + 4,
  pressure: 0.5,
});
/** On a copy of half the size. */
const found: TracedLines = {
  ...{ width: 400, height: 300, colour: '#202428', points: 5 },
  lines: [
    { nodes: [node(10, 20), node(390, 20)], closed: false, width: 6, pen: 'even', length: 380 },
    {
      nodes: [node(100, 100), node(200, 100), node(150, 200)],
      closed: true,
      width: 9,
      pen: 'pressed',
      length: 350,
    },
  ],
};
const traced = (design: Design, ink: string | null = null) => {
  const part = design.parts[0] as PicturePart;
  const { edits, ids } = linesEdits(design, part, paper, found, ink);
  const after = edits.reduce(applyEdit, design);
  return { after, part, ids, lines: after.parts.filter((p): p is LinePart => p.kind === 'line') };
};

/** Where the points of a line lie on the board. */
const onBoard = (part: LinePart) => part.nodes.map((n) => applyMatrix(partMatrix(part), n.x, n.y));

describe('lines that were traced', () => {
  it('lie where they were drawn, bundled, and their picture is hidden and kept', () => {
    const { after, ids, lines } = traced(designWith());
    expect(lines.map((l) => l.id).sort()).toEqual([...ids].sort());
    const [bar] = lines.filter((l) => !l.closed);
    // The copy's middle is the picture's; a px of it is two of the board.
    expect(onBoard(bar)).toEqual([
      [2000 + 2 * (10 - 200), 1500 + 2 * (20 - 150)],
      [2000 + 2 * (390 - 200), 1500 + 2 * (20 - 150)],
    ]);
    expect([bar.width, bar.pen]).toEqual([12, 'even']);
    expect(new Set(lines.map((l) => l.bundle)).size).toBe(1);
    expect(after.bundles).toHaveLength(1);
    expect(after.bundles[0].name).toBe('Paper, lines');
    expect(after.parts.find((p) => p.id === 'p')).toMatchObject({ hidden: true });
  });

  it('are in the ink that is asked for, or in their own', () => {
    const bone = base.inks[0].id;
    const { lines, after } = traced(designWith(), bone);
    expect(lines.map((l) => l.ink)).toEqual([bone, bone]);
    expect(after.inks).toHaveLength(1);
    const own = traced(designWith());
    expect(inkValues(own.after, undefined).get(own.lines[0].ink)).toBe('#202428');
    // One that the design has already, nearly, is taken.
    const dark = {
      ...designWith(),
      inks: [...base.inks, { id: 'dark', name: 'Coal', value: '#22262a' }],
    } as Design;
    expect(traced(dark).lines[0].ink).toBe('dark');
  });

  it('follow their picture however it is placed and cropped', () => {
    const any = fc.record({
      x: fc.integer({ min: 0, max: 4000 }),
      turn: fc.integer({ min: -180, max: 180 }),
      scale: fc.integer({ min: 1, max: 5 }),
      flip: fc.boolean(),
      left: fc.integer({ min: 0, max: 200 }),
      top: fc.integer({ min: 0, max: 200 }),
    });
    fc.assert(
      fc.property(any, ({ x, turn, scale, flip, left, top }) => {
        const design = designWith({
          place: { ...place(x, 1500), turn, scaleX: flip ? -scale : scale, scaleY: scale },
          crop: left + top > 0 ? { left, top, right: 0, bottom: 0 } : null,
        });
        const { lines, part } = traced(design);
        const k = (800 - left) / 400;
        const matrix = copyToBoard(part, paper, found);
        // The copy's middle is that of what the crop leaves.
        const [mx, my] = applyMatrix(matrix, 200, 150);
        const [cx, cy] = applyMatrix(partMatrix(part), left / 2, top / 2);
        expect(Math.hypot(mx - cx, my - cy)).toBeLessThan(1e-6);
        const bar = lines.find((l) => !l.closed)!;
        const [from] = onBoard(bar);
        const [wantX, wantY] = applyMatrix(matrix, 10, 20);
        expect(Math.hypot(from[0] - wantX, from[1] - wantY)).toBeLessThan(1e-6);
        expect(bar.width).toBeCloseTo(6 * k * scale, 6);
        expect(copyMm(part, paper, 400, 300)).toBeCloseTo((k * scale * 25.4) / 300, 9);
      }),
      { seed: 20261129, numRuns: 60 },
    );
  });
});
