import {
  aboutNothing,
  BLENDS,
  type Clip,
  type Drawing,
  type DrawingNode,
  type Group,
  type ImageItem,
  type OutlineItem,
  type PartGroup,
} from '@brelm/core/drawing';
import { IDENTITY, type PathData } from '@brelm/core/geometry';
import { both, noRasters } from '../../testing/other-renderers';
import { paintExact, toCanvas, type RasterSource } from '../index';

const rect = (x: number, y: number, w: number, h: number): PathData => [
  ...[0, x, y, 1, x + w, y, 1, x + w, y + h, 1, x, y + h, 5],
];
/** A diamond about (x, y). */
const diamond = (x: number, y: number, r: number): PathData => [
  ...[0, x, y - r, 1, x + r, y, 1, x, y + r, 1, x - r, y, 5],
];
const fill = (path: PathData, colour: string, more: Partial<OutlineItem> = {}): OutlineItem => ({
  kind: 'outline',
  role: 'ink',
  ink: colour,
  colour,
  path,
  matrix: IDENTITY,
  rule: 'nonzero',
  opacity: 1,
  stroke: null,
  ...more,
});
const clip = (path: PathData, rule: Clip['rule'] = 'nonzero'): Clip => ({ path, rule, matrix: IDENTITY });
const group = (items: DrawingNode[], more: Partial<Group> = {}): Group => ({
  kind: 'group',
  items,
  opacity: 1,
  ...more,
});
const about = aboutNothing('shape', '');
const drawingOf = (...groups: Group[]): Drawing => ({
  width: 600,
  height: 600,
  dpi: 300,
  groups: groups.map((g, i): PartGroup => ({ ...g, part: `part-${i}`, about })),
  inks: [],
  hidden: 0,
  faults: [],
  late: false,
});

/** A picture of 40 × 40 px: red, solid above, fading downwards. */
const picture = { width: 40, height: 40, data: new Uint8ClampedArray(40 * 40 * 4) };
for (let i = 0; i < 1600; i++)
  picture.data.set([200, 30, 30, Math.min(255, Math.round((40 - Math.floor(i / 40)) * 12))], i * 4);
const rasters: RasterSource = () => Promise.resolve(picture);
const pictures = () => toCanvas(picture);
const image: ImageItem = {
  kind: 'image',
  material: 'm',
  treatment: null,
  width: 40,
  height: 40,
  shown: { left: -20, top: -20, right: 20, bottom: 20 },
  matrix: [10, 0, 0, 10, 300, 300],
};

const ground = group([fill(rect(0, 0, 600, 300), '#2a6fb0'), fill(rect(100, 300, 500, 250), '#e0b040')]);
const fading = fill(rect(60, 60, 480, 480), '#8a2020', {
  gradient: {
    ...{ kind: 'linear', matrix: IDENTITY, x0: 60, y0: 0, x1: 540, y1: 0, r: 0 },
    stops: [
      { at: 0, colour: '#8a2020', opacity: 1 },
      { at: 1, colour: '#208a20', opacity: 0.1 },
    ],
  },
});
const crossing = group([fill(rect(80, 200, 440, 200), '#a03030'), fill(rect(200, 80, 200, 440), '#30a030')]);

