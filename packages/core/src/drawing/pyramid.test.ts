import { surfaces } from '../../testing';
import { memoByKey } from './memo';
import { pyramid } from './index';

describe('pyramid', () => {
  const base = surfaces(64, 32);
  base.context.fillStyle = '#ff0000';
  base.context.fillRect(0, 0, 64, 32);
  const at = pyramid({ image: base.canvas, width: 64, height: 32 }, surfaces);
  const width = (wanted: number) => (at(wanted) as { width: number }).width;

  it('gives the smallest copy that still has the px asked for', () => {
    expect([width(100), width(64), width(33), width(32), width(9)]).toEqual([64, 64, 64, 32, 16]);
  });

  it('makes each copy once', () => {
    expect(at(16)).toBe(at(16));
  });
});

describe('memoByKey', () => {
  it('forgets what was longest unused', () => {
    const memo = memoByKey<number>(2);
    let made = 0;
    const get = (key: string) => memo(key, () => ++made);
    get('a');
    get('b');
    get('a');
    get('c');
    expect([get('a'), get('b')]).toEqual([1, 4]);
  });
});
