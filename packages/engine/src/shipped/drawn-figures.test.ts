import { FigureError, FORM_IDS, STYLE_IDS } from '@brelm/core/figure';
import { PNG } from 'pngjs';
import { BOOK_IDS, drawToOrder, readFigureRequest } from './drawn-figures';
import { motifLibrary } from './motif-library';
import { readSvgFile } from '../pictures/svg-file';

const drawn = async (words: string, style: (typeof STYLE_IDS)[number] = 'flat', seed = 0) =>
  drawToOrder(await readFigureRequest(words), { style, ground: '#ffffff', seed });

describe('figures drawn to order of the library', () => {
  it('every figure that the books name ships, filled and nothing else', async () => {
    const library = await motifLibrary();
    for (const id of BOOK_IDS) {
      if (FORM_IDS.includes(id)) continue;
      const svg = library.svg(id);
      expect([id, svg !== undefined]).toEqual([id, true]);
      const { outlines } = await readSvgFile(svg!);
      expect([id, outlines.some((o) => o.stroke || o.clips)]).toEqual([id, false]);
    }
  });

  it('are pictures of their size with outlines that are read again, in each style', async () => {
    for (const style of STYLE_IDS) {
      const { png, svg } = await drawn('an owl in a scarf with a lantern, on a log', style);
      const { width, height } = PNG.sync.read(Buffer.from(png));
      const { outlines, left } = await readSvgFile(svg);
      expect([style, width, height, left]).toEqual([style, 1024, 1024, []]);
      expect(outlines.length > 0).toBe(true);
      const colours = new Set(outlines.map((o) => o.colour));
      expect([style, colours.size === 1]).toEqual([style, !['flat', 'sticker'].includes(style)]);
    }
  });

  it('take what no book has by its name in the library, and say of whom everything is', async () => {
    const { undone, licences } = await drawn('an alarm clock in a wizard hat');
    expect(undone).toEqual([]);
    expect(licences.map((l) => [l.id, l.of])).toEqual([
      ['MIT', ['alarm clock']],
      ['CC0-1.0', ['wizard hat']],
    ]);
    await expect(drawn('fnord')).rejects.toThrow(FigureError);
  });

  it('woodcuts are clean: what is covered is cut away, whatever lies before it', async () => {
    // A belly that is nearly white, before a dark body, before a moon: more paper than ink, in both owls alike.
    const { png } = await drawn('two owls on a log under the moon', 'woodcut');
    const { data, width } = PNG.sync.read(Buffer.from(png));
    const ink = (left: number, top: number, side: number) => {
      let dark = 0;
      for (let y = top; y < top + side; y++)
        for (let x = left; x < left + side; x++) if (data[(y * width + x) * 4] < 128) dark++;
      return dark / side ** 2;
    };
    expect(ink(300, 480, 60)).toBeLessThan(0.4);
    expect(ink(690, 500, 60)).toBeLessThan(0.4);
  });
});
