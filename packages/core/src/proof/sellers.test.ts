import { circle, designOf, garment, inputOf, materialsWith, rect, shape, surfaceOf } from '../../testing';
import { GREY, MIDNIGHT, OAT, SOOT, WHITE, BONE } from '../../testing/thirty';
import type { Garment } from '../colour';
import { applyEdits, type Material } from '../design';
import type { PictureSource } from '../drawing';
import { lettering, letteringLine, picture, place, shapeOf, type Part } from '../parts';
import { treatPicture } from '../steps';
import { componentsOf, maskOfAlpha, type RasterImage } from '../raster';
import { proofOf, type Finding } from './index';

/**
 * Designs as sellers make them, on a board of 3 × 3 in at 300 dpi. What is to be told of each was written down from its
 * areas and colours, before it was judged: for those that nothing ails, nothing.
 */
const INKS = {
  white: '#ffffff',
  bone: '#f2ead8',
  black: '#000000',
  soot: '#1b1b1d',
  red: '#c03020',
  gold: '#e0b040',
  navy: '#1f2a44',
  pine: '#1f3d33',
  grey: '#777777',
};
type Ink = keyof typeof INKS;
const FACES = ['anton', 'bebas-neue', 'alfa-slab-one', 'yellowtail', 'league-gothic'] as const;
const BLACK = garment('Black', '#000000');
const TIE_DYE: Garment = { ...garment('Stormpool', '#000000', '#ffffff'), kind: 'tie-dye' };
const FOIL: Garment = { ...garment('Moonfoil', '#000000', '#ffffff'), kind: 'film' };

const words = (text: string, ink: Ink, y = 480, size = 110, face = 'anton', more: Partial<Part> = {}): Part =>
  ({
    ...lettering(`words ${y}`, text, place(450, y), [letteringLine(text, face, size, ink)]),
    ...more,
  }) as Part;
const figure = (id: string, path: string, ink: Ink, more: Partial<Part> = {}): Part =>
  ({ ...shape(id, path, ink), mustRead: false, ...more }) as Part;
const bars = (count: number, width: number, gap: number): string =>
  Array.from({ length: count }, (_, i) => rect(100 + i * (width + gap), 300, width, 300)).join('');
const star = (x: number, y: number, r: number): string => {
  const points = Array.from({ length: 10 }, (_, i) => {
    const a = (i * Math.PI) / 5 - Math.PI / 2;
    const d = i % 2 ? r * 0.45 : r;
    return `${(x + d * Math.cos(a)).toFixed(2)} ${(y + d * Math.sin(a)).toFixed(2)}`;
  });
  return `M${points.join('L')}Z`;
};
const gradientBoard = (): Part => ({
  ...shapeOf('sky', place(450, 450), 'rectangle', 900, 'navy'),
  values: { ...shapeOf('sky', place(450, 450), 'rectangle', 900, 'navy').values, width: 900, height: 900 },
  gradient: { kind: 'linear', to: 'gold', angle: 180 },
  mustRead: false,
});

let materials: Awaited<ReturnType<typeof materialsWith>>;
beforeAll(async () => {
  materials = await materialsWith(...FACES);
});

const proofed = (on: Garment, parts: Part[]) =>
  proofOf(inputOf(designOf(INKS, ...parts), [on], { materials }));
/** What is told of a design but for notes, as text that a failing test shows in a line. */
const told = (findings: readonly Finding[]): string[] =>
  findings.filter((f) => f.severity !== 'note').map((f) => `${f.severity} ${f.check} ${f.part ?? 'all'}`);

