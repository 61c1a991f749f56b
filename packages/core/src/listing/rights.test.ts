import {
  applyEdits,
  knownFaceEdits,
  readDesign,
  documentOf,
  sidesOf,
  type Design,
  type Reference,
} from '../design';
import { DocumentError } from '../fields';
import { lettering, letteringLine, motif, picture, place } from '../parts';
import { KNOWN_LICENCES, termsOf, type Licence } from '../rights';
import { designOf } from '../../testing';
import { ownFaceId } from '../type';
import { canSay, csvOf, licenceEdits, rightsCells, rightsOf, RIGHTS_HEADER, usedMaterials } from './index';

const SHA = 'a'.repeat(64);
const art = { width: 10, height: 10, outlines: [] };
const figure = (id: string, name: string, licence: Licence) => motif(id, name, place(0, 0), art, licence);
const material = { id: 'm', name: 'Moon', sha256: SHA, width: 10, height: 10, licence: { id: 'unknown' } };
const design: Design = {
  ...designOf(
    { a: '#ffffff' },
    figure('owl-1', 'Owl', { id: 'unknown' }),
    figure('owl-2', 'Owl', { id: 'unknown' }),
    figure('moth', 'Moth', { id: 'CC-BY-3.0', source: 'Figures by Ann' }),
    picture('moon', place(0, 0), material),
    lettering('words', '', place(0, 0), [
      letteringLine('Owls', 'rye', 100, 'a'),
      letteringLine('x', 'own-1-0', 9, 'a'),
    ]),
  ),
  materials: [material],
};
const rights = (d: Design) =>
  Object.fromEntries(rightsOf(usedMaterials(d)).map((r) => [`${r.kind} ${r.title}`, r.goods]));

