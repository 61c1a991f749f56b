import { applyEdits, type Design } from '../design';
import { code, lettering, letteringLine, place, type LetteringPart } from '../parts';
import { designOf, materialsWith, NO_FACES, rect, shape } from '../../testing';
import { resolve } from './index';
import { ownFaceId } from '../type';
import { movedGroup, type Materials } from '../drawing';

let materials: Materials;
beforeAll(async () => {
  materials = await materialsWith('anton', 'lobster');
});

const OWN = ownFaceId('0'.repeat(64), 0);
const INKS = { pale: '#f2ead8', rust: '#b3492a' };
const words = (text: string, size = 200, scale = 1, over: Partial<LetteringPart> = {}): LetteringPart => ({
  ...lettering('w', '', place(450, 450, scale), [letteringLine(text, 'anton', size, 'pale')]),
  ...over,
});
const about = (design: Design, colourway?: string, of = materials) =>
  resolve(design, colourway, of).groups[0].about;
const height = (part: LetteringPart) => about(designOf(INKS, part)).letterHeight()!;

describe('what a group says of its part', () => {
  it('is its kind, its title, its words and their typefaces', () => {
    const part = words('COUNT OWLS', 200, 1, { mustRead: true });
    expect(about(designOf(INKS, part))).toMatchObject({
      ...{ kind: 'lettering', title: 'COUNT OWLS', mustRead: true, licence: null },
      ...{ ownFaces: [], words: ['COUNT OWLS'] },
    });
    const two = { ...part, lines: [...part.lines, letteringLine('by night', OWN, 90, 'rust')] };
    const design = designOf(INKS, two);
    const own: Materials = { ...materials, face: (id) => materials.face(id === OWN ? 'lobster' : id) };
    expect(about(design, undefined, own)).toMatchObject({
      ownFaces: [{ id: OWN, name: '', licence: { id: 'unknown' }, restricted: false }],
      words: ['COUNT OWLS', 'by night'],
    });
    // What is said of a typeface is told although the part stays as it is.
    const typeface = { id: OWN, name: 'Barn Door', licence: { id: 'bought' } };
    const said = applyEdits(design, [{ op: 'sayTypeface', typeface }]);
    expect(said.parts[0]).toBe(design.parts[0]);
    expect(about(said, undefined, own).ownFaces).toEqual([{ ...typeface, restricted: false }]);
  });

  it('is whose it is, where it was not made here', () => {
    const figure = { ...shape('f', rect(0, 0, 90, 90), 'pale'), licence: { id: 'MIT', source: 'A. Maker' } };
    expect(about(designOf(INKS, figure)).licence).toEqual({ id: 'MIT', source: 'A. Maker' });
    expect(about(designOf(INKS, figure)).letterHeight()).toBeNull();
  });

  it('is what a reader should see in a code, in the colourway that is drawn', () => {
    const design: Design = {
      ...designOf(INKS, code('c', place(450, 450, 8), 'owls', 'pale', 'rust')),
      colourways: [
        { id: 'base', name: 'Base', inks: {}, garments: [] },
        { id: 'day', name: 'Day', inks: { pale: '#101010' }, garments: [] },
      ],
    };
    expect(about(design, 'base').code).toEqual({ text: 'owls', ink: '#f2ead8', ground: '#b3492a' });
    expect(about(design, 'day').code).toEqual({ text: 'owls', ink: '#101010', ground: '#b3492a' });
  });
});

describe('the height of the smallest letters', () => {
  it('grows with their size, and with the part', () => {
    const one = height(words('OWL'));
    expect(one).toBeGreaterThan(100);
    expect(one).toBeLessThan(200);
    expect(height(words('OWL', 400))).toBeCloseTo(2 * one, 6);
    expect(height(words('OWL', 200, 2.5))).toBeCloseTo(2.5 * one, 6);
  });

  it('is that of small letters where there are any, of capitals else', () => {
    expect(height(words('owl'))).toBeLessThan(height(words('OWL')));
    expect(height(words('Owl'))).toBeCloseTo(height(words('owl')), 6);
  });

  it('is that of the smallest line', () => {
    const lines = [letteringLine('OWLS', 'anton', 300, 'pale'), letteringLine('NIGHT', 'anton', 60, 'pale')];
    expect(height(words('', 1, 1, { lines }))).toBeCloseTo(height(words('NIGHT', 60)), 6);
  });

  it('is what a measure makes of it', () => {
    const part = words('OWL');
    const wide = { ...part, measure: { width: 1800, by: 'size' as const } } as LetteringPart;
    const set = resolve(designOf(INKS, wide), undefined, materials).groups[0];
    expect(set.about.letterHeight()!).toBeGreaterThan(2 * height(part));
  });

  it('is not known without letters, and without their typeface', () => {
    expect(about(designOf(INKS, words('!?'))).letterHeight()).toBeNull();
    expect(about(designOf(INKS, words('OWL')), undefined, NO_FACES).letterHeight()).toBeNull();
  });

  it('follows a group that is scaled, and not one that is only moved', () => {
    const [group] = resolve(designOf(INKS, words('OWL')), undefined, materials).groups;
    const own = group.about.letterHeight()!;
    expect(movedGroup(group, [0.5, 0, 0, 0.5, 9, 9], 0.5).about.letterHeight()).toBeCloseTo(own / 2, 9);
    expect(movedGroup(group, [1, 0, 0, 1, 9, 9], 1).about).toBe(group.about);
  });
});

describe('a drawing', () => {
  it('knows its inks in the colourway that is drawn, and how many parts are hidden', () => {
    const part = shape('f', rect(0, 0, 90, 90), 'pale');
    const design = applyEdits(designOf(INKS, part, { ...part, id: 'g', hidden: true }), [
      {
        op: 'addColourway',
        colourway: { id: 'day', name: 'Day', inks: { pale: '#101010' }, garments: [] },
      },
    ]);
    const { inks, hidden, groups } = resolve(design, 'day', materials);
    expect(inks).toEqual([
      { id: 'pale', name: 'pale', value: '#101010' },
      { id: 'rust', name: 'rust', value: '#b3492a' },
    ]);
    expect([hidden, groups.length]).toEqual([1, 1]);
  });
});
