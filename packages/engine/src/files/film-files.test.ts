import DxfParser from 'dxf-parser';
import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createCanvas, Path2D } from '@napi-rs/canvas';
import { emptyDesign, sidesOf, type Design } from '@brelm/core/design';
import { paintSurface } from '@brelm/core/drawing';
import { filmLayers, FILMS, wornOutline } from '@brelm/core/film';
import {
  boxHeight,
  boxWidth,
  EMPTY_BOX,
  flatten,
  parseSvgPath,
  pathBounds,
  signedArea,
  unite,
  type Box,
} from '@brelm/core/geometry';
import { place, shapeOf } from '@brelm/core/parts';
import { resolve } from '@brelm/core/resolve';
import { newWear } from '@brelm/core/wear';
import { differing } from '../../../../packages/core/testing/painting';
import { filmFiles, loadMaterials, makeSurface, NoFilmsError, readDesignFile } from '../index';

const OWLS = join(__dirname, '../../../../demo/designs/night-shift-owls.brelm.json');
const made = async (design: Design) =>
  filmFiles(design, sidesOf(design)[0].id, undefined, await loadMaterials(design));
const text = (files: { name: string; bytes: Buffer }[], ending: string, of: string) =>
  files.find((f) => f.name.endsWith(ending) && f.name.includes(of))!.bytes.toString('latin1');
/** What the path of a layer of an SVG covers, px². */
function layerOf(svg: string, id: string): { d: string; area: number } {
  const [, d] = new RegExp(`<g id="${id}"[^]*?<path d="([^"]*)"`).exec(svg)!;
  return {
    d,
    area: flatten(parseSvgPath(d), 0.05).reduce((sum, l) => sum + signedArea(l.points) / 2, 0),
  };
}

describe('the files of films', () => {
  it('laid over one another in their order are the artwork', async () => {
    const design = readDesignFile(OWLS);
    const { films, files, left } = await made(design);
    expect(left).toEqual([]);
    expect(films.map((f) => f.name)).toEqual(['Ember', 'Lamp']);
    const svgs = films.map((f) => text(files, '.svg', f.name.toLowerCase()));
    const [, width, height] = /viewBox="0 0 ([\d.]+) ([\d.]+)"/.exec(svgs[0])!.map(Number);
    const materials = await loadMaterials(design);
    const drawing = resolve(design, undefined, materials);
    const known = new Map(design.inks.flatMap((i) => (i.film ? [[i.id, i.film] as const] : [])));
    const { layers } = filmLayers(drawing, known, design.films, materials.ops!, wornOutline);
    const box = layers.reduce((sum, l) => unite(sum, pathBounds(l.path)), EMPTY_BOX as Box);
    // The sheets are as much larger on each side.
    const [x, y] = [(width - boxWidth(box)) / 2 - box.left, (height - boxHeight(box)) / 2 - box.top];
    // Painted by their SVG paths alone, turned back from behind.
    const k = 0.6;
    const artwork = paintSurface(drawing, k, () => null, makeSurface);
    const canvas = createCanvas(artwork.width, artwork.height);
    const context = canvas.getContext('2d');
    films.forEach((film, i) => {
      context.setTransform(-k, 0, 0, k, k * (width - x), -k * y);
      context.fillStyle = film.value;
      context.fill(new Path2D(layerOf(svgs[i], film.name.toLowerCase()).d));
    });
    const own = artwork.context.getImageData(0, 0, artwork.width, artwork.height).data;
    const cut = context.getImageData(0, 0, canvas.width, canvas.height).data;
    // Where films lie side by side, a px of the seam shows a little of what is under both.
    expect(differing(own, cut)).toBeLessThan(0.004);
  });

  it('are of true size: a second reader finds the same outlines in the DXF, in mm', async () => {
    const { films, files } = await made(readDesignFile(OWLS));
    for (const film of films) {
      const dxf = new DxfParser().parseSync(text(files, '.dxf', film.name.toLowerCase()))!;
      interface Line {
        layer: string;
        vertices: { x: number; y: number }[];
      }
      const lines = (dxf.entities as unknown as Line[]).filter((e) => e.layer === film.name.toUpperCase());
      expect(lines).toHaveLength(film.pieces + film.holes);
      const area = lines.reduce(
        (sum, { vertices: v }) => sum + signedArea(v.flatMap((p) => [p.x, -p.y])) / 2,
        0,
      );
      // Mirrored, all turn the other way.
      expect(Math.abs(area) / film.area).toBeCloseTo(1, 3);
      const xs = lines.flatMap((l) => l.vertices.map((v) => v.x));
      expect(Math.max(...xs) - Math.min(...xs)).toBeCloseTo(film.width, 1);
    }
  });

  it('as PDF have the blade’s way as a spot colour, and a sheet with the order', async () => {
    const { files } = await made(readDesignFile(OWLS));
    const pdf = text(files, '.pdf', '1-ember');
    expect(pdf).toContain('/Separation');
    const folder = mkdtempSync(join(tmpdir(), 'brelm-films-'));
    try {
      writeFileSync(join(folder, 'order.pdf'), files.find((f) => f.name.endsWith('order.pdf'))!.bytes);
      const says = execFileSync('pdftotext', ['-layout', join(folder, 'order.pdf'), '-']).toString();
      expect(says).toContain('1. Ember');
      expect(says).toContain('2. Lamp');
      expect(says).toContain('Coarse glitter');
    } finally {
      rmSync(folder, { recursive: true });
    }
  });

  it('have wear as holes: as much is cut away as was asked for', async () => {
    const board = { spec: 'x', side: 'front', width: 1200, height: 1200, dpi: 300 };
    const plain: Design = {
      ...emptyDesign('Worn', board, 'white', [], { name: 'Moss', value: '#33553f' }),
      parts: [shapeOf('disc', place(600, 600), 'ellipse', 1000, 'ink-1')],
    };
    plain.inks[0].film = { ...FILMS[0], piece: 0.05 };
    const worn = { ...plain, wear: [newWear('speckle', 7, { amount: 0.2, size: 4 })] };
    const [[whole], [less]] = [(await made(plain)).films, (await made(worn)).films];
    expect(less.area / whole.area).toBeCloseTo(0.8, 1);
    expect(less.holes).toBeGreaterThan(50);
  });

  it('are named by a pattern; one that says the same of all is told apart', async () => {
    const design = readDesignFile(OWLS);
    const names = async (pattern: string) =>
      (await filmFiles(design, 'front', undefined, await loadMaterials(design), pattern)).films.map(
        (f) => f.files[0],
      );
    expect(await names('{n}_{film}_{design}')).toEqual([
      '1_coarse-glitter_night-shift-owls.svg',
      '2_smooth-flex_night-shift-owls.svg',
    ]);
    expect(await names('{design}')).toEqual(['night-shift-owls.svg', 'night-shift-owls-2.svg']);
  });

  it('are none where no ink is a film, or none is drawn', async () => {
    const design = readDesignFile(OWLS);
    const bare = { ...design, inks: design.inks.map(({ film: _film, ...ink }) => ink) };
    await expect(made(bare)).rejects.toThrow(NoFilmsError);
    await expect(made({ ...design, parts: [] })).rejects.toThrow('nothing to cut');
  });
});