describe('rights', () => {
  it('of all that a design uses, each once', () => {
    expect(rights(design)).toEqual({
      'picture Moon': 'unknown',
      'figure Owl': 'unknown',
      'figure Moth': 'yes',
      'typeface Rye': 'yes',
      'typeface of your own': 'unknown',
    });
  });

  it.each([
    ['own', 'yes'],
    ['redrawn', 'ask'],
    ['bought', 'yes'],
    ['permitted', 'yes'],
    ['CC0-1.0', 'yes'],
    ['CC-BY-NC-4.0', 'no'],
    ['CC-BY-SA-4.0', 'ask'],
    ['CC-BY-ND-4.0', 'ask'],
    ['LicenseRef-odd', 'ask'],
    ['unknown', 'unknown'],
  ])('under %s: %s', (id, goods) => {
    const [row] = rightsOf([{ kind: 'figure', title: 'Owl', key: 'k', licence: { id } }]);
    expect(row.goods).toBe(goods);
    if (goods === 'yes') expect(row.why).toBe(termsOf({ id })!.name);
  });

  it('of a drawing after another’s picture is asked until it is shown', () => {
    const bill = { sha256: SHA, name: 'letter.pdf' };
    const of = (licence: Licence) => rightsOf([{ kind: 'figure', title: 'Owl', key: 'k', licence }]);
    expect(of({ id: 'redrawn', source: 'Ann' })[0].goods).toBe('ask');
    const shown = of({ id: 'redrawn', source: 'Ann', proof: 'Ann agreed', bill });
    expect(shown[0].goods).toBe('yes');
    expect(rightsCells(shown)[0][6]).toBe('Ann agreed, letter.pdf');
  });

  it('of what a side is drawn over counts while it lies under the board, on any side, and is said like any other', () => {
    const under = {
      ...{
        corners: [
          [0, 0],
          [1, 0],
          [1, 1],
          [0, 1],
        ] as [number, number][],
        x: 0,
        y: 0,
        width: 9,
      },
      ...{ strength: 0.5, lines: true, shown: false },
    };
    const on = (reference: Reference): Design => {
      const aids = { ...design.aids, reference };
      const back = { ...sidesOf(design)[0], id: 'back', parts: [], aids };
      return { ...design, after: [back] };
    };
    const sketch = { sha256: 'b'.repeat(64), name: 'Fox.jpg' };
    expect(rights(on(sketch))).toEqual(rights(design));
    const drawn = on({ ...sketch, under });
    expect(rights(drawn)).toEqual({ ...rights(design), 'picture Fox.jpg, drawn over': 'unknown' });
    const row = usedMaterials(drawn).find((m) => m.title.startsWith('Fox'))!;
    const after = applyEdits(drawn, licenceEdits(drawn, row, { id: 'redrawn', proof: 'Ann said so' }));
    expect(rights(after)).toMatchObject({ 'picture Fox.jpg, drawn over': 'yes' });
    const again = readDesign(JSON.parse(JSON.stringify(documentOf(after))));
    expect(again.after[0].aids.reference).toEqual({
      ...{ ...sketch, under },
      licence: { id: 'redrawn', proof: 'Ann said so' },
    });
    const crossed = {
      ...under,
      corners: [under.corners[0], under.corners[2], under.corners[1], under.corners[3]],
    };
    const wrong = documentOf(on({ ...sketch, under: crossed }));
    expect(() => readDesign(JSON.parse(JSON.stringify(wrong)))).toThrow(/corners/);
  });

  it('every licence whose terms are known is judged by them', () => {
    for (const id of KNOWN_LICENCES) {
      const [{ goods }] = rightsOf([{ kind: 'picture', title: 'x', key: 'k', licence: { id } }]);
      expect(goods === 'no').toBe(!termsOf({ id })!.sale);
      expect(goods).not.toBe('unknown');
    }
  });

  it('are said of a material wherever a design has it, and stay in its file', () => {
    const said: Licence = {
      id: 'bought',
      source: 'Ann',
      proof: 'bill 7',
      date: '2026-11-27',
      bill: { sha256: SHA, name: 'bill 7.pdf' },
    };
    const [moon, owl] = usedMaterials(design);
    const after = applyEdits(design, [
      ...licenceEdits(design, owl, said),
      ...licenceEdits(design, moon, { id: 'own' }),
    ]);
    expect(rights(after)).toMatchObject({ 'picture Moon': 'yes', 'figure Owl': 'yes' });
    const again = readDesign(JSON.parse(JSON.stringify(documentOf(after))));
    expect(again.parts.flatMap((p) => (p.kind === 'motif' && p.name === 'Owl' ? [p.licence] : []))).toEqual([
      said,
      said,
    ]);
    const spoilt = JSON.parse(JSON.stringify(documentOf(after)).replace('2026-11-27', 'yesterday')) as object;
    expect(() => readDesign(spoilt)).toThrow(DocumentError);
  });

  it('are said of a typeface of the seller’s own, by its name, and of none that ships', () => {
    const id = ownFaceId(SHA, 0);
    const set = (part: string, face: string) =>
      lettering(part, '', place(0, 0), [letteringLine('Owls', face, 100, 'a')]);
    const own = designOf({ a: '#ffffff' }, set('words', 'rye'), set('more', id), set('again', id));
    const [ships, face] = usedMaterials(own);
    expect([canSay(ships), canSay(face)]).toEqual([false, true]);
    expect(licenceEdits(own, ships, { id: 'bought' })).toEqual([]);
    expect(rights(applyEdits(own, licenceEdits(own, face, { id: 'own' })))).toEqual({
      'typeface Rye': 'yes',
      'typeface of your own': 'yes',
    });
    const said: Licence = { id: 'bought', proof: 'bill 8', bill: { sha256: SHA, name: 'bill 8.pdf' } };
    const named = { ...face, title: 'Barn Door' };
    const after = applyEdits(own, licenceEdits(own, named, said));
    expect(rights(after)).toEqual({ 'typeface Rye': 'yes', 'typeface Barn Door': 'yes' });
    const again = readDesign(JSON.parse(JSON.stringify(documentOf(after))));
    expect(again.typefaces).toEqual([{ id, name: 'Barn Door', licence: said }]);
    const taken = applyEdits(after, licenceEdits(after, named, { id: 'CC-BY-NC-4.0' }));
    expect(taken.typefaces).toHaveLength(1);
    expect(rights(taken)['typeface Barn Door']).toBe('no');
    const spoilt = documentOf({ ...own, typefaces: [{ id: 'rye', name: 'Rye', licence: said }] });
    expect(() => readDesign(JSON.parse(JSON.stringify(spoilt)))).toThrow(/typefaces\[0\]\.id/);
  });

  it('of typefaces that the shop knows are written down where they are used, and never over what a design says', () => {
    const [id, other] = [0, 1].map((n) => ownFaceId(SHA, n));
    const known = [id, other].map((of) => ({ id: of, name: of.slice(-1), licence: { id: 'bought' } }));
    const lines = [letteringLine('Owls', 'rye', 100, 'a')];
    const none = designOf({ a: '#ffffff' }, lettering('w', '', place(0, 0), lines));
    expect(knownFaceEdits(none, known)).toEqual([]);
    const used = { ...none, parts: [lettering('w', '', place(0, 0), [{ ...lines[0], face: id }])] };
    const after = applyEdits(used, knownFaceEdits(used, known));
    expect(after.typefaces).toEqual([known[0]]);
    expect(knownFaceEdits(after, [{ ...known[0], licence: { id: 'own' } }])).toEqual([]);
    const unsaid = { ...known[0], licence: { id: 'unknown' } };
    const named = applyEdits(used, knownFaceEdits(used, [unsaid]));
    expect(named.typefaces).toEqual([unsaid]);
    expect(knownFaceEdits(named, [unsaid])).toEqual([]);
    expect(applyEdits(named, knownFaceEdits(named, known)).typefaces).toEqual([known[0]]);
  });

  it('are stated as a table in which nothing runs', () => {
    const row = rightsOf([
      { kind: 'figure', title: '=cmd()', key: 'k', licence: { id: 'CC-BY-3.0', source: 'Ann' } },
    ]);
    const [head, first] = csvOf(RIGHTS_HEADER, rightsCells(row)).split('\r\n');
    expect(head.split(',')).toHaveLength(9);
    expect(first).toBe(`figure,'=cmd(),CC-BY-3.0,Ann,yes,CC BY 3.0,,,"'=cmd(), CC BY 3.0, Ann"`);
  });
});