const CASES: Record<string, Group> = {
  'a group that is half transparent as a whole': { ...crossing, opacity: 0.5 },
  'groups in groups, each with an opacity': group(
    [{ ...crossing, opacity: 0.6 }, fill(diamond(300, 300, 120), '#f0f0f0')],
    { opacity: 0.7 },
  ),
  'a clip': { ...crossing, clips: [clip(diamond(300, 300, 220))] },
  'clips that overlap, one with a hole': {
    ...crossing,
    clips: [
      clip(diamond(300, 300, 220)),
      clip([...rect(100, 100, 400, 400), ...rect(250, 250, 100, 100)], 'evenodd'),
    ],
  },
  'a mask of outlines': {
    ...crossing,
    mask: { shows: 'covered', nodes: [fill(diamond(300, 300, 200), '#123456')] },
  },
  'a mask that takes away': {
    ...crossing,
    mask: { shows: 'bare', nodes: [fill(diamond(300, 300, 150), '#ffffff')] },
  },
  'a mask that fades, in a gradient': { ...crossing, mask: { shows: 'covered', nodes: [fading] } },
  'a fading mask that takes away': { ...crossing, mask: { shows: 'bare', nodes: [fading] } },
  'a window of a window': group(
    [{ ...crossing, clips: [clip(diamond(300, 300, 200))] }, fill(rect(0, 280, 600, 40), '#202020')],
    { mask: { shows: 'covered', nodes: [fill(rect(150, 100, 400, 450), '#000000')] }, opacity: 0.8 },
  ),
  'lines with a gradient, by the board and by their own units': group([
    fill(diamond(0, 0, 100), '#8a2020', {
      matrix: [1.6, 0.4, 0, 1.2, 300, 220],
      gradient: { ...fading.gradient!, matrix: [0.2, 0.1, -0.1, 0.4, -60, -30] },
      stroke: { width: 24, join: 'round', cap: 'round', space: 'own' },
    }),
    fill(diamond(0, 0, 100), '#8a2020', {
      matrix: [0.8, 0.4, 0, 1.2, 300, 420],
      gradient: { ...fading.gradient!, kind: 'radial', x1: 60, r: 90, matrix: [1, 0, 0, 1, -60, 0] },
      stroke: { width: 30, join: 'bevel', cap: 'butt', space: 'own' },
    }),
    fill(diamond(0, 0, 60), '#8a2020', {
      matrix: [0.8, 0.4, 0, 1.2, 120, 420],
      gradient: { ...fading.gradient!, matrix: [0.2, 0.1, -0.1, 0.4, -60, -30] },
      stroke: { width: 30, join: 'mitre', cap: 'butt', space: 'board' },
    }),
  ]),
  'letters of a blade, which are not printed': group([crossing, { ...crossing, layer: 'cut' }], {
    clips: [clip(rect(0, 0, 300, 600))],
  }),
};

describe('what a group carries is the same in the painter, the SVG and the PDF', () => {
  it.each(Object.entries(CASES))('%s', async (_, tested) => {
    const { share, pdfShare } = await both(drawingOf(ground, tested), () => null, noRasters);
    expect(share).toBeLessThan(0.003);
    expect(pdfShare).toBeLessThan(0.003);
  });

  /** Of these the PDF's reader takes an opacity in a way of its own. */
  const whole = new Set<string>(['hue', 'saturation', 'color', 'luminosity']);
  it.each(BLENDS)('blended as %s', async (blend) => {
    const { share, pdfShare } = await both(
      drawingOf(ground, { ...crossing, blend, opacity: whole.has(blend) ? 1 : 0.8 }),
      () => null,
      noRasters,
    );
    expect(share).toBeLessThan(0.004);
    expect(pdfShare).toBeLessThan(0.004);
  });

  it('a picture in a window, and one that is a mask', async () => {
    const window = group([image], { clips: [clip(diamond(300, 300, 180))] });
    const masked = { ...crossing, mask: { shows: 'covered' as const, nodes: [image] } };
    const cut = { ...crossing, mask: { shows: 'bare' as const, nodes: [image] } };
    for (const tested of [window, masked, cut]) {
      const drawing = drawingOf(ground, tested);
      const { share, pdfShare } = await both(drawing, pictures, rasters);
      // Each enlarges pictures by a kernel of its own.
      expect(share).toBeLessThan(0.02);
      expect(pdfShare).toBeLessThan(0.02);
      const { context } = await paintExact(drawing, rasters);
      const at = (x: number, y: number) => [...context.getImageData(x, y, 1, 1).data];
      const outside = tested === window ? [0x2a, 0x6f, 0xb0, 255] : at(10, 10);
      expect(at(10, 10)).toEqual(outside);
    }
  });
});
