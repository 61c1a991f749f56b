import { reread } from '../../../../packages/core/testing/base';
import { Resvg } from '@resvg/resvg-js';
import { emptyDesign, type Design } from '@brelm/core/design';
import { motif, place } from '@brelm/core/parts';
import { paintSurface } from '@brelm/core/drawing';
import { resolve } from '@brelm/core/resolve';
import { inkOutlines } from '@brelm/core/svg';
import { makeSurface, motifLibrary, readSvgFile } from '../index';

const SIZE = 256;
const BOARD = { spec: 'test/board', side: 'front', width: SIZE, height: SIZE, dpi: 300 };

/** A figure as a design of one part, drawn at the place that it has in its file. */
async function designOfFigure(source: string): Promise<Design> {
  const art = await readSvgFile(source);
  const { outlines, added } = inkOutlines(art, []);
  const [, , width] = /viewBox="([^"]*)"/.exec(source)![1].split(' ').map(Number);
  const px = SIZE / width;
  const middle = (from: number, size: number) => (from + size / art.scale / 2) * px;
  const at = place(middle(art.origin.x, art.width), middle(art.origin.y, art.height), px / art.scale);
  const part = motif('m', 'm', at, { width: art.width, height: art.height, outlines }, { id: 'own' });
  return {
    ...emptyDesign('m', BOARD, 'soot', [], { name: 'x', value: '#000000' }),
    inks: added,
    parts: [part],
  };
}

/** Mean absolute difference of all components, premultiplied, 0–1. */
function difference(design: Design, source: string): number {
  const surface = paintSurface(
    resolve(design, undefined, { face: () => undefined }),
    1,
    () => null,
    makeSurface,
  );
  const ours = Buffer.from(surface.context.getImageData(0, 0, SIZE, SIZE).data);
  const theirs = new Resvg(source, {
    fitTo: { mode: 'width', value: SIZE },
    font: { loadSystemFonts: false },
  }).render().pixels;
  let sum = 0;
  for (let i = 0; i < ours.length; i += 4) {
    const alpha = ours[i + 3] / 255;
    sum += Math.abs(ours[i + 3] - theirs[i + 3]);
    // The other renderer's pixels are premultiplied already.
    for (let c = 0; c < 3; c++) sum += Math.abs(ours[i + c] * alpha - theirs[i + c]);
  }
  return sum / ours.length / 255;
}

describe('figures of the library, against another renderer of the same SVG', () => {
  const some = async (set: string, every: number) =>
    (await motifLibrary())
      .search('', 0, 20_000)
      .entries.filter((e) => e.id.startsWith(`${set}/`))
      .filter((_, i) => i % every === 0);

  it.each([
    ['flat', 60],
    ['silhouette', 140],
    ['shaded', 60],
  ])('of the %s set are painted the same, and are designs that can be stored', async (set, every) => {
    const library = await motifLibrary();
    const chosen = await some(set, every);
    expect(chosen.length).toBeGreaterThan(20);
    const off: string[] = [];
    for (const { id } of chosen) {
      const source = library.svg(id)!;
      const design = await designOfFigure(source);
      expect(reread(design)).toEqual(design);
      const d = difference(design, source);
      // A fine outline clipped twice may differ along its edge; nothing else may.
      if (d > 0.02) off.push(`${id} ${(d * 100).toFixed(1)} %`);
    }
    expect(off).toEqual([]);
  });

  it('keeps what it is easy to lose: a clip, a gradient, an opacity, a turn', async () => {
    const source = `<svg xmlns="http://www.w3.org/2000/svg" width="64" height="64" viewBox="0 0 64 64">
      <defs>
        <radialGradient id="g" cx="20" cy="20" r="30" gradientUnits="userSpaceOnUse" gradientTransform="rotate(20) scale(1 .6)">
          <stop offset="0" stop-color="#f2ead8"/><stop offset=".6" stop-color="#b3492a"/><stop offset="1" stop-color="#20262a" stop-opacity=".3"/>
        </radialGradient>
        <linearGradient id="l"><stop offset="0" stop-color="#1f4d3a"/><stop offset="1" stop-color="#e6b84c"/></linearGradient>
        <clipPath id="c"><circle cx="32" cy="32" r="22"/></clipPath>
      </defs>
      <g clip-path="url(#c)" transform="rotate(15 32 32)"><rect width="64" height="64" fill="url(#g)"/></g>
      <path d="M8 48h48v8H8z" fill="url(#l)" opacity=".7"/>
      <path d="M10 10h12" stroke="#b3492a" stroke-width="4" stroke-linecap="round" fill="none"/>
      <path d="M30 8l28 30" stroke="url(#l)" stroke-width="6" fill="none"/>
    </svg>`;
    expect(difference(await designOfFigure(source), source)).toBeLessThan(0.006);
    expect((await readSvgFile(source)).left).toEqual([]);
  });
});
