import { applyEdits, type Design } from '../design';
import { code, lettering, letteringLine, place, type Repeat } from '../parts';
import {
  circle,
  designOf,
  fringedDisc,
  garment,
  hazyDisc,
  inputOf,
  materialsWith,
  rect,
  shape,
  solidDisc,
  speckedDisc,
  withPicture,
  type Pixel,
} from '../../testing';
import { createSpelling, proofOf, type CheckId, type Finding, type ProofInput } from './index';

const SOOT = garment('Soot', '#1b1b1d');
const BLACK = garment('black', '#000000');
const BONE = garment('Bone', '#f2ead8');

/** A red disc of radius 90 on an opaque ground. */
const onGround =
  (ground: [number, number, number]): Pixel =>
  (x, y) =>
    Math.hypot(x - 149.5, y - 149.5) < 90 ? [192, 48, 32, 255] : [...ground, 255];
const disc = (ink: string, more: Record<string, string> = {}) =>
  designOf({ a: ink, ...more }, shape('w', circle(450, 450, 120), 'a'));
const moved = (design: Design, x: number, y: number): Design => ({
  ...design,
  parts: design.parts.map((p) => ({ ...p, place: place(x, y) })),
});
const bars = (widths: number[], gap: number) => {
  let x = 200;
  return widths
    .map((w) => {
      const d = rect(x, 300, w, 300);
      x += w + gap;
      return d;
    })
    .join('');
};

/** A disc of radius 30 with live copies. */
const repeated = (repeat: Repeat): Design => {
  const design = designOf({ a: '#f2ead8' }, shape('w', circle(450, 450, 30), 'a'));
  return { ...design, parts: [{ ...design.parts[0], repeat }] };
};

const cases: [string, CheckId, ProofInput][] = [
  [
    'a ring that is wider than the board',
    'safe-area',
    inputOf(repeated({ kind: 'ring', count: 12, dx: 40, dy: 480, sweep: 360, upright: false }), [SOOT]),
  ],
  [
    'steps that leave the board',
    'safe-area',
    inputOf(repeated({ kind: 'step', count: 5, dx: 130, dy: 10, turn: 0, scale: 1 }), [SOOT]),
  ],
  [
    'a small ring',
    'extent',
    inputOf(repeated({ kind: 'ring', count: 6, dx: 0, dy: 60, sweep: 360, upright: true }), [SOOT]),
  ],
  ['ink that vanishes', 'contrast', inputOf(disc('#1b1b1d'), [SOOT])],
  ['ink that is weak', 'contrast', inputOf(disc('#3c3e42', { b: '#f2ead8' }), [SOOT])],
  [
    'a fine line at 3.4 : 1',
    'contrast',
    inputOf(designOf({ a: '#6c6e71', b: '#f2ead8' }, shape('line', rect(200, 447, 500, 6), 'a')), [SOOT]),
  ],
  ['red on oxblood', 'contrast', inputOf(disc('#8a2f2f'), [garment('Oxblood', '#5a1a22')])],
  ['pale on a heather', 'contrast', inputOf(disc('#e0c0b0'), [garment('Clay', '#b07a62', '#cfa892')])],
  ['a box of white', 'box', withPicture(onGround([255, 255, 255]))],
  ['a box of cream', 'box', withPicture(onGround([242, 234, 216]))],
  [
    'a rectangle',
    'box',
    inputOf(
      designOf(
        { a: '#ffffff', b: '#f00000' },
        shape('dot', circle(450, 450, 90), 'b'),
        shape('r', rect(0, 0, 900, 900), 'a'),
      ),
      [BLACK],
    ),
  ],
  ['a stretched picture', 'resolution', withPicture(solidDisc, {}, 2.6)],
  ['outside', 'safe-area', inputOf(moved(disc('#ffffff'), 60, 860), [BLACK])],
  [
    'too large',
    'safe-area',
    inputOf(moved(designOf({ a: '#ffffff' }, shape('d', circle(450, 450, 440), 'a')), 500, 450), [BLACK]),
  ],
  ['small', 'extent', inputOf(designOf({ a: '#ffffff' }, shape('d', circle(450, 450, 80), 'a')), [BLACK])],
  [
    'off the centre, and heavier at one side',
    'centre',
    inputOf(
      designOf({ a: '#ffffff' }, shape('d', `${circle(250, 450, 130)}${rect(500, 440, 60, 20)}`, 'a')),
      [BLACK],
    ),
  ],
  ['off the centre', 'centre', inputOf(moved(disc('#ffffff'), 300, 500), [BLACK])],
  [
    'unknown rights',
    'rights',
    inputOf(
      designOf({ a: '#ffffff' }, { ...shape('d', circle(450, 450, 300), 'a'), licence: { id: 'unknown' } }),
      [BLACK],
    ),
  ],
  [
    'a soft shade',
    'haze',
    inputOf(
      designOf(
        { pale: '#ffffff', rust: '#b3492a' },
        {
          ...shape('s', circle(450, 450, 300), 'pale'),
          shade: { kind: 'drop', ink: 'rust', dx: 20, dy: 20, soft: 12 },
        },
      ),
      [BLACK],
    ),
  ],
  [
    'a shade that fades out',
    'haze',
    inputOf(
      designOf(
        { pale: '#ffffff', rust: '#b3492a' },
        {
          ...shape('s', circle(450, 450, 250), 'pale'),
          shade: { kind: 'long', ink: 'rust', dx: 60, dy: 60, fade: true },
        },
      ),
      [BLACK],
    ),
  ],
  ['haze in a picture', 'haze', withPicture(hazyDisc)],
  [
    'a see-through shape',
    'haze',
    inputOf({ ...disc('#ffffff'), parts: [{ ...disc('#ffffff').parts[0], opacity: 0.5 }] }, [BLACK]),
  ],
  ['a fringe', 'fringe', withPicture(fringedDisc)],
  ['specks', 'specks', withPicture(speckedDisc)],
  [
    'thin lines',
    'thin-ink',
    inputOf(designOf({ a: '#ffffff' }, shape('bars', bars([2, 3, 40], 60), 'a')), [BLACK]),
  ],
  [
    'thin gaps',
    'thin-gap',
    inputOf(designOf({ a: '#ffffff' }, shape('bars', bars([90, 90, 90], 4), 'a')), [BLACK]),
  ],
  [
    'a thin keyline',
    'thin-keyline',
    inputOf(
      designOf(
        { a: '#ffffff', k: '#20262a' },
        { ...shape('w', circle(450, 450, 300), 'a'), keylines: [{ ink: 'k', width: 2, join: 'round' }] },
      ),
      [BONE],
    ),
  ],
  [
    'a small code',
    'code-size',
    inputOf(designOf({ a: '#101010' }, code('qr', place(450, 450, 3), 'owls', 'a', null)), [BONE]),
  ],
  [
    'a pale code',
    'code-contrast',
    inputOf(designOf({ a: '#c9b898' }, code('qr', place(450, 450, 12), 'owls', 'a', null)), [BONE]),
  ],
];

