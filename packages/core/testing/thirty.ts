/**
 * Thirty small designs on one garment each, with the verdict that a person gave on looking at them at
 * the size of a hand, before any figure was worked out. `reads`: seen at once; `weak`: seen, but with
 * trouble or only in part; `vanishes`: hardly to be seen.
 */
import type { Garment } from '@brelm/core/colour';
import type { Design } from '@brelm/core/design';
import { lettering, letteringLine, place, type Keyline, type Part, type Shade } from '@brelm/core/parts';
import type { Verdict } from '@brelm/core/proof';
import { circle, designOf, garment, rect, shape } from './base';

export interface HandJudged {
  name: string;
  design: Design;
  garment: Garment;
  /** What a person says. */
  hand: Verdict;
}

type More = Partial<Pick<Part, 'keylines' | 'opacity' | 'mustRead'>> & { shade?: Shade };

export const words = (
  text: string,
  face: string,
  size: number,
  ink: string,
  more: More = {},
  y = 520,
): Part => ({
  ...lettering(`w${y}`, '', place(450, y), [letteringLine(text, face, size, ink)]),
  ...more,
});
export const keyline = (ink: string, width: number): Keyline[] => [{ ink, width, join: 'round' }];
export const disc = (ink: string, more: More = {}): Part => ({
  ...shape('disc', circle(450, 450, 250), ink),
  ...more,
});
/** Something behind that need not be read. */
export const behind = (id: string, path: string, ink: string): Part => ({
  ...shape(id, path, ink),
  mustRead: false,
});
const grating = (bar: number): string =>
  Array.from({ length: Math.floor(500 / (2 * bar)) }, (_, i) => rect(200 + i * 2 * bar, 250, bar, 400)).join(
    '',
  );

export const SOOT = garment('Soot', '#1b1b1d');
export const WHITE = garment('White', '#ffffff');
export const BONE = garment('Bone', '#f2ead8');
export const MIDNIGHT = garment('Midnight', '#1f2a44');
export const OXBLOOD = garment('Oxblood', '#5a1a22');
export const PINE = garment('Pine', '#1f3d33');
export const SLATE = garment('Slate', '#5d6b78');
export const ROWAN = garment('Rowan', '#b3262e');
export const FERN = garment('Fern', '#2e7d32');
export const GREY = garment('Grey heather', '#9a9c9e', '#c9cbcc');
export const OAT = garment('Oat heather', '#d9cbb0', '#efe6d3');
export const CLAY = garment('Clay heather', '#b07a62', '#cfa892');
export const MID = garment('Mid', '#808285');

export const one = (
  name: string,
  on: Garment,
  inks: Record<string, string>,
  hand: Verdict,
  ...parts: Part[]
): HandJudged => ({
  name,
  garment: on,
  design: designOf(inks, ...parts),
  hand,
});

