import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { parseSvgPath, pathBounds } from '../geometry';
import { faceBytes, loadFace } from '../../testing/base';

// Lettering against HarfBuzz's own command-line programs, another build of another version.
const folder = mkdtempSync(join(tmpdir(), 'brelm-type-'));
afterAll(() => rmSync(folder, { recursive: true }));

const fileOf = (id: string) => {
  const path = join(folder, `${id}.ttf`);
  writeFileSync(path, faceBytes(id));
  return path;
};
const run = (program: string, args: string[]) => execFileSync(program, args, { encoding: 'utf8' });

const TABLE: [face: string, text: string, features: string[]][] = [
  ['rye', 'Moth Ledger', []],
  ['oswald-bold', 'AVATAR Toy', []],
  ['oswald-bold', 'AVATAR Toy', ['kern=0']],
  ['pacifico', 'first flight', []],
  ['lobster', 'Bog Standard', ['liga=0']],
  ['playfair-display-black', 'Office 1234', ['smcp', 'onum']],
  ['great-vibes', 'Night Owls', []],
  ['birthstone-bounce', 'lanterns', ['ss01']],
  ['kolker-brush', 'moonlit', ['calt=0']],
  ['secular-one', 'שלום', []],
  ['grenze-gotisch-bold', 'Zehn Nächte', []],
  ['baloo-2-bold', 'नमस्ते', []],
];

describe('shaping', () => {
  it.each(TABLE)(
    'in %s of %j with %j gives the glyphs and advances of hb-shape',
    async (id, text, features) => {
      const face = await loadFace(id);
      const wanted = JSON.parse(
        run('hb-shape', [
          '--no-glyph-names',
          '--font-size=upem',
          '--output-format=json',
          '--utf8-clusters',
          ...(features.length ? [`--features=${features.join(',')}`] : []),
          fileOf(id),
          text,
        ]),
      ) as { g: number; ax: number; dx: number; dy: number }[];
      const glyphs = face.shape(text, features);
      expect(glyphs.map((g) => g.id)).toEqual(wanted.map((g) => g.g));
      glyphs.forEach((g, i) => {
        expect(Math.abs(g.advance - wanted[i].ax)).toBeLessThanOrEqual(1);
        expect(Math.abs(g.dx - wanted[i].dx)).toBeLessThanOrEqual(1);
        expect(Math.abs(g.dy - wanted[i].dy)).toBeLessThanOrEqual(1);
      });
    },
  );

  it.each([
    ['rye', 'Q'],
    ['pacifico', 'g'],
    ['anton', '&'],
    ['lobster', 'B'],
  ])('in %s draws the outline of %j that hb-view draws', async (id, letter) => {
    const face = await loadFace(id);
    const svg = run('hb-view', [
      '--output-format=svg',
      `--font-size=${face.unitsPerEm}`,
      '--margin=0',
      fileOf(id),
      letter,
    ]);
    const theirs = parseSvgPath(/<path style="stroke:none;" d="([^"]+)"/.exec(svg)![1]);
    const [glyph] = face.shape(letter);
    const ours = pathBounds(face.outline(glyph.id));
    const box = pathBounds(theirs);
    // hb-view's y points down.
    for (const [a, b] of [
      [ours.left, box.left],
      [ours.right, box.right],
      [ours.top, -box.bottom],
      [ours.bottom, -box.top],
    ])
      expect(Math.abs(a - b)).toBeLessThanOrEqual(1);
  });
});
