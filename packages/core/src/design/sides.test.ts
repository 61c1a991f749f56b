import fc from 'fast-check';
import { circle, designOf, reread, shape } from '../../testing';
import {
  allParts,
  artworkText,
  documentOf,
  applyEdit,
  applyEdits,
  clippingOf,
  copyEdits,
  differences,
  emptySide,
  mergeInks,
  openSide,
  partIds,
  pasteEdits,
  readClipping,
  refit,
  replaceEdits,
  sideCopyEdits,
  sameButOpen,
  sameFinding,
  sidesOf,
  summaryOf,
  unusedInks,
  type Design,
  type Edit,
} from './index';
import { lettering, letteringLine, place, type Part } from '../parts';

const SEED = 12;
const INKS = { a: '#ffffff', b: '#b3492a', c: '#20262a' };
const moth = (id = 'moth', ink = 'a') => shape(id, circle(450, 450, 50), ink);
const words = (id: string, text: string) =>
  lettering(id, '', place(0, 0), [letteringLine(text, 'rye', 100, 'b')]);
const BOARD = { spec: 'gannet-row/tote', side: 'back', width: 1200, height: 600, dpi: 150 };

/** A moth in front, words on the back; opened in front. */
const twoSided = (): Design => {
  const front = designOf(INKS, moth());
  const back = { ...emptySide('back', '', BOARD), parts: [words('said', 'Count owls')] as Part[] };
  return openSide(applyEdit(front, { op: 'addSide', side: back }), 'front');
};

