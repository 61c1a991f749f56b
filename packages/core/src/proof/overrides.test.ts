import { applyEdits, type Design, type PartOverride } from '../design';
import type { Part, Shade } from '../parts';
import {
  circle,
  designOf,
  garment,
  inputOf,
  rect,
  shape,
  surfaces,
  NO_FACES,
  NO_PICTURES,
} from '../../testing';
import { resolve } from '../resolve';
import { analyse, judgeGarments, proofOf, sampleEdges, wallOf, type CheckId, type LayerCache } from './index';

const SOOT = garment('soot', '#1b1b1d');
const BONE = garment('bone', '#f2ead8');
const INKS = { pale: '#f2ead8', dark: '#1b1b1d', rust: '#b3492a' };
const disc = shape('w', circle(450, 450, 200), 'pale');

/** A part in two colourways: as it is, and, in the second, with what that overrides. */
const inTwo = (part: Part, override: PartOverride): Design => ({
  ...designOf(INKS, part),
  colourways: [
    { id: 'base', name: 'Base', inks: {}, garments: [] },
    { id: 'own', name: 'Own', inks: {}, garments: [], parts: { [part.id]: override } },
  ],
});
const found = (design: Design, colourway: string, check: CheckId, on = SOOT) =>
  proofOf(inputOf(design, [on], { colourway })).findings.filter((f) => f.check === check);

const soft: Shade = { kind: 'drop', ink: 'rust', dx: 30, dy: 30, soft: 12 };
const hard: Shade = { ...soft, soft: 0 };
const fading: Shade = { kind: 'long', ink: 'rust', dx: 60, dy: 60, fade: true };
const thin = [{ ink: 'rust', width: 2, join: 'round' as const }];
const wide = [{ ink: 'rust', width: 20, join: 'round' as const }];
const inside = [{ ink: 'rust', width: 9, distance: 300, join: 'round' as const, side: 'inside' as const }];
const rescue = [{ ink: 'pale', width: 14, join: 'round' as const }];
const near = shape('w', rect(45, 300, 300, 300), 'pale');

/** What a colourway overrides, and the check that has to see it. */
const CASES: [string, CheckId, Part, PartOverride, PartOverride][] = [
  ['a soft shade', 'haze', disc, { shade: soft }, { shade: hard }],
  ['a shade that fades out', 'haze', disc, { shade: fading }, { shade: null }],
  ['a keyline that is too thin', 'thin-keyline', disc, { keylines: thin }, { keylines: wide }],
  [
    'keylines that are gone',
    'contrast',
    { ...disc, ...inkOf('dark') },
    { keylines: [] },
    { keylines: rescue },
  ],
  ['a keyline that reaches out of the safe area', 'safe-area', near, { keylines: wide }, { keylines: [] }],
  ['a keyline for which there is no room', 'keyline', disc, { keylines: inside }, { keylines: [] }],
  ['a part that is hidden', 'nothing', disc, { hidden: true }, { hidden: false }],
];

function inkOf(ink: string): Pick<typeof disc, 'outlines'> {
  return { outlines: disc.outlines.map((o) => ({ ...o, ink })) };
}

describe('every check sees the colourway that is judged', () => {
  it.each(CASES)('%s: %s', async (_, check, part, wrong, right) => {
    const { loadOutlineOps } = await import('../../testing');
    const materials = { ...NO_FACES, ops: await loadOutlineOps() };
    const judged = (design: Design, colourway: string) =>
      proofOf(inputOf(design, [SOOT], { colourway, materials })).findings.filter((f) => f.check === check);
    const { hidden = false, ...base } = right;
    const fine = { ...part, ...base, hidden } as Part;
    const faulty = { ...part, ...wrong } as Part;
    // Only in the colourway, only in the part: it is told where it is drawn, and only there.
    expect(judged(inTwo(fine, wrong), 'base')).toEqual([]);
    expect(judged(inTwo(fine, wrong), 'own')).toHaveLength(1);
    expect(judged(inTwo(faulty, right), 'base')).toHaveLength(1);
    expect(judged(inTwo(faulty, right), 'own')).toEqual([]);
    // A mend changes what is judged, and leaves the other colourway as it was.
    const [{ mends }] = judged(inTwo(fine, wrong), 'own');
    for (const mend of mends) {
      const mended = applyEdits(inTwo(fine, wrong), mend.edits);
      expect(judged(mended, 'own')).toEqual([]);
      expect(judged(mended, 'base')).toEqual([]);
    }
  });
});