const NOTHING: [string, Garment, () => Part[]][] = [
  ['a word', SOOT, () => [words('NIGHT', 'bone', 520, 300)]],
  ['two lines', SOOT, () => [words('NIGHT', 'bone', 420, 260), words('SHIFT', 'gold', 700, 260)]],
  ['a script', MIDNIGHT, () => [words('Moonlit', 'bone', 480, 200, 'yellowtail')]],
  ['slab letters', WHITE, () => [words('OWL', 'black', 500, 200, 'alfa-slab-one')]],
  ['narrow letters', SOOT, () => [words('WINTER', 'white', 540, 300, 'league-gothic')]],
  [
    'a word over a disc',
    SOOT,
    () => [words('MOTHS', 'black', 480, 130), figure('moon', circle(450, 440, 330), 'gold')],
  ],
  [
    'a star above a word',
    BONE,
    () => [figure('star', star(450, 260, 150), 'red'), words('RANGER', 'black', 600, 150)],
  ],
  ['a disc as large as the safe area', SOOT, () => [figure('moon', circle(450, 450, 415), 'gold')]],
  [
    'words in a ring',
    BONE,
    () =>
      [
        words('OWL CLUB', 'black', 480, 110),
        { ...figure('ring', circle(450, 450, 400) + circle(450, 450, 370), 'black') } as Part,
      ].map((p) =>
        p.id === 'ring' && p.kind === 'motif'
          ? { ...p, outlines: p.outlines.map((o) => ({ ...o, rule: 'evenodd' as const })) }
          : p,
      ),
  ],
  ['stripes 12 px wide, 12 apart', SOOT, () => [figure('stripes', bars(29, 12, 12), 'bone')]],
  [
    'words with a keyline',
    GREY,
    () => [
      words('BOLD', 'white', 560, 330, 'anton', { keylines: [{ ink: 'black', width: 24, join: 'round' }] }),
    ],
  ],
  ['white on a heather', GREY, () => [words('BOLD', 'navy', 560, 340)]],
  [
    'black on oat',
    OAT,
    () => [words('BREWED', 'black', 500, 260), figure('cup', circle(450, 700, 90), 'red')],
  ],
  [
    'an owl with eyes of the garment’s colour',
    SOOT,
    () => [
      figure('eyes', circle(370, 380, 60) + circle(530, 380, 60), 'soot'),
      figure('owl', circle(450, 430, 300), 'gold'),
    ],
  ],
  ['a heart that must read', WHITE, () => [{ ...shape('heart', circle(450, 450, 300), 'red') }]],
  [
    'squares like a chessboard',
    BONE,
    () => [
      figure(
        'board',
        [0, 1, 2, 3, 4, 5]
          .flatMap((y) => [0, 1, 2].map((x) => rect(150 + (2 * x + (y % 2)) * 100, 150 + y * 100, 100, 100)))
          .join(''),
        'black',
      ),
    ],
  ],
  [
    'a board nine tenths covered',
    SOOT,
    () => [words('PANEL', 'black', 540, 260), figure('panel', rect(35, 35, 830, 830), 'bone')],
  ],
  [
    'a scatter of dots',
    SOOT,
    () => [
      figure(
        'stars',
        Array.from({ length: 25 }, (_, i) =>
          circle(170 + (i % 5) * 140, 170 + Math.floor(i / 5) * 140, 20),
        ).join(''),
        'gold',
      ),
    ],
  ],
  [
    'a caption under a large word',
    SOOT,
    () => [words('OWLS', 'bone', 480, 300), words('of the night shift', 'gold', 660, 135, 'bebas-neue')],
  ],
  [
    'a gradient disc',
    BLACK,
    () => [
      {
        ...shapeOf('sun', place(450, 450), 'ellipse', 700, 'gold'),
        gradient: { kind: 'radial', to: 'red', angle: 0 },
      } as Part,
    ],
  ],
  ['lines 8 px wide', BONE, () => [figure('lines', bars(16, 8, 38), 'black')]],
  [
    'a shade behind words',
    BONE,
    () => [words('GRIT', 'red', 560, 340), figure('shade', rect(150, 580, 600, 40), 'black')],
  ],
];

describe('designs that nothing ails', () => {
  it.each(NOTHING)('%s', (_, on, parts) => {
    expect(told(proofed(on, parts()).findings)).toEqual([]);
  });
});

