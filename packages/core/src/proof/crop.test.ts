import { alphaBox } from '../raster';
import { proofOf } from './index';
import { NO_FACES, withPicture, PICTURE_SIZE, surfaces, type Pixel } from '../../testing';
import { groupBounds, paintSurface } from '../drawing';
import { resolve } from '../resolve';

/** Red at the left, blue at the right. */
const halves: Pixel = (x) => (x < PICTURE_SIZE / 2 ? [255, 0, 0, 255] : [0, 0, 255, 255]);
const crop = { left: 150, top: 60, right: 30, bottom: 0 };

describe('a cropped picture', () => {
  it('shows just what the crop leaves, where it was', () => {
    const input = withPicture(halves, { crop });
    const drawing = resolve(input.design, undefined, NO_FACES);
    expect(groupBounds(drawing.groups[0])).toEqual({ left: 450, top: 360, right: 570, bottom: 600 });
    const surface = paintSurface(drawing, 1, input.pictures, surfaces);
    const image = surface.context.getImageData(0, 0, 900, 900);
    expect(alphaBox(image, 128)).toEqual({ left: 450, top: 360, right: 570, bottom: 600 });
    expect([...image.data.subarray((400 * 900 + 500) * 4, (400 * 900 + 500) * 4 + 4)]).toEqual([
      0, 0, 255, 255,
    ]);
  });

  it('is cropped in its own pixels, however it is placed and however small its image is', () => {
    const input = withPicture(halves, {
      crop,
      place: { x: 450, y: 450, turn: 90, scaleX: -0.5, scaleY: 0.5 },
    });
    const drawing = resolve(input.design, undefined, NO_FACES);
    const box = groupBounds(drawing.groups[0]);
    expect([box.right - box.left, box.bottom - box.top].map(Math.round)).toEqual([120, 60]);
    const small = surfaces(PICTURE_SIZE / 4, PICTURE_SIZE / 4);
    small.context.drawImage(input.pictures('m', null, 300), 0, 0, PICTURE_SIZE / 4, PICTURE_SIZE / 4);
    const half = paintSurface(drawing, 0.5, () => small.canvas, surfaces);
    const ink = alphaBox(half.context.getImageData(0, 0, 450, 450), 128);
    for (const side of ['left', 'top', 'right', 'bottom'] as const)
      expect(Math.abs(ink[side] - box[side] / 2)).toBeLessThanOrEqual(1);
  });

  it('is not held to account for what was cut off', () => {
    // Haze in the cut-off part alone.
    const hazy: Pixel = (x) => (x < 150 ? [200, 60, 40, 90] : [200, 60, 40, 255]);
    const found = (input: ReturnType<typeof withPicture>) =>
      proofOf(input).findings.filter((f) => f.check === 'haze').length;
    expect(found(withPicture(hazy))).toBeGreaterThan(0);
    expect(found(withPicture(hazy, { crop: { left: 155, top: 0, right: 0, bottom: 0 } }))).toBe(0);
  });
});