describe('haze', () => {
  const gradient = (opacity: number) => ({
    kind: 'linear' as const,
    matrix: [1, 0, 0, 1, 0, 0] as [number, number, number, number, number, number],
    ...{ x0: 250, y0: 0, x1: 650, y1: 0, r: 0 },
    stops: [
      { at: 0, ink: 'pale', opacity: 1 },
      { at: 1, ink: 'pale', opacity },
    ],
  });
  const fades = (opacity: number) =>
    designOf(INKS, { ...disc, outlines: disc.outlines.map((o) => ({ ...o, gradient: gradient(opacity) })) });

  it('is found in a gradient that fades to nothing, and mended', () => {
    expect(found(fades(1), 'base', 'haze')).toEqual([]);
    const [haze] = found(fades(0), 'base', 'haze');
    expect(haze).toMatchObject({ part: 'w', severity: 'watch' });
    expect(found(applyEdits(fades(0), haze.mends[0].edits), 'base', 'haze')).toEqual([]);
  });
});

describe('a kept analysis', () => {
  const design = (shade: Shade) => designOf(INKS, { ...shape('w', circle(450, 450, 200), 'dark'), shade });

  it('knows when only the softness of a shade has changed', () => {
    const cache: LayerCache = new Map();
    const verdict = (of: Design, kept?: LayerCache) =>
      judgeGarments(inputOf(of, [BONE, SOOT], { cache: kept })).garments.map((g) => [
        g.verdict,
        g.lowestRatio,
      ]);
    verdict(design({ ...soft, dx: 12, dy: 12, soft: 40 }), cache);
    const sharp = design({ ...soft, dx: 12, dy: 12, soft: 1 });
    expect(verdict(sharp, cache)).toEqual(verdict(sharp));
  });

  it('has the same edges whatever was painted before', () => {
    const cache: LayerCache = new Map();
    const edges = (of: Design, kept?: LayerCache) =>
      sampleEdges(analyse(resolve(of, undefined, NO_FACES), NO_PICTURES, surfaces, 300, kept)).length;
    for (const softness of [0, 30, 5, 30, 0]) {
      const of = design({ ...soft, soft: softness });
      expect(edges(of, cache)).toBe(edges(of));
    }
  });

  it('keeps nothing of parts and colourways that are gone, however many have been there', () => {
    const [cache, rows] = [new Map() as LayerCache, new Map<string, LayerCache>()];
    for (let i = 0; i < 12; i++) {
      const of: Design = {
        ...designOf(
          INKS,
          shape(`owl-${i}`, circle(450, 450, 200), 'dark'),
          shape('w', circle(200, 200, 90), 'dark'),
        ),
        colourways: [{ id: `way-${i}`, name: 'One', garments: [], inks: {} }],
      };
      judgeGarments(inputOf(of, [BONE], { cache }));
      wallOf(inputOf(of, [BONE]), rows);
      // A mend that is tried lets nothing go.
      const without = { ...of, parts: of.parts.slice(1) };
      analyse(resolve(without, undefined, NO_FACES), NO_PICTURES, surfaces, 900, cache, false);
      expect([...cache.keys()].sort()).toEqual([`owl-${i}`, 'w']);
      expect([...rows.keys()]).toEqual([`way-${i}`]);
    }
  });
});
