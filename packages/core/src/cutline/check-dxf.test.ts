import { ellipsePath, type PathData } from '../geometry';
import { dxfFaults, writeDxf } from './index';

/** A ring of 20 and 8 mm about (30, 20) mm at 10 px to the mm, on a print of 60 × 50 mm. */
const ring: ReadonlyMap<string, PathData> = new Map([
  ['Kiss cut', [...ellipsePath(300, 200, 200, 200), ...ellipsePath(300, 200, 80, 80)]],
]);
const faults = (text: string, paths = ring) => dxfFaults(text, paths, 500, 10);

describe('a DXF that is read back', () => {
  const right = writeDxf(ring, 500, 10);

  it('is right where nobody meddled with it', () => {
    expect(faults(right)).toEqual([]);
  });

  it('tells of lines that are missing, open, elsewhere or of another size', () => {
    const one: ReadonlyMap<string, PathData> = new Map([['Kiss cut', ellipsePath(300, 200, 200, 200)]]);
    expect(faults(writeDxf(one, 500, 10))).toEqual(['the file has 1 lines, and there are 2']);
    expect(faults(right.replace(/ 70\r\n1\r\n 10/, ' 70\r\n0\r\n 10'))[0]).toBe('line 1 is not closed');
    expect(faults(writeDxf(ring, 510, 10))).toHaveLength(2);
    expect(faults(writeDxf(ring, 500, 10.2))[0]).toMatch(/^line 1 is not where it should be/);
  });

  it('tells of a piece of no length', () => {
    const vertex = / {2}0\r\nVERTEX\r\n(?:(?! {2}0\r\n)[^])*/.exec(right)![0];
    expect(faults(right.replace(vertex, vertex + vertex))).toEqual(['line 1 has a piece of no length']);
  });
});