describe('sides of a design', () => {
  it('are opened one at a time, and nothing but that changes', () => {
    const front = twoSided();
    const back = openSide(front, 'back');
    expect([front.side.id, front.parts[0].id, front.board.dpi]).toEqual(['front', 'moth', 300]);
    expect([back.side.id, back.parts[0].id, back.board.dpi]).toEqual(['back', 'said', 150]);
    expect(sidesOf(back)).toEqual(sidesOf(front));
    expect(sameButOpen(front, back)).toBe(true);
    expect(openSide(front, 'back')).toBe(back);
    expect(openSide(front, 'sleeve')).toBe(front);
    expect(openSide(back, 'front').parts).toBe(front.parts);
    expect(sameButOpen(front, applyEdit(back, { op: 'rename', name: 'Owls' }))).toBe(false);
    expect(
      sameButOpen(front, applyEdit(back, { op: 'updatePart', part: 'said', change: { hidden: true } })),
    ).toBe(false);
  });

  it('share inks and colourways: an ink on any side is in use, and is merged on all', () => {
    const design = twoSided();
    expect(unusedInks(design).map((i) => i.id)).toEqual(['c']);
    const merged = applyEdits(design, mergeInks(design, 'b', 'c'));
    expect(openSide(merged, 'back').parts[0]).toMatchObject({ lines: [{ ink: 'c' }] });
    expect(merged.inks.map((i) => i.id)).toEqual(['a', 'c']);
    expect(reread(merged)).toEqual(merged);
  });

  it('have words that are found and replaced from any of them', () => {
    const design = twoSided();
    const edits = replaceEdits(design, 'owls', 'moths', { matchCase: false, wholeWords: false });
    expect(openSide(applyEdits(design, edits), 'back').parts[0]).toMatchObject({
      lines: [{ text: 'Count moths' }],
    });
  });

  it('never have one id twice, however artwork is copied from one to another', () => {
    const front = twoSided();
    const clipping = readClipping(clippingOf(front, ['moth']))!;
    const back = openSide(front, 'back');
    const pasted = applyEdits(back, pasteEdits(back, clipping).edits);
    const copied = applyEdits(pasted, copyEdits(pasted, [pasted.parts[0].id], () => ({})).edits);
    const ids = partIds(copied);
    expect(ids).toHaveLength(4);
    expect(new Set(ids).size).toBe(4);
    expect(reread(openSide(copied, 'front'))).toEqual(openSide(copied, 'front'));
  });

  it('begin with the artwork of another as every colourway has it, at the same size in inches', () => {
    const line = { ink: 'a', width: 10, join: 'round' as const };
    const night = {
      id: 'night',
      name: 'Night',
      inks: {},
      garments: [],
      parts: { moth: { keylines: [line] } },
    };
    const design: Design = { ...twoSided(), colourways: [{ ...night, id: 'base', parts: {} }, night] };
    const back = openSide(design, 'back');
    const after = applyEdits(back, sideCopyEdits(back, 'front'));
    const [copy] = after.parts;
    expect(copy.place.scaleX).toBe(0.5);
    expect(after.colourways[1].parts![copy.id].keylines![0].width).toBe(5);
    expect(after.colourways[1].parts!.moth).toEqual({ keylines: [line] });
    expect(after.inks).toEqual(design.inks);
  });

  it('go onto another board alone, with what colourways say of their own parts', () => {
    const line = { ink: 'a', width: 10, join: 'round' as const };
    const design: Design = {
      ...twoSided(),
      colourways: [
        { id: 'base', name: 'Base', inks: {}, garments: [] },
        {
          id: 'night',
          name: 'Night',
          inks: {},
          garments: [],
          parts: { moth: { keylines: [line] }, said: { keylines: [line] } },
        },
      ],
    };
    const half = refit(design, { ...design.board, width: 450, height: 450 });
    expect(half.parts[0].place.scaleX).toBe(0.5);
    expect(openSide(half, 'back').board).toEqual(BOARD);
    const { parts } = half.colourways[1];
    expect([parts!.moth.keylines![0].width, parts!.said.keylines![0].width]).toEqual([5, 10]);
  });

  it('are taken away with all that is said of them; the last one stays', () => {
    const design: Design = {
      ...twoSided(),
      colourways: [
        {
          id: 'base',
          name: 'Base',
          inks: {},
          garments: [],
          parts: { said: { hidden: true }, moth: { hidden: true } },
        },
      ],
      accepted: [
        { check: 'contrast', part: 'said', garment: null, reason: 'x' },
        { check: 'centre', part: null, garment: null, side: 'back', reason: 'x' },
        { check: 'centre', part: null, garment: null, side: 'front', reason: 'kept' },
      ],
      placements: [
        {
          ...{
            spec: 'gannet-row/tote',
            side: 'front',
            x: 0,
            y: 1,
            scale: 1,
            turn: 0,
            mirror: false,
            narrow: false,
          },
          ...{ ground: null, format: null, colourway: null, colourways: {}, apart: {}, artwork: 'back' },
        },
      ],
    };
    const left = applyEdit(openSide(design, 'back'), { op: 'removeSide', side: 'back' });
    expect(left.side.id).toBe('front');
    expect(sidesOf(left)).toHaveLength(1);
    expect(left.colourways[0].parts).toEqual({ moth: { hidden: true } });
    expect(left.accepted.map((a) => a.reason)).toEqual(['kept']);
    expect(left.placements[0]).not.toHaveProperty('artwork');
    expect(applyEdit(left, { op: 'removeSide', side: 'front' })).toBe(left);
    expect(reread(left)).toEqual(left);
  });

  it('tell findings apart; an older acceptance, which names no side, is about any', () => {
    const found = { check: 'centre', part: null, garment: null };
    expect(sameFinding({ ...found, side: 'front' }, { ...found, side: 'back' })).toBe(false);
    expect(sameFinding(found, { ...found, side: 'back' })).toBe(true);
  });

  it('do not differ by the order in which their fields were written', () => {
    const design = twoSided();
    const turned = JSON.parse(JSON.stringify(design), (_key, v: unknown) =>
      v && typeof v === 'object' && !Array.isArray(v) ? Object.fromEntries(Object.entries(v).reverse()) : v,
    ) as Design;
    expect(differences(design, turned)).toEqual([]);
    expect(differences(design, { ...turned, backdrop: 'bone' })).toEqual([
      'Only settings such as the garments differ',
    ]);
  });

  it('are summed up together, and told apart where two versions differ', () => {
    const design = twoSided();
    expect(summaryOf(openSide(design, 'back'))).toMatchObject({
      board: design.board,
      sides: 2,
      parts: 2,
      faces: ['rye'],
      pictures: [],
    });
    const [moon, sky] = ['a', 'b'].map((c) => c.repeat(64));
    const size = { width: 10, height: 10, licence: { id: 'own' } };
    const pictured: Design = {
      ...openSide(design, 'back'),
      materials: [
        { id: 'moon', name: 'moon.png', sha256: moon, ...size },
        { id: 'file', name: 'x.png', file: 'x.png', ...size },
      ],
    };
    // What lies beside another side's board counts, and what lies there twice counts once.
    const beside = { ...pictured.aids, reference: { sha256: sky, name: 'sky.png' } };
    const twice = openSide({ ...pictured, aids: beside }, 'front');
    expect(summaryOf(twice).pictures).toEqual([moon, sky]);
    expect(
      summaryOf({ ...twice, aids: { ...beside, reference: { sha256: moon, name: '' } } }).pictures,
    ).toEqual([moon, sky]);
    const named = applyEdit(design, { op: 'renameSide', side: 'back', name: 'Nape' });
    const without = applyEdit(design, { op: 'removeSide', side: 'back' });
    expect(differences(named, without)).toEqual(['The side “Nape” is only here']);
    const other = applyEdit(design, { op: 'updatePart', part: 'said', change: { hidden: true } });
    expect(differences(design, openSide(other, 'back'))).toEqual(['“Count owls” differs']);
  });

  it('lose nothing and stay in order, whatever is done to them', () => {
    const anyEdit: fc.Arbitrary<(design: Design, n: number) => Edit> = fc.oneof(
      fc.nat(4).map((k) => (_d: Design, n: number): Edit => ({
        op: 'addSide',
        side: { ...emptySide(`side-${k}`, '', BOARD), parts: [moth(`m-${n}`)] },
      })),
      fc
        .nat(5)
        .map((k) => (d: Design): Edit => ({ op: 'removeSide', side: sidesOf(d)[k % sidesOf(d).length].id })),
      fc.tuple(fc.nat(5), fc.integer({ min: -2, max: 6 })).map(([k, to]) => (d: Design): Edit => ({
        op: 'moveSide',
        side: sidesOf(d)[k % sidesOf(d).length].id,
        to,
      })),
      fc.nat(9).map((k) => (d: Design): Edit => ({
        op: 'updatePart',
        part: partIds(d)[k % Math.max(1, partIds(d).length)] ?? 'none',
        change: { hidden: k % 2 === 0 },
      })),
    );
    fc.assert(
      fc.property(fc.array(fc.tuple(anyEdit, fc.nat(5)), { maxLength: 12 }), (list) => {
        let design = twoSided();
        list.forEach(([make, open], n) => {
          const edit = make(design, n);
          const before = sidesOf(design);
          const after = applyEdit(design, edit);
          const grows = edit.op === 'addSide' && !before.some((s) => s.id === edit.side.id);
          const shrinks = edit.op === 'removeSide' && before.length > 1;
          expect(sidesOf(after)).toHaveLength(before.length + Number(grows) - Number(shrinks));
          if (edit.op === 'moveSide') expect(allParts(after).length).toBe(allParts(design).length);
          // What is open stays open, unless it was taken away or a new one was added.
          if (!grows && !(shrinks && edit.side === design.side.id))
            expect(after.side.id).toBe(design.side.id);
          expect(reread(after)).toEqual(openSide(after, sidesOf(after)[0].id));
          design = openSide(after, sidesOf(after)[open % sidesOf(after).length].id);
        });
      }),
      { seed: SEED, numRuns: 60 },
    );
  });
});

describe('the text of the artwork', () => {
  it('is the same whatever the wording, and other once anything else is', () => {
    const design = twoSided();
    const text = (d: Design) => artworkText(JSON.stringify(documentOf(d)));
    const worded = (title: string) => applyEdit(design, { op: 'setWording', change: { title } });
    // Words that look like the field itself cut nothing off.
    for (const title of ['Owls', ',"wording":{', '"}],"wording":{"title":"'])
      expect(text(worded(title))).toBe(text(design));
    expect(JSON.parse(text(design))).toEqual(
      JSON.parse(JSON.stringify({ ...documentOf(design), wording: undefined })),
    );
    expect(text(applyEdit(design, { op: 'rename', name: ',"wording":{' }))).not.toBe(text(design));
    expect(differences(worded('Owls'), design)).toEqual(['The words of its listings differ']);
  });
});
