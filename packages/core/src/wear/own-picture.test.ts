import fc from 'fast-check';
import { DocumentError, readAlone } from '../fields';
import { greyName, lightOf, MOST_GREY, type WearGrey } from './grey';
import { newWear, WEAR_FIELD, wearKey } from './wear';
import { heightOf } from './height';
import { wearMaterial, wearOf, wearRaster, type WearPicture } from './picture';

const base64 = (bytes: ArrayLike<number>) => Buffer.from(Uint8Array.from(bytes)).toString('base64');
/** Dark on the left, light on the right. */
const halves = (): WearGrey => ({
  ...{ width: 8, height: 4 },
  data: base64(Array.from({ length: 32 }, (_, i) => (i % 8 < 4 ? 20 : 230))),
});
const even: WearGrey = { width: 3, height: 3, data: base64(new Array<number>(9).fill(128)) };
const shown = (change: Partial<WearPicture>): WearPicture => ({
  ...{ kind: 'picture', size: 60, turn: 0, seed: 3, soft: 0, threshold: 0.3, toward: null },
  ...{ width: 600, height: 300, dpi: 254, picture: halves() },
  ...change,
});
/** The share of what goes, of the left and of the right half. */
function sides(picture: WearPicture): [number, number] {
  const { width, height, data } = wearRaster(picture);
  const sum = [0, 0];
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) sum[x < width / 2 ? 0 : 1] += data[4 * (y * width + x) + 3] / 255;
  return sum.map((v) => v / ((width * height) / 2)) as [number, number];
}

describe('wear by a picture of one’s own', () => {
  it('takes ink where it is dark, or where it is light', () => {
    const [left, right] = sides(shown({}));
    expect(left).toBeGreaterThan(0.5);
    expect(right).toBeLessThan(0.02);
    const [dark, light] = sides(shown({ light: true }));
    expect(dark).toBeLessThan(0.02);
    expect(light).toBeGreaterThan(0.5);
  });

  it('goes on as in a mirror, without a seam', () => {
    const light = lightOf(halves());
    for (const v of [0.1, 0.3, 0.7])
      for (const u of [0.05, 0.4, 0.93]) {
        expect(light(-u, v)).toBeCloseTo(light(u, v), 9);
        expect(light(2 - u, v)).toBeCloseTo(light(u, v), 9);
        expect(light(u, 1 - v)).toBeCloseTo(light(u, v), 9);
      }
  });

  it('of one colour takes as much as was asked for, as a fine grain', () => {
    const at = heightOf({ kind: 'picture', size: 100, turn: 0, seed: 5, picture: even });
    let under = 0;
    for (let i = 0; i < 10_000; i++) if (at((i % 100) * 1.37, Math.floor(i / 100) * 1.37) < 0.3) under++;
    expect(under / 10_000).toBeCloseTo(0.3, 1);
  });

  it('has a short name, from which the picture is found again', () => {
    const grey = { width: 300, height: 300, data: base64(Array.from({ length: 90_000 }, (_, i) => i % 251)) };
    const material = wearMaterial(shown({ picture: grey, light: true }));
    expect(material.length).toBeLessThan(300);
    expect(wearOf(material)).toMatchObject({ picture: grey, light: true, size: 60 });
    expect(greyName({ ...grey })).toBe(greyName(grey));
    expect(greyName({ ...grey, data: base64(new Array<number>(90_000).fill(1)) })).not.toBe(greyName(grey));
    expect(wearKey(newWear('picture', 1, { picture: grey })).length).toBeLessThan(300);
  });

  it('is read as it was written, with white for what is missing; what is no picture is refused with its field', () => {
    const given = newWear('picture', 7, { picture: halves(), light: true });
    expect(readAlone(WEAR_FIELD, JSON.parse(JSON.stringify(given)))).toEqual(given);
    const faults = (picture: unknown) => {
      try {
        readAlone(WEAR_FIELD, { ...given, picture });
      } catch (error) {
        return (error as DocumentError).faults.map((f) => f.field);
      }
      return [];
    };
    expect(faults({ ...halves(), height: 9 })).toEqual([]);
    expect(lightOf({ ...halves(), height: 9 })(0.2, 0.9)).toBe(1);
    expect(faults({ ...halves(), data: 'no base64!' })).toContain('picture.data');
    expect(faults({ width: MOST_GREY + 1, height: 1, data: '' })).toContain('picture.width');
  });

  it('any small picture: heights are ranks, the same each time', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 6 }),
        fc.integer({ min: 1, max: 6 }),
        fc.infiniteStream(fc.integer({ min: 0, max: 255 })),
        fc.boolean(),
        (width, height, bytes, light) => {
          const own = Array.from({ length: width * height }, () => bytes.next().value as number);
          const of = () =>
            heightOf({
              ...{ kind: 'picture', size: 40, turn: 33, seed: 2, light },
              picture: { width, height, data: base64(own) },
            });
          for (let i = 0; i < 50; i++) {
            const h = of()(i * 7.3, i * 3.1);
            expect(h).toBeGreaterThanOrEqual(0);
            expect(h).toBeLessThanOrEqual(1);
            expect(of()(i * 7.3, i * 3.1)).toBe(h);
          }
        },
      ),
      { numRuns: 30, seed: 14 },
    );
  });
});
