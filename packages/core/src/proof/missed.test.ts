import { circle, designOf, garment, inputOf, materialsWith, rect, shape } from '../../testing';
import { applyEdits, type Design } from '../design';
import { lettering, letteringLine, place, type Part } from '../parts';
import { judgeGarments, proofOf, type Verdict } from './index';

/**
 * Designs as sellers make them, on one garment each. What is to be said was written down from the colours and areas
 * alone; contrast is WCAG's, worked out by hand where a figure is named.
 */
const SOOT = garment('Soot', '#1b1b1d');
const BLACK = garment('Black', '#000000');
const BONE = garment('Bone', '#f2ead8');
const BRACKEN = garment('Bracken', '#7a4b2a');
const PINE = garment('Pine', '#1f3d33');
const HEATHER = garment('Clay heather', '#b07a62', '#cfa892');

const INKS = {
  white: '#ffffff',
  bone: '#f2ead8',
  black: '#000000',
  soot: '#1b1b1d',
  hedgehog: '#80502e',
  red: '#c03020',
  gold: '#e0b040',
  pine: '#1f3d33',
};
const figure = (id: string, path: string, ink: keyof typeof INKS, more: Partial<Part> = {}): Part =>
  ({ ...shape(id, path, ink), mustRead: false, ...more }) as Part;
const words = (text: string, ink: keyof typeof INKS, y = 480, size = 110): Part => ({
  ...lettering(`words ${y}`, text, place(450, y), [letteringLine(text, 'anton', size, ink)]),
});
const disc = circle(450, 450, 300);

/** Name, garment, parts (front first), the verdict, and the part that is missed. */
const CASES: [string, ReturnType<typeof garment>, Part[], Verdict, string | null][] = [
  // What is lost.
  [
    'a brown hedgehog under words that read, on brown',
    BRACKEN,
    [words('NIGHT', 'bone', 200), figure('hedgehog', circle(450, 560, 240), 'hedgehog')],
    'weak',
    'hedgehog',
  ],
  [
    'a disc of the garment’s colour with words on it',
    BLACK,
    [words('MOTHS', 'white'), figure('disc', disc, 'black')],
    'weak',
    'disc',
  ],
  [
    'the same under the words’ own colour elsewhere',
    SOOT,
    [words('MOTHS', 'gold', 150), figure('disc', disc, 'soot')],
    'weak',
    'disc',
  ],
  [
    'a bone disc on bone, words in it',
    BONE,
    [words('MOTHS', 'black'), figure('disc', disc, 'bone')],
    'weak',
    'disc',
  ],
  [
    'an owl of the garment’s colour with small eyes',
    PINE,
    [
      figure('eyes', circle(400, 400, 30) + circle(500, 400, 30), 'gold'),
      words('OWL', 'bone', 840),
      figure('owl', circle(450, 420, 260), 'pine'),
    ],
    'weak',
    'owl',
  ],
  [
    'a figure at an eighth of its strength',
    SOOT,
    [words('MOTHS', 'white', 180), figure('veil', circle(450, 560, 240), 'white', { opacity: 0.08 })],
    'weak',
    'veil',
  ],
  [
    'a darker brown on a brown heather: large enough to be told from its mean',
    HEATHER,
    [words('MOTHS', 'black', 180), figure('disc', circle(450, 560, 240), 'hedgehog', {})],
    'reads',
    null,
  ],
  // What is seen, or is meant so.
  ['words alone', SOOT, [words('MOTHS', 'white')], 'reads', null],
  [
    'a gold disc behind black words, on black',
    BLACK,
    [words('MOTHS', 'black'), figure('disc', disc, 'gold')],
    'reads',
    null,
  ],
  [
    'black eyes in a gold owl, on black',
    BLACK,
    [figure('eyes', circle(380, 400, 110) + circle(520, 400, 110), 'black'), figure('owl', disc, 'gold')],
    'reads',
    null,
  ],
  [
    'a black disc in a white ring, on black',
    BLACK,
    [words('MOTHS', 'white'), figure('disc', circle(450, 450, 270), 'black'), figure('ring', disc, 'white')],
    'reads',
    null,
  ],
  [
    'a small leaf of the garment’s colour',
    PINE,
    [words('MOTHS', 'bone'), figure('leaf', circle(700, 700, 14), 'pine')],
    'reads',
    null,
  ],
  [
    'a figure with a keyline that reads',
    BLACK,
    [
      words('MOTHS', 'white', 120, 80),
      figure('disc', circle(450, 560, 240), 'black', {
        keylines: [{ ink: 'white', width: 14, join: 'round' }],
      }),
    ],
    'reads',
    null,
  ],
  [
    'red on pine: large, and told by its hue',
    PINE,
    [words('MOTHS', 'bone', 160), figure('heart', circle(450, 560, 240), 'red')],
    'reads',
    null,
  ],
  [
    'stripes of bone on soot',
    SOOT,
    [figure('stripes', [0, 1, 2, 3].map((i) => rect(200, 250 + i * 110, 500, 55)).join(''), 'bone')],
    'reads',
    null,
  ],
  [
    'a gold moon under words on bone',
    BONE,
    [words('MOTHS', 'black', 160), figure('moon', circle(450, 560, 240), 'red')],
    'reads',
    null,
  ],
  [
    'white words on a red disc, on bone',
    BONE,
    [words('MOTHS', 'white'), figure('disc', disc, 'red')],
    'reads',
    null,
  ],
  [
    'white words on a black sticker',
    garment('Drizzle', '#b9c7cf'),
    [words('MOTHS', 'white'), figure('sticker', disc, 'black')],
    'reads',
    null,
  ],
  [
    'a figure that must read and does not',
    BLACK,
    [words('MOTHS', 'white', 160), { ...shape('disc', circle(450, 560, 240), 'black'), mustRead: true }],
    'vanishes',
    null,
  ],
];

