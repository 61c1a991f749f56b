import { loadOutlineOps } from '../../testing';
import { flatten, parseSvgPath, signedArea, type OutlineOps } from '../geometry';
import { figureInOneColour, type ComposedFigure } from './index';

let ops: OutlineOps;
beforeAll(async () => {
  ops = await loadOutlineOps();
});

const square = (x: number, y: number, side: number) => `M${x} ${y}h${side}v${side}h${-side}Z`;
const fill = (path: string, colour: string) => ({
  ...{ path, colour, rule: 'nonzero' as const, opacity: 1, stroke: null },
});
const figureOf = (...outlines: ComposedFigure['art']['outlines']): ComposedFigure => ({
  name: 'Owl',
  art: { width: 512, height: 512, outlines },
  licence: { id: 'own' },
});
/** Share of the whole picture that a figure covers. */
const covered = ({ art }: ComposedFigure): number =>
  art.outlines.reduce(
    (sum, { path }) =>
      sum +
      Math.abs(flatten(parseSvgPath(path), 0.2).reduce((a, { points }) => a + signedArea(points) / 2, 0)),
    0,
  ) /
  (art.width * art.height);

/** A dark square over a quarter of the picture, with a light one of a sixteenth of it in its middle. */
const dark = () => figureOf(fill(square(0, 0, 256), '#20262a'), fill(square(64, 64, 128), '#f2ead8'));
/** The rim within a square of a quarter of it, of 9 px in 1,024: what holds it together. */
const RIM = (512 ** 2 - (512 - 18) ** 2) / 1024 ** 2;

describe('a figure in one colour', () => {
  it('has its dark forms in a dark ink, and what is light cut out of them', () => {
    const made = figureInOneColour(dark(), ops, false)!;
    expect(made.art.outlines).toHaveLength(1);
    expect(covered(made)).toBeCloseTo(1 / 4 - 1 / 16, 2);
  });

  it('is the other way round in a pale ink, with a rim that holds it together', () => {
    const made = figureInOneColour(dark(), ops, true)!;
    expect(covered(made)).toBeCloseTo(1 / 16 + RIM, 2);
  });

  it('counts what is drawn as lines, filled by even-odd and clipped as it is seen', () => {
    const line = {
      ...fill('M0 256H512', '#20262a'),
      stroke: { width: 64, join: 'round' as const, cap: 'butt' as const },
    };
    const clipped = {
      ...fill(square(0, 300, 212) + square(50, 350, 112), '#20262a'),
      rule: 'evenodd' as const,
      clips: [{ path: 'M0 300h106v212h-106Z', rule: 'nonzero' as const }],
    };
    const made = figureInOneColour(figureOf(line, clipped, fill(square(490, 0, 1), '#ffffff')), ops, false)!;
    const half = (212 ** 2 - 112 ** 2) / 2;
    expect(covered(made)).toBeCloseTo((512 * 64 + half) / 512 ** 2, 2);
  });

  it('stays as it is where it has one colour already, and is none where nothing is left', () => {
    const single = figureOf(fill(square(0, 0, 100), '#000000'), fill(square(200, 0, 100), '#000000'));
    expect(figureInOneColour(single, ops, true)).toBe(single);
    const sheen = (colour: string) => ({ ...fill(square(0, 0, 100), colour), opacity: 0.2 });
    expect(figureInOneColour(figureOf(sheen('#000000'), sheen('#ffffff')), ops, false)).toBeNull();
  });
});