const key = (f: Finding) => `${f.check} ${f.part} ${f.garment}`;

/** Makes every mend that is offered, each by itself, and proves the design again. */
function expectMends(check: CheckId, input: ProofInput): void {
  const before = proofOf(input);
  const offered = before.findings.flatMap((f) => f.mends.map((mend) => ({ f, mend })));
  expect(offered.map((o) => o.f.check)).toContain(check);
  const stops = new Set(before.findings.filter((f) => f.severity === 'stop').map(key));
  for (const { f, mend } of offered) {
    const after = proofOf({ ...input, design: applyEdits(input.design, mend.edits) });
    const left = after.findings.map(key);
    // How far lettering reads is always said: mended is a watch that became a note.
    if (f.check === 'distance') expect(after.findings.find((x) => key(x) === key(f))!.severity).toBe('note');
    // That px were made between a picture's own is always told, too.
    else if (mend.id === 'enlarge')
      expect(after.findings.find((x) => key(x) === key(f))!.severity).toBe('watch');
    else
      expect({ mend: mend.title, left }).toEqual({
        mend: mend.title,
        left: left.filter((k) => k !== key(f)),
      });
    for (const found of after.findings) if (found.severity === 'stop') expect(stops).toContain(key(found));
  }
}

describe('every mend', () => {
  it.each(cases)('for %s removes its finding (%s) and brings no new stop', (_, check, input) => {
    expectMends(check, input);
  });

  it('for lettering that is small, thin, tightly set or misspelt does so, too', async () => {
    const materials = await materialsWith('anton');
    const line = (text: string, size: number, tracking = 0) =>
      designOf(
        { a: '#ffffff' },
        lettering('l', '', place(450, 450), [{ ...letteringLine(text, 'anton', size, 'a'), tracking }]),
      );
    expectMends('distance', inputOf(line('OWL', 60), [BLACK], { materials }));
    expectMends('thin-gap', inputOf(line('HHH', 200, -55), [BLACK], { materials }));
    const dictionary = { aff: 'SET UTF-8\nTRY esianrtolcdugmphbyfvkwz\n', dic: '2\nsheep\nowl\n' };
    const spelling = createSpelling([dictionary]);
    expectMends('spelling', inputOf(line('SHEPP', 200), [BLACK], { materials, spelling }));
  });

  it('on a colourway that is not the base changes that colourway alone', () => {
    const design: Design = {
      ...disc('#1b1b1d', { b: '#f2ead8' }),
      colourways: [
        { id: 'base', name: 'Base', inks: {}, garments: [] },
        { id: 'night', name: 'Night', inks: {}, garments: [] },
      ],
    };
    const input = inputOf(design, [SOOT], { colourway: 'night' });
    const mends = proofOf(input).findings.find((f) => f.check === 'contrast')!.mends;
    expect(mends.map((m) => m.id)).toEqual(['nearest-ink', 'swap-ink', 'keyline']);
    for (const mend of mends) {
      const mended = applyEdits(design, mend.edits);
      expect(proofOf({ ...input, design: mended }).findings.filter((f) => f.check === 'contrast')).toEqual(
        [],
      );
      // Another ink is another part in every colourway; the others change this one alone.
      if (mend.id !== 'swap-ink') expect(mended.parts).toEqual(design.parts);
      expect(mended.colourways[0]).toEqual(design.colourways[0]);
    }
  });
});