describe('what a buyer would miss', () => {
  it.each(CASES)('%s', async (_, on, parts, verdict, missed) => {
    const materials = await materialsWith('anton');
    const design = designOf(INKS, ...parts);
    const [judged] = judgeGarments(inputOf(design, [on], { materials })).garments;
    expect([judged.verdict, judged.missed.map((m) => m.id)]).toEqual([verdict, missed ? [missed] : []]);
    // The figure that is shown is the one that explains the verdict.
    if (verdict === 'reads') expect(judged.lowestRatio).toBeGreaterThanOrEqual(3);
    else expect(judged.lowestRatio).toBeLessThan(3);
    if (missed) expect(judged.decides).toBe(missed);
  });

  it('is named, with how much of it is lost, and has a mend after which it is seen', async () => {
    const materials = await materialsWith('anton');
    const design = designOf(
      INKS,
      words('NIGHT', 'bone', 200),
      figure('hedgehog', circle(450, 560, 240), 'hedgehog'),
    );
    const input = (d: Design) => inputOf(d, [BRACKEN], { materials });
    const [finding] = proofOf(input(design)).findings.filter((f) => f.check === 'contrast');
    expect(finding).toMatchObject({ severity: 'watch', part: 'hedgehog', garment: BRACKEN.id });
    expect(finding.message).toBe('“hedgehog” is lost on Bracken: 100 % of it cannot be told from the cloth');
    expect(finding.mends.map((m) => m.id)).toContain('keyline');
    for (const mend of finding.mends) {
      const after = proofOf(input(applyEdits(design, mend.edits)));
      expect([mend.id, after.garments[0].verdict, after.garments[0].missed]).toEqual([mend.id, 'reads', []]);
    }
  });
});

describe('a part that must read but is covered', () => {
  const covered = designOf(INKS, figure('lid', disc, 'gold'), {
    ...shape('under', circle(450, 450, 100), 'red'),
    mustRead: true,
  });

  it('is a stop, and is brought to the front', () => {
    const [finding] = proofOf(inputOf(covered, [BONE])).findings.filter((f) => f.part === 'under');
    expect(finding).toMatchObject({ severity: 'stop', check: 'contrast' });
    expect(finding.message).toBe('“under” cannot be seen: other parts lie over all of it');
    const after = applyEdits(covered, finding.mends[0].edits);
    expect(after.parts.map((p) => p.id)).toEqual(['under', 'lid']);
    expect(proofOf(inputOf(after, [BONE])).findings.some((f) => f.message.includes('cannot be seen'))).toBe(
      false,
    );
  });

  it('is none where a corner of it shows', () => {
    const peeking = designOf(INKS, figure('lid', disc, 'gold'), {
      ...shape('under', circle(720, 450, 100), 'black'),
      mustRead: true,
    });
    expect(
      proofOf(inputOf(peeking, [BONE])).findings.filter((f) => f.message.includes('cannot be seen')),
    ).toEqual([]);
  });
});

it('white at 12 % on Soot is told by what it gives: 1.4 : 1, as good as 1.7 along large strokes', () => {
  const veil = designOf(INKS, { ...shape('veil', disc, 'white'), opacity: 0.12, mustRead: true });
  const [judged] = judgeGarments(inputOf(veil, [SOOT])).garments;
  // 0.12 · 255 + 0.88 · 27 = 54: (L(#363638) + 0.05) ÷ (L(#1b1b1d) + 0.05) = 0.0867 ÷ 0.0609.
  expect(judged.lowestRatio).toBeCloseTo(1 + 2 * (0.0867 / 0.0609 - 1.08), 1);
});
