import { loadOutlineOps } from '../../../testing/base';
import {
  CLOSE,
  flatten,
  LINE,
  MOVE,
  pathBounds,
  signedArea,
  type OutlineOps,
  type PathData,
} from '../../geometry';
import { drawFigure, figureSvg, FIGURE_PX } from '../picture';
import { readRequest } from '../request';
import type { FigureArt, Fill, Piece } from '../types';
import { line } from './line';
import { oneColour } from './one-colour';
import { bodyOf, INK, seenOf, without } from './seen';
import { sticker } from './sticker';
import { cuts, woodcut } from './woodcut';
import { STYLE_IDS } from '.';

let ops: OutlineOps;
beforeAll(async () => {
  ops = await loadOutlineOps();
});

const rect = (left: number, top: number, right: number, bottom: number): PathData => [
  ...[MOVE, left, top, LINE, right, top, LINE, right, bottom, LINE, left, bottom, CLOSE],
];
const fill = (path: PathData, colour: string, opacity = 1): Fill => ({ path, colour, opacity });
const piece = (...fills: Fill[]): Piece => ({ id: 'flat/test', fills });
const area = (path: PathData) =>
  Math.abs(flatten(path, 0.2).reduce((sum, { points }) => sum + signedArea(points) / 2, 0));
const covered = (path: PathData, box: PathData) => area(ops.intersect(path, box));

const DARK = '#1c1c1c';
const PALE = '#f4f2ec';

describe('what is seen of what lies one before the other', () => {
  it('is what nothing covers: all that is seen is all that is covered', () => {
    const back = piece(fill(rect(0, 0, 100, 100), DARK), fill(rect(20, 20, 60, 60), PALE));
    const front = piece(fill(rect(50, 50, 150, 150), DARK));
    const seen = seenOf([back, front], ops, 0);
    expect(seen.map((s) => Math.round(area(s.seen)))).toEqual([
      100 * 100 - 2500 - 1600 + 100,
      1600 - 100,
      10000,
    ]);
    expect(seen.map((s) => s.piece)).toEqual([0, 0, 1]);
    const whole = area(ops.weld([...bodyOf(back, ops), ...bodyOf(front, ops)]));
    expect(seen.reduce((n, s) => n + area(s.seen), 0)).toBeCloseTo(whole, 0);
  });

  it('keeps clear of what lies before it by the gap, and leaves sheens out', () => {
    const seen = seenOf(
      [
        piece(fill(rect(0, 0, 100, 100), DARK), fill(rect(0, 0, 9, 9), PALE, 0.2)),
        piece(fill(rect(40, -50, 60, 150), DARK)),
      ],
      ops,
      10,
    );
    expect(seen).toHaveLength(2);
    expect(covered(seen[0].seen, rect(30.5, 0, 69.5, 100))).toBeCloseTo(0, 0);
    expect(area(seen[0].seen)).toBeCloseTo(2 * 30 * 100, -1);
  });

  it('a path without another has what of it does not lie in the other', () => {
    expect(area(without(rect(0, 0, 10, 10), rect(5, 0, 20, 10), ops))).toBeCloseTo(50, 1);
    expect(area(without(rect(0, 0, 10, 10), rect(-1, -1, 20, 20), ops))).toBeCloseTo(0, 1);
    expect(without(rect(0, 0, 10, 10), [], ops)).toEqual(rect(0, 0, 10, 10));
  });
});

describe('one colour', () => {
  it('has what is dark, cuts out what is light, and rims what would else be nothing', () => {
    const [only, ...others] = oneColour(
      [piece(fill(rect(0, 0, 200, 200), DARK), fill(rect(50, 50, 150, 150), PALE))],
      ops,
    );
    expect([only.colour, others]).toEqual([INK, []]);
    expect(area(only.path)).toBeCloseTo(200 * 200 - 100 * 100, -1);
    const ghost = oneColour([piece(fill(rect(0, 0, 200, 200), PALE))], ops)[0];
    expect(area(ghost.path)).toBeCloseTo(200 * 200 - 182 * 182, -2);
  });

  it('dark before dark stays two things', () => {
    const [{ path }] = oneColour(
      [piece(fill(rect(0, 0, 200, 200), DARK)), piece(fill(rect(80, -40, 120, 100), DARK))],
      ops,
    );
    expect(covered(path, rect(73, 0, 79, 90))).toBeCloseTo(0, 0);
    expect(covered(path, rect(82, 0, 118, 90))).toBeCloseTo(36 * 90, -1);
  });
});

