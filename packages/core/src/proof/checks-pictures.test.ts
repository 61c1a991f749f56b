import { newStep } from '../steps';
import type { PicturePart } from '../parts';
import {
  fringedDisc,
  garment,
  hazyDisc,
  PICTURE_SIZE,
  rasterOf,
  solidDisc,
  speckedDisc,
  withPicture,
  type Pixel,
} from '../../testing';
import { fringeOf, hazeShare, proofOf, type Finding, type ProofInput } from './index';

const NO_INKS = { ink: '', light: '' };

const BLACK = garment('black', '#000000');

const find = (input: ProofInput, check: Finding['check']) =>
  proofOf(input).findings.find((f) => f.check === check);
const from = (x: number, y: number) => Math.hypot(x - PICTURE_SIZE / 2 + 0.5, y - PICTURE_SIZE / 2 + 0.5);

describe('haze', () => {
  it('is the share of half-transparent pixels, the rim left out', () => {
    expect(hazeShare(rasterOf(hazyDisc))).toBeCloseTo(0.75, 1);
    const antialiased: Pixel = (x, y) => {
      const cover = Math.max(0, Math.min(1, 100.5 - from(x, y)));
      return [200, 60, 40, Math.round(cover * 255)];
    };
    expect(hazeShare(rasterOf(antialiased))).toBe(0);
  });

  it('of a picture offers to print it solid or as dots', () => {
    const found = find(withPicture(hazyDisc), 'haze')!;
    expect(found.severity).toBe('watch');
    expect(found.message).toMatch(/^7\d % of “lantern” is half transparent/);
    expect(found.mends.map((m) => m.id)).toEqual(['solid-alpha', 'dots']);
    expect(find(withPicture(solidDisc), 'haze')).toBeUndefined();
  });

  it('is only a note where nothing is laid under the ink', () => {
    const input = withPicture(hazyDisc);
    expect(find({ ...input, garments: [{ ...BLACK, takes: 'direct' }] }, 'haze')!.severity).toBe('note');
  });

  it('is gone once the alpha is settled', () => {
    expect(
      find(withPicture(hazyDisc, { steps: [newStep('solid', NO_INKS, { at: 128 })] }), 'haze'),
    ).toBeUndefined();
  });
});

describe('fringe', () => {
  it('is found where the rim leans to white, and lifted', () => {
    expect(fringeOf(rasterOf(fringedDisc))).toMatchObject({ ground: 'white' });
    const found = find(withPicture(fringedDisc), 'fringe')!;
    expect(found.message).toContain('white fringe');
    expect(
      find(
        withPicture(fringedDisc, { steps: [newStep('edge', NO_INKS, { smooth: 0, colours: 'inside' })] }),
        'fringe',
      ),
    ).toBeUndefined();
  });

  it('is not found around a clean cut-out, nor around white ink', () => {
    expect(find(withPicture(solidDisc), 'fringe')).toBeUndefined();
    const white: Pixel = (x, y) => (from(x, y) < 100 ? [255, 255, 255, 255] : [0, 0, 0, 0]);
    expect(find(withPicture(white), 'fringe')).toBeUndefined();
  });
});

describe('specks', () => {
  it('are counted, and shown where they lie', () => {
    const found = find(withPicture(speckedDisc), 'specks')!;
    expect(found.figure).toBe(9);
    expect(found.severity).toBe('watch');
    // The picture lies from 300 to 600 on the board.
    expect(found.places![0]).toEqual([320, 320, 1, 1]);
  });

  it('are measured as printed: nine times as large, they are pieces', () => {
    expect(find(withPicture(speckedDisc, {}, 9), 'specks')).toBeUndefined();
  });

  it('are gone once they are removed', () => {
    const found = find(withPicture(speckedDisc), 'specks')!;
    const edit = found.mends[0].edits[0];
    const change = edit.op === 'updatePart' ? (edit.change as Partial<PicturePart>) : {};
    expect(find(withPicture(speckedDisc, change), 'specks')).toBeUndefined();
  });
});

describe('a picture of nothing', () => {
  it('is a stop: the file would be empty', () => {
    expect(
      find(
        withPicture(() => [0, 0, 0, 0]),
        'nothing',
      )!.message,
    ).toContain('fully transparent');
  });
});