const SOMETHING: [string, Garment, () => Part[], string[]][] = [
  [
    'a board of two halves',
    BONE,
    () => [
      words('HALVES', 'white', 500, 200),
      figure('left', rect(0, 0, 450, 900), 'red'),
      figure('right', rect(450, 0, 450, 900), 'black'),
    ],
    ['stop box left', 'stop box right'],
  ],
  [
    'a board that fades from navy to gold',
    BLACK,
    () => [words('DUSK', 'white', 400, 200), gradientBoard()],
    ['stop box sky'],
  ],
  [
    'a board of four bands, lettering in the gap between two',
    WHITE,
    () =>
      [0, 1, 2, 3].map((i) =>
        figure(`band ${i}`, rect(0, i * 225, 900, 225), (['red', 'gold', 'navy', 'pine'] as const)[i]),
      ),
    ['stop box band 0', 'stop box band 1', 'stop box band 2', 'stop box band 3'],
  ],
  [
    'an inside keyline that fills a disc with the garment’s colour',
    BLACK,
    () => [
      {
        ...shape('disc', circle(450, 450, 200), 'white'),
        keylines: [{ ink: 'black', width: 220, join: 'round', side: 'inside' }],
      },
    ],
    ['stop contrast disc'],
  ],
  [
    'grey on tie-dye that runs from black through that grey',
    TIE_DYE,
    () => [words('STORM', 'grey', 500, 220)],
    ['contrast words 500'],
  ],
  ['grey on foil that does', FOIL, () => [words('STORM', 'grey', 500, 220)], ['contrast words 500']],
  ['navy on soot', SOOT, () => [words('DEEP', 'navy', 500, 220)], ['stop contrast words 500']],
  ['hairlines of 2 px', BONE, () => [figure('lines', bars(20, 2, 30), 'black')], ['watch thin-ink lines']],
  ['gaps of 3 px', BONE, () => [figure('lines', bars(20, 27, 3), 'black')], ['watch thin-gap lines']],
  [
    'a disc beyond the board',
    SOOT,
    () => [figure('moon', circle(450, 450, 470), 'gold')],
    ['stop safe-area moon'],
  ],
  [
    'words outside the safe area',
    SOOT,
    () => [words('HIGH', 'bone', 115, 110)],
    ['watch safe-area words 115'],
  ],
  [
    'a haze',
    SOOT,
    () => [figure('mist', circle(450, 450, 300), 'white', { opacity: 0.4 })],
    ['watch haze mist'],
  ],
];

describe('designs that something ails', () => {
  it.each(SOMETHING)('%s', (_, on, parts, wanted) => {
    const all = told(proofed(on, parts()).findings);
    for (const one of wanted) expect(all.filter((t) => t.endsWith(one))).toHaveLength(1);
  });

  it('a word that a star of the same ink lies on: the star is lost on the word, not on the garment', () => {
    const { findings } = proofed(SOOT, [
      { ...shape('star', star(450, 440, 60), 'white') },
      words('MMMM', 'white', 520, 260),
    ]);
    const [found] = findings.filter((f) => f.check === 'contrast' && f.part === 'star');
    expect(found.message).not.toContain('on Soot');
    expect(found.message).toContain('MMMM');
  });

  it('a disc behind a veil is told by what comes through', () => {
    const parts = [
      figure('veil', circle(450, 450, 320), 'black', { opacity: 0.5 }),
      shape('disc', circle(450, 450, 300), 'white'),
    ];
    const [judged] = proofed(BLACK, parts).garments;
    // Half of white over black is #808080: (0.2159 + 0.05) ÷ 0.05.
    expect(judged.lowestRatio).toBeCloseTo(5.3, 0);
    expect(judged.verdict).toBe('reads');
  });

  it('a word on tie-dye that reads on either end, and not between, has a mend after which it reads', () => {
    const { findings } = proofed(TIE_DYE, [words('STORM', 'grey', 500, 220)]);
    const [found] = findings.filter((f) => f.check === 'contrast');
    expect(found.mends.length).toBeGreaterThan(0);
    for (const { id, edits } of found.mends) {
      const after = proofOf(
        inputOf(applyEdits(designOf(INKS, words('STORM', 'grey', 500, 220)), edits), [TIE_DYE], {
          materials,
        }),
      );
      expect([id, after.garments[0].verdict]).toEqual([id, 'reads']);
    }
  });
});