describe('line', () => {
  it('draws the edges, leaves what is between them bare, and nothing that is covered', () => {
    const [{ path }] = line(
      [piece(fill(rect(0, 0, 200, 200), PALE)), piece(fill(rect(100, 100, 300, 300), PALE))],
      ops,
    );
    expect(covered(path, rect(20, 20, 90, 90))).toBeCloseTo(0, 0);
    expect(covered(path, rect(110, 110, 190, 190))).toBeCloseTo(0, 0);
    expect(covered(path, rect(-20, 50, 20, 60))).toBeGreaterThan(50);
  });

  it('fills what is dark and small: an eye', () => {
    const [{ path }] = line(
      [piece(fill(rect(0, 0, 300, 300), PALE), fill(rect(100, 100, 140, 140), DARK))],
      ops,
    );
    expect(covered(path, rect(105, 105, 135, 135))).toBeCloseTo(900, -1);
  });
});

describe('woodcut', () => {
  it('has more ink the darker it is', () => {
    const inks = ['#ffffff', '#d9d2c4', '#a89f8f', '#6d6558', '#3f3a33', '#101010'].map((colour) => {
      const [{ path }] = woodcut([piece(fill(rect(0, 0, 300, 300), colour))], ops);
      return covered(path, rect(20, 20, 280, 280)) / (260 * 260);
    });
    expect(inks[0]).toBeCloseTo(0, 2);
    for (let i = 1; i < inks.length; i++) expect(inks[i]).toBeGreaterThan(inks[i - 1]);
    expect(inks.at(-1)).toBeCloseTo(1, 2);
  });

  it('its cuts come to the tone, more of it away from the light', () => {
    const box = { left: 0, top: 0, right: 400, bottom: 400 };
    for (const tone of [0.2, 0.4, 0.6]) {
      const path = ops.weld(cuts(box, 30, tone));
      const all = ops.intersect(path, rect(0, 0, 400, 400));
      expect(area(all) / 160000).toBeGreaterThan(tone - 0.06);
      expect(area(all) / 160000).toBeLessThan(tone + 0.06);
      expect(covered(path, rect(300, 300, 400, 400))).toBeGreaterThan(covered(path, rect(0, 0, 100, 100)));
    }
    expect(cuts({ left: 5, top: 5, right: 5, bottom: 5 }, 0, 0.5)).toEqual([]);
  });
});

describe('sticker', () => {
  it('has a white rim all around, with no bay too narrow for a blade', () => {
    const fills = sticker(
      [piece(fill(rect(300, 300, 500, 700), DARK)), piece(fill(rect(520, 300, 700, 700), DARK))],
      ops,
    );
    const rim = fills[1];
    expect([rim.colour, fills.length]).toEqual(['#ffffff', 4]);
    expect(pathBounds(rim.path).left).toBeCloseTo(274, 0);
    expect(covered(rim.path, rect(500, 300, 520, 700))).toBeCloseTo(20 * 400, -1);
    expect(sticker([], ops)).toEqual([]);
  });
});

describe('a picture to order', () => {
  const art: FigureArt = {
    fills: [
      fill(rect(4, 4, 28, 30), '#7d5230'),
      fill(rect(8, 8, 12, 12), DARK),
      fill(rect(10, 18, 22, 28), PALE),
    ],
  };

  it('lies within the picture in every style, as large as it can be', () => {
    for (const style of STYLE_IDS) {
      const request = readRequest('owl in a top hat on a log under the moon');
      const { fills, used } = drawFigure(request, { style, seed: 0, artOf: () => art, ops });
      const boxes = fills.map((f) => pathBounds(f.path));
      for (const { left, top, right, bottom } of boxes)
        expect(left >= 20 && top >= 20 && right <= FIGURE_PX - 20 && bottom <= FIGURE_PX - 20).toBe(true);
      const tall = Math.max(...boxes.map((b) => b.bottom)) - Math.min(...boxes.map((b) => b.top));
      expect([style, tall > 700]).toEqual([style, true]);
      expect(used).toEqual(['flat/owl', 'flat/top-hat', 'flat/full-moon', 'form/log']);
    }
  });

  it('is drawn in the style that the words name, whatever was chosen', () => {
    const { fills } = drawFigure(readRequest('woodcut of an owl'), {
      style: 'flat',
      seed: 0,
      artOf: () => art,
      ops,
    });
    expect(new Set(fills.map((f) => f.colour))).toEqual(new Set([INK]));
    expect(() =>
      drawFigure(readRequest('owl'), { style: 'flat', seed: 0, artOf: () => undefined, ops }),
    ).toThrow('There is no drawing of “owl”');
  });

  it('is an SVG of its size, with its ground or without', () => {
    const fills = [fill(rect(0, 0, 9.12345, 9), '#123456', 0.5)];
    expect(figureSvg(fills, null)).toBe(
      '<svg xmlns="http://www.w3.org/2000/svg" width="1024" height="1024" viewBox="0 0 1024 1024"><path d="M0 0L9.12 0L9.12 9L0 9Z" fill="#123456" fill-opacity="0.5"/></svg>',
    );
    expect(figureSvg([], '#ffffff')).toContain('<rect width="1024" height="1024" fill="#ffffff"/>');
  });
});