export const THIRTY: HandJudged[] = [
  one('white disc on black', SOOT, { a: '#ffffff' }, 'reads', disc('a')),
  one('near-black disc on soot', SOOT, { a: '#26262a' }, 'vanishes', disc('a')),
  one('navy words on midnight', MIDNIGHT, { a: '#2a3a66' }, 'vanishes', words('OWLS', 'anton', 300, 'a')),
  one('cream words on oxblood', OXBLOOD, { a: '#f2ead8' }, 'reads', words('OWLS', 'anton', 300, 'a')),
  one('red words on pine', PINE, { a: '#b3262e' }, 'weak', words('OWLS', 'anton', 300, 'a')),
  one('yellow script on white', WHITE, { a: '#f4d03f' }, 'weak', words('Moths', 'lobster', 260, 'a')),
  one('yellow script on black', SOOT, { a: '#f4d03f' }, 'reads', words('Moths', 'lobster', 260, 'a')),
  one('grey words on slate', SLATE, { a: '#8a9299' }, 'weak', words('NIGHT', 'anton', 260, 'a')),
  one(
    'white words, hair-thin black keyline, on white',
    WHITE,
    { a: '#ffffff', k: '#101010' },
    'weak',
    words('OWLS', 'anton', 300, 'a', { keylines: keyline('k', 2) }),
  ),
  one(
    'white words, thick black keyline, on white',
    WHITE,
    { a: '#ffffff', k: '#101010' },
    'reads',
    words('OWLS', 'anton', 300, 'a', { keylines: keyline('k', 14) }),
  ),
  one(
    'black words, cream keyline, on soot',
    SOOT,
    { a: '#141416', k: '#f2ead8' },
    'reads',
    words('OWLS', 'anton', 300, 'a', { keylines: keyline('k', 12) }),
  ),
  one(
    'dark red words, darker keyline, on red',
    ROWAN,
    { a: '#8e1d24', k: '#7a171d' },
    'weak',
    words('OWLS', 'anton', 300, 'a', { keylines: keyline('k', 10) }),
  ),
  one(
    'small cream script on soot',
    SOOT,
    { a: '#f2ead8' },
    'reads',
    words('counted at night', 'lobster', 70, 'a'),
  ),
  one(
    'cream words half over a cream panel on soot',
    SOOT,
    { a: '#f2ead8', p: '#efe5cf' },
    'weak',
    words('OWLS', 'anton', 300, 'a'),
    behind('panel', rect(450, 200, 400, 420), 'p'),
  ),
  one(
    'dark words on a cream panel on black',
    SOOT,
    { a: '#20262a', p: '#f2ead8' },
    'reads',
    words('OWLS', 'anton', 300, 'a'),
    behind('panel', rect(100, 200, 700, 420), 'p'),
  ),
  one(
    'white words over bands from dark to light',
    SOOT,
    { a: '#ffffff', b1: '#303438', b2: '#60666c', b3: '#9aa0a6', b4: '#d6dadd' },
    'weak',
    words('LEDGER', 'anton', 220, 'a'),
    ...[1, 2, 3, 4].map((n) => behind(`b${n}`, rect(150 * n - 25, 250, 150, 380), `b${n}`)),
  ),
  one('mid grey words on grey heather', GREY, { a: '#8d9092' }, 'weak', words('MOTH', 'anton', 280, 'a')),
  one('black words on grey heather', GREY, { a: '#1b1b1d' }, 'reads', words('MOTH', 'anton', 280, 'a')),
  one('white words on oat heather', OAT, { a: '#ffffff' }, 'weak', words('MOTH', 'anton', 280, 'a')),
  one('white disc at 30 % on soot', SOOT, { a: '#ffffff' }, 'reads', disc('a', { opacity: 0.3 })),
  one(
    'white words at 12 % on midnight',
    MIDNIGHT,
    { a: '#ffffff' },
    'vanishes',
    words('MOTH', 'anton', 280, 'a', { opacity: 0.12 }),
  ),
  one(
    'red words on green of the same lightness',
    FERN,
    { a: '#c0392b' },
    'weak',
    words('OWLS', 'anton', 300, 'a'),
  ),
  one('blue words on black', SOOT, { a: '#2f6fd0' }, 'reads', words('OWLS', 'anton', 300, 'a')),
  one('purple words on midnight', MIDNIGHT, { a: '#6a3fa0' }, 'weak', words('OWLS', 'anton', 300, 'a')),
  one('orange words on red', ROWAN, { a: '#f08a24' }, 'reads', words('OWLS', 'anton', 300, 'a')),
  one('black grating on white', WHITE, { a: '#101010' }, 'reads', shape('g', grating(10), 'a')),
  one('white grating on grey heather', GREY, { a: '#ffffff' }, 'weak', shape('g', grating(10), 'a')),
  one('tan figure with a brown rim on clay heather', CLAY, { a: '#c69476', b: '#5b3a26' }, 'reads', {
    ...shape('fig', circle(450, 450, 230), 'a'),
    keylines: keyline('b', 16),
  }),
  one(
    'words half white, half black on mid grey',
    MID,
    { a: '#ffffff', b: '#101010' },
    'reads',
    words('COUNT', 'anton', 230, 'a', {}, 440),
    words('SHEEP', 'anton', 230, 'b', {}, 700),
  ),
  one(
    'cream words with a black block shade on bone',
    BONE,
    { a: '#f6f0e2', s: '#20262a' },
    'reads',
    words('OWLS', 'anton', 300, 'a', { shade: { kind: 'block', ink: 's', dx: 26, dy: 26 } }),
  ),
];
