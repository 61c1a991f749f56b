import { applyEdits, type Design } from '../design';
import { place, shapeOf, type Part, type ShapePart } from '../parts';
import { resolve } from '../resolve';
import { newWear } from '../wear';
import { wornOutline } from '../film';
import {
  designOf,
  loadOutlineOps,
  NO_FACES,
  NO_PICTURES,
  surfaces,
  solidDisc,
  withPicture,
} from '../../testing';
import { differing } from '../../testing/painting';
import { outlinedDrawing } from './outlined';
import { paintSurface } from './paint';
import type { Drawing, Materials } from './types';
import { writeSvg } from './write-svg';

const INKS = { a: '#ff0000', b: '#0000ff' };
let withOps: Materials;
beforeAll(async () => {
  withOps = { ...NO_FACES, ops: await loadOutlineOps() };
});

const pixels = (drawing: Drawing) => {
  const surface = paintSurface(drawing, 1, NO_PICTURES, surfaces);
  return surface.context.getImageData(0, 0, surface.width, surface.height).data;
};
const star: ShapePart = {
  ...shapeOf('star', place(450, 450), 'star', 700, 'a'),
  keylines: [{ ink: 'b', width: 12, join: 'mitre' }],
  stroke: { ink: 'b', width: 8, side: 'inside', join: 'mitre', dash: null },
};
const rays: Part = {
  ...shapeOf('rays', place(450, 450), 'sunburst', 800, 'b'),
  window: { kind: 'part', part: 'star' },
  opacity: 0.6,
};
const hole: Part = {
  ...shapeOf('hole', place(450, 420), 'ellipse', 220, 'a'),
  ...{ knockOut: { from: 'below', parts: [], gap: 6 }, unprinted: true },
};
const design = (): Design => designOf(INKS, hole, rays, star);

describe('a drawing in which what is cut is cut', () => {
  it('looks the same, and has no clips, masks or lines', () => {
    const drawing = resolve(design(), undefined, withOps);
    const cut = outlinedDrawing(drawing, withOps.ops!, wornOutline);
    expect(differing(pixels(drawing), pixels(cut))).toBeLessThan(0.003);
    const [before, after] = [drawing, cut].map((d) => writeSvg(d, { picture: () => null }));
    expect(before).toContain('clip-path');
    for (const word of ['clip-path', 'mask', 'stroke=']) expect(after).not.toContain(word);
  });

  it('has wear as holes', () => {
    const worn = applyEdits(design(), [
      { op: 'setWear', wear: [newWear('speckle', 3, { amount: 0.15, size: 3 })] },
    ]);
    const cut = outlinedDrawing(resolve(worn, undefined, withOps), withOps.ops!, wornOutline);
    const svg = writeSvg(cut, { picture: () => null });
    expect(svg).not.toContain('mask');
    expect(svg.length).toBeGreaterThan(
      2 *
        writeSvg(outlinedDrawing(resolve(design(), undefined, withOps), withOps.ops!, wornOutline), {
          picture: () => null,
        }).length,
    );
  });

  it('leaves pictures in what cuts them, and runs through colours as before', () => {
    const pictured = withPicture(solidDisc).design;
    const window = shapeOf('w', place(450, 450), 'ellipse', 300, pictured.inks[0].id);
    const of = {
      ...pictured,
      parts: [
        { ...pictured.parts[0], window: { kind: 'part' as const, part: 'w' } },
        { ...window, gradient: { kind: 'linear' as const, to: pictured.inks[0].id, angle: 90 } },
      ],
    };
    const svg = writeSvg(outlinedDrawing(resolve(of, undefined, withOps), withOps.ops!, wornOutline), {
      picture: () => 'data:image/png;base64,AA',
    });
    expect(svg).toContain('<image');
    expect(svg).toContain('clip-path');
    expect(svg).toContain('linearGradient');
  });
});
