import type { Hex } from '../colour';
import { applyEdits, documentOf, readDesign, unbundleEdits, type Bundle, type Design } from '../design';
import { inRuns, paintSurface, printed, writeSvg } from '../drawing';
import { analyse } from '../proof';
import { designOf, NO_FACES, NO_PICTURES, rect, shape, surfaces } from '../../testing';
import { resolve } from './index';

const INKS: Record<string, Hex> = { ground: '#808080', red: '#ff0000', green: '#00ff00', blue: '#0000ff' };
const bundle = (id: string, more: Partial<Bundle> = {}): Bundle => ({
  ...{ id, name: '', bundle: null, joined: null },
  ...more,
});
/** Front first: red over green, which is over blue; the ground is on the left half. */
function design(bundles: Bundle[], of: Record<string, string>): Design {
  const part = (id: string, path: string) => ({ ...shape(id, path, id), bundle: of[id] ?? null });
  return {
    ...designOf(
      INKS,
      part('red', rect(300, 300, 300, 100)),
      part('green', rect(300, 350, 300, 100)),
      part('blue', rect(300, 400, 300, 100)),
      part('ground', rect(100, 100, 350, 700)),
    ),
    bundles,
  };
}
const paint = (of: Design) =>
  paintSurface(resolve(of, undefined, NO_FACES), 1, NO_PICTURES, surfaces).context.getImageData(
    0,
    0,
    900,
    900,
  );
const at = ({ data }: { data: Uint8ClampedArray }, x: number, y: number) => [
  ...data.subarray((y * 900 + x) * 4, (y * 900 + x) * 4 + 4),
];
const BOTH = { red: 'b', green: 'b' };

describe('a bundle that is blended', () => {
  it('is laid on one another first, and then meets what lies below as one', () => {
    const image = paint(design([bundle('b', { blend: 'multiply' })], BOTH));
    // Red over green hides it; what is left is multiplied with the ground.
    expect(at(image, 400, 375)).toEqual([128, 0, 0, 255]);
    expect(at(image, 400, 425)).toEqual([0, 0, 0, 255]);
    // Where nothing lies below, it prints as it is: the garment is never met.
    expect(at(image, 500, 375)).toEqual([255, 0, 0, 255]);
    // Each by itself would have gone black where they cross.
    const each = design([bundle('b')], BOTH);
    each.parts = each.parts.map((p) => (p.bundle ? { ...p, blend: 'multiply' as const } : p));
    expect(at(paint(each), 400, 375)).toEqual([0, 0, 0, 255]);
  });

  it('can lie in another that is blended', () => {
    const image = paint(
      design(
        [bundle('outer', { blend: 'multiply' }), bundle('inner', { blend: 'screen', bundle: 'outer' })],
        { red: 'inner', green: 'outer' },
      ),
    );
    // Red on green by screen is yellow, which is multiplied with the ground.
    expect(at(image, 400, 375)).toEqual([128, 128, 0, 255]);
    expect(at(image, 500, 375)).toEqual([255, 255, 0, 255]);
  });

  it('is painted the same for the proof, and one group with its parts in SVG', () => {
    const of = design([bundle('b', { blend: 'multiply' })], BOTH);
    const drawing = resolve(of, undefined, NO_FACES);
    const seen = analyse(drawing, NO_PICTURES, surfaces, 900).composite;
    expect(Buffer.compare(Buffer.from(seen), Buffer.from(paint(of).data))).toBe(0);
    const svg = writeSvg(drawing, { picture: () => null });
    expect(svg.match(/mix-blend-mode:multiply/g)).toHaveLength(1);
    expect(svg).toMatch(/mix-blend-mode:multiply">\s*<g id="green">[^]*<g id="red">/);
    // Parts between which others lie are blended in the places where they lie.
    const apart = { ...of, parts: [of.parts[0], of.parts[2], of.parts[1], of.parts[3]] };
    const runs = inRuns(printed(resolve(apart, undefined, NO_FACES)));
    expect(runs.map((g) => g.blend ?? 'normal')).toEqual(['normal', 'multiply', 'normal', 'multiply']);
  });

  it('is drawn with the very same groups each time, as long as nothing changes', () => {
    const of = design([bundle('b', { blend: 'multiply' })], BOTH);
    const groups = (d: Design) => resolve(d, undefined, NO_FACES).groups;
    expect(groups(of).every((g, i) => g === groups(of)[i])).toBe(true);
    const changed = applyEdits(of, [{ op: 'blendBundle', bundle: 'b', blend: 'screen' }]);
    expect(groups(changed).map((g) => g.around?.[0].blend)).toEqual([
      undefined,
      undefined,
      'screen',
      'screen',
    ]);
  });

  it('says so in the document; without it, nothing; and is gone with the bundle', () => {
    const of = design([bundle('b')], BOTH);
    const blended = applyEdits(of, [{ op: 'blendBundle', bundle: 'b', blend: 'overlay' }]);
    expect(readDesign(documentOf(blended)).bundles).toEqual([bundle('b', { blend: 'overlay' })]);
    expect(applyEdits(blended, [{ op: 'blendBundle', bundle: 'b', blend: 'normal' }]).bundles).toEqual(
      of.bundles,
    );
    const loose = applyEdits(blended, unbundleEdits(blended, ['red', 'green']));
    expect(resolve(loose, undefined, NO_FACES).groups.some((g) => g.around)).toBe(false);
  });
});