describe('notches of condensed letters', () => {
  const WORDS =
    'WINTER MEW WAVE MAW MAYHEM WARM WOMAN WIMWAM MIMOSA WAXWING MAMMAL VAMP AWAKE KIWI MOW WREN MOTHWING WIGWAM WHIM MILKWEED'.split(
      ' ',
    );
  it.each(['anton', 'league-gothic'])('are no thin gaps in %s', (face) => {
    const wrong = WORDS.filter((word) =>
      told(proofed(SOOT, [words(word, 'bone', 500, 150, face)]).findings).some((t) => t.includes('thin')),
    );
    expect(wrong).toEqual([]);
  });
});

describe('a ground that is taken away', () => {
  it('leaves no specks where it has a noise of ± 6, which a small copy does not show', () => {
    const side = 1200;
    const data = new Uint8ClampedArray(side * side * 4);
    let s = 7;
    const noise = () => {
      s = Math.imul(s, 1664525) + 1013904223;
      return ((s >>> 16) % 13) - 6;
    };
    for (let i = 0; i < side * side; i++) {
      // A disc, and one dark pixel beside it that is the figure's.
      const inside = Math.hypot((i % side) - 600, Math.floor(i / side) - 600) < 360 || i === 100 * side + 100;
      data.set(inside ? [180, 50, 40, 255] : [230 + noise(), 228 + noise(), 222 + noise(), 255], 4 * i);
    }
    const image: RasterImage = { width: side, height: side, data };
    const material: Material = {
      ...{ id: 'm', name: 'lantern', file: 'lantern.png', width: side, height: side },
      licence: { id: 'own' },
    };
    const design = { ...designOf(INKS, picture('p', place(450, 450, 0.5), material)), materials: [material] };
    const pictures: PictureSource = (_, treatment) =>
      surfaceOf(treatment ? treatPicture(image, treatment) : image).canvas;
    const [box] = proofOf(inputOf(design, [SOOT], { pictures })).findings.filter((f) => f.check === 'box');
    const [part] = applyEdits(design, box.mends[0].edits).parts;
    if (part.kind !== 'picture') throw new Error('no picture');
    const free = treatPicture(image, { steps: part.steps, light: 0 });
    // The figure alone, and all of it: its dot, and π · 360² px.
    const [dot, figure, ...specks] = componentsOf(maskOfAlpha(free, 8), 0).map((c) => c.area);
    expect([dot, specks]).toEqual([1, []]);
    expect(figure / (Math.PI * 360 ** 2)).toBeCloseTo(1, 1);
  });
});

describe('a mend that would spoil the design', () => {
  it('is not offered: what is left would be too small', () => {
    const owl = { ...figure('owl', circle(450, 400, 330), 'gold'), licence: { id: 'unknown' } } as Part;
    const { findings } = proofed(SOOT, [owl, words('hoot', 'bone', 830, 40)]);
    const [rights] = findings.filter((f) => f.check === 'rights');
    expect(rights.part).toBe('owl');
    expect(rights.mends.map((m) => m.id)).not.toContain('remove-part');
  });

  it('is not offered: a caption that would grow into its neighbours', () => {
    const parts = [
      words('small words here', 'bone', 470, 24, 'bebas-neue'),
      words('ABOVE', 'bone', 420, 200),
      words('BELOW', 'bone', 660, 200),
    ];
    const { findings } = proofed(SOOT, parts);
    for (const f of findings.filter((x) => x.check === 'distance'))
      for (const mend of f.mends) {
        const after = proofOf(
          inputOf(applyEdits(designOf(INKS, ...parts), mend.edits), [SOOT], { materials }),
        );
        expect([mend.id, told(after.findings).length]).toEqual([mend.id, told(findings).length]);
      }
  });
});
