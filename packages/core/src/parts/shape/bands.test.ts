import { designOf } from '../../../testing';
import { painted } from '../../../testing/painting';
import { inksOfPart } from '../../design';
import { place } from '../base';
import { shapeOf, type ShapePart } from './index';

const INKS = { a: '#ff0000', b: '#00ff00', c: '#0000ff' };
const stripes = (bands: string[], form = 'stripes'): ShapePart => ({
  ...shapeOf('s', place(450, 450), form, 600, 'a'),
  bands,
});
/** The inks met on the way down the middle. */
function down(part: ShapePart): string {
  const { data, width, height } = painted(designOf(INKS, part));
  let met = '';
  let last = '';
  for (let y = 0; y < height; y++) {
    const i = 4 * (y * width + width / 2);
    const ink = data[i + 3] < 128 ? '' : 'abc'[[0, 1, 2].findIndex((c) => data[i + c] > 128)];
    if (ink && ink !== last) met += ink;
    last = ink;
  }
  return met;
}

describe('the inks of bands', () => {
  it('take turns with the fill, from the first band on', () => {
    expect(down(stripes([]))).toBe('aaaaaaa');
    expect(down(stripes(['b']))).toBe('abababa');
    expect(down(stripes(['b', 'c']))).toBe('abcabca');
    expect([...inksOfPart(stripes(['b', 'c']))].sort()).toEqual(['a', 'b', 'c']);
  });

  it('stay with fewer bands than inks, and are passed over by forms without bands', () => {
    const few = stripes(['b', 'c']);
    expect(down({ ...few, values: { ...few.values, count: 2 } })).toBe('ab');
    expect(down({ ...shapeOf('s', place(450, 450), 'ellipse', 600, 'a'), bands: ['b'] })).toBe('a');
  });
});
