import { designOf, circle, materialsWith, NO_FACES, NO_PICTURES, rect, shape, surfaces } from '../../testing';
import type { Design } from '../design';
import { lettering, letteringLine, place } from '../parts';
import { boxHeight, boxWidth } from '../geometry';
import { alphaBox, type RasterImage } from '../raster';
import { resolve } from './index';
import { drawingBounds, groupBounds, paintSurface } from '../drawing';

const painted = (design: Design, scale = 1, materials = NO_FACES): RasterImage => {
  const surface = paintSurface(resolve(design, undefined, materials), scale, NO_PICTURES, surfaces);
  return surface.context.getImageData(0, 0, surface.width, surface.height);
};
const at = (image: RasterImage, x: number, y: number) => [
  ...image.data.slice((y * image.width + x) * 4, (y * image.width + x) * 4 + 4),
];

describe('painting', () => {
  it('gives a solid ink exactly its sRGB value and leaves the rest transparent', () => {
    const image = painted(designOf({ rust: '#b23a24' }, shape('disc', circle(450, 450, 100), 'rust')));
    expect(at(image, 450, 450)).toEqual([0xb2, 0x3a, 0x24, 255]);
    expect(at(image, 0, 0)).toEqual([0, 0, 0, 0]);
    const box = alphaBox(image, 127);
    expect([box.left, box.right, box.top, box.bottom]).toEqual([350, 550, 350, 550]);
  });

  it('draws the stack front first: the first part covers the second', () => {
    const image = painted(
      designOf(
        { a: '#ff0000', b: '#0000ff' },
        shape('front', circle(450, 450, 100), 'a'),
        shape('back', rect(300, 300, 300, 300), 'b'),
      ),
    );
    expect(at(image, 450, 450)).toEqual([255, 0, 0, 255]);
    expect(at(image, 310, 310)).toEqual([0, 0, 255, 255]);
  });

  it('a blended part meets the artwork below it, and prints as it is where there is none', () => {
    const over = { ...shape('over', circle(450, 450, 100), 'a'), blend: 'multiply' as const };
    const image = painted(
      designOf({ a: '#ff8040', b: '#8080ff' }, over, shape('below', rect(450, 300, 200, 300), 'b')),
    );
    expect(at(image, 400, 450)).toEqual([255, 128, 64, 255]);
    const [r, g, b] = at(image, 500, 450);
    [r - 128, g - 64, b - 64].forEach((off) => expect(Math.abs(off)).toBeLessThanOrEqual(1));
    const plain = designOf({ a: '#ff8040' }, { ...over, blend: 'normal' });
    expect(resolve(plain, undefined, NO_FACES).groups[0].blend).toBeUndefined();
  });

  it('lays keylines outside the ink, the first innermost, in board px whatever the scale', () => {
    const disc = shape('disc', circle(450, 450, 100), 'a');
    const part = {
      ...disc,
      place: { ...disc.place, scaleX: 2, scaleY: 2 },
      keylines: [
        { ink: 'b', width: 20, join: 'round' as const },
        { ink: 'c', width: 10, join: 'round' as const },
      ],
    };
    const design = designOf({ a: '#ff0000', b: '#00ff00', c: '#0000ff' }, part);
    const image = painted(design);
    // The disc is about the part's middle, so it has a radius of 200 here.
    expect(at(image, 450 + 195, 450)).toEqual([255, 0, 0, 255]);
    expect(at(image, 450 + 210, 450)).toEqual([0, 255, 0, 255]);
    expect(at(image, 450 + 225, 450)).toEqual([0, 0, 255, 255]);
    expect(at(image, 450 + 233, 450)).toEqual([0, 0, 0, 0]);
    expect(boxWidth(groupBounds(resolve(design, undefined, NO_FACES).groups[0]))).toBeCloseTo(460, 0);
  });

  it('applies a part’s opacity to the whole part, not to each of its items', () => {
    const part = {
      ...shape('disc', circle(450, 450, 100), 'a'),
      opacity: 0.5,
      keylines: [{ ink: 'b', width: 30, join: 'round' as const }],
    };
    const image = painted(designOf({ a: '#ff0000', b: '#00ff00' }, part));
    const [r, g, , alpha] = at(image, 450, 450);
    expect(alpha).toBeGreaterThanOrEqual(127);
    expect(alpha).toBeLessThanOrEqual(128);
    expect([r, g]).toEqual([255, 0]);
  });

  it('turns clockwise about the part’s origin', () => {
    const bar = shape('bar', rect(440, 350, 20, 100), 'a');
    const turned = { ...bar, place: { ...bar.place, turn: 90 } };
    const box = alphaBox(painted(designOf({ a: '#000000' }, turned)), 127);
    expect([box.left, box.right, box.top, box.bottom]).toEqual([450, 550, 440, 460]);
  });

  it('leaves hidden parts out', () => {
    const design = designOf({ a: '#000000' }, { ...shape('x', circle(450, 450, 50), 'a'), hidden: true });
    expect(resolve(design, undefined, NO_FACES).groups).toEqual([]);
  });

  it('paints the same shapes at any size', () => {
    const design = designOf({ a: '#000000' }, shape('disc', circle(300, 600, 120), 'a'));
    const box = alphaBox(painted(design, 0.5), 127);
    expect([box.left, box.right, box.top, box.bottom]).toEqual([90, 210, 240, 360]);
  });
});

describe('lettering', () => {
  const words = (face: string) =>
    designOf({ a: '#000000' }, lettering('l', '', place(450, 500), [letteringLine('OWL ☾', face, 200, 'a')]));

  it('is drawn inside the box that the drawing says', async () => {
    const materials = await materialsWith('anton');
    const design = words('anton');
    const drawing = resolve(design, undefined, materials);
    const box = drawingBounds(drawing);
    const seen = alphaBox(painted(design, 1, materials), 30);
    expect(Math.abs(seen.left - box.left)).toBeLessThan(2);
    expect(Math.abs(seen.right - box.right)).toBeLessThan(2);
    expect(boxHeight(seen)).toBeGreaterThan(100);
  });

  it('names letters that are missing and typefaces that are not there', async () => {
    expect(resolve(words('anton'), undefined, await materialsWith('anton')).faults).toEqual([
      { kind: 'no-letter', part: 'l', face: 'anton', characters: ['☾'] },
    ]);
    expect(resolve(words('anton'), undefined, NO_FACES).faults).toEqual([
      { kind: 'no-typeface', part: 'l', face: 'anton' },
    ]);
  });
});
