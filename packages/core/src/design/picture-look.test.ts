import { newStep, type Step } from '../steps';
import { picture, place, type PicturePart } from '../parts';
import { applyEdits, lookEdits, lookOf, lookText, readLook, withLook, type Design } from './index';
import { designOf } from '../../testing';

const INKS = { ink: 'a', light: 'b' };
const material = {
  id: 'm',
  name: 'moth',
  file: 'moth.png',
  width: 2000,
  height: 1000,
  licence: { id: 'own' },
};
const partWith = (steps: Step[]): PicturePart => ({ ...picture('p', place(0, 0), material), steps });
const designWith = (
  steps: Step[],
  inks: Record<string, string> = { a: '#102030', b: '#f0e0c0' },
): Design => ({
  ...designOf(inks, partWith(steps)),
  materials: [material],
});
const cut = newStep('ground', INKS);
const painted = newStep('light', INKS);
const tint = newStep('tint', INKS);
const blur = newStep('blur', INKS, { radius: 4 });

describe('the look of a picture', () => {
  it('is what does not belong to that picture alone, its lengths for one of a thousand px', () => {
    const design = designWith([cut, blur, tint, painted]);
    expect(lookOf(design.parts[0] as PicturePart)).toEqual([blur, tint]);
    const look = readLook(lookText(design, design.parts[0] as PicturePart, 2000))!;
    expect(look.steps.map((s) => s.kind)).toEqual(['blur', 'tint']);
    expect(look.steps[0]).toMatchObject({ radius: 2 });
    expect(look.inks.map((i) => i.value)).toEqual(['#102030', '#f0e0c0']);
  });

  it('is put on another picture in its inks, in proportion, and what cuts that out stays', () => {
    const from = designWith([blur, tint]);
    const look = readLook(lookText(from, from.parts[0] as PicturePart, 2000))!;
    const to = designWith([cut, newStep('grey', INKS), painted], { a: '#ffffff' });
    const made = applyEdits(to, lookEdits(to, to.parts[0] as PicturePart, look, 500));
    const { steps } = made.parts[0] as PicturePart;
    expect(steps.map((s) => s.kind)).toEqual(['ground', 'blur', 'tint', 'light']);
    expect(steps[1]).toMatchObject({ radius: 1 });
    const used = (steps[2] as typeof tint).stops.map((s) => made.inks.find((i) => i.id === s.ink)!.value);
    expect(used).toEqual(['#102030', '#f0e0c0']);
    // An ink of the design that is called alike keeps its own value.
    expect(made.inks.find((i) => i.id === 'a')!.value).toBe('#ffffff');
  });

  it('twice over is the same as once', () => {
    const part = partWith([cut, tint, painted]);
    const once = withLook(part, [blur]);
    expect(withLook({ ...part, steps: once }, [blur])).toEqual(once);
  });

  it.each([
    '',
    'owl',
    '{}',
    '{"format":"brelm-look","version":1,"inks":[],"steps":[]}',
    '{"format":"brelm-look","version":2,"inks":[],"steps":[{"kind":"grey"}]}',
    '{"format":"brelm-look","version":1,"inks":[],"steps":[{"kind":"tint","stops":[{"at":0,"ink":"gone"}]}]}',
  ])('%s is none', (text) => expect(readLook(text)).toBeNull());
});
