import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import DxfParser from 'dxf-parser';
import { PNG } from 'pngjs';
import { flatten, parseSvgPath, pathBounds, signedArea } from '@brelm/core/geometry';
import { cutFrom, cutScale, newCutLine, type BladeFile, type CutLine } from '@brelm/core/cutline';
import { cutPathsOf } from '@brelm/core/drawing';
import { emptyDesign, type Design } from '@brelm/core/design';
import { place, shapeOf } from '@brelm/core/parts';
import { homeAt, newPlacement } from '@brelm/core/placement';
import { judgeGarments, placedProof, proofOf } from '@brelm/core/proof';
import {
  cutDxf,
  cutMask,
  cutOutOf,
  drawingOf,
  loadMaterials,
  makeBladeFile,
  makeFile,
  makeSurface,
  paintExact,
  pdfOf,
  shippedGarments,
  shippedSpecs,
  svgOf,
} from '../index';

const spec = shippedSpecs().find((s) => s.id === 'stickerwharf/kiss-cut-3in')!;
const [side] = spec.sides;
const board = { spec: spec.id, side: side.id, width: side.widthPx, height: side.heightPx, dpi: side.dpi };
const MM = side.dpi / 25.4;

/** A dark disc of 20 mm in the middle of a sticker, cut out with a pale border of 3 mm. */
function sticker(change: Partial<CutLine> = {}): Design {
  const disc = shapeOf('disc', place(900, 900), 'ellipse', 20 * MM, 'dark');
  return {
    ...emptyDesign('Moth Night', board, 'white', ['white', 'soot'], { name: 'x', value: '#000000' }),
    inks: [
      { id: 'dark', name: 'Dark', value: '#20262a' },
      { id: 'pale', name: 'Pale', value: '#f2ead8' },
    ],
    parts: [disc],
    cutLine: { ...newCutLine('pale', spec.sticker), ...change },
  };
}
const jobOf = (design: Design) => ({
  ...{ design, colourway: 'base', spec, side, apart: null },
  placement: newPlacement(spec, side, homeAt(board, side)),
});
const none = () => Promise.reject(new Error('no picture'));
const fileOf = async (design: Design, format: 'png' | 'svg' | 'pdf') =>
  (await makeFile({ ...jobOf(design), format }, await loadMaterials(design), none)).bytes;

describe('the files of a sticker', () => {
  const design = sticker();

  it('PNG: the artwork on its border, nothing beyond, and no line of the blade', async () => {
    const { data, width } = PNG.sync.read(await fileOf(design, 'png'));
    const at = (mm: number) => [
      ...data.subarray((900 * width + 900 + Math.round(mm * MM)) * 4).subarray(0, 4),
    ];
    expect(at(0)).toEqual([0x20, 0x26, 0x2a, 255]);
    expect(at(10.5)).toEqual([0xf2, 0xea, 0xd8, 255]);
    expect(at(12.8)).toEqual([0xf2, 0xea, 0xd8, 255]);
    expect(at(13.2)[3]).toBe(0);
    expect(at(20)[3]).toBe(0);
  });

  it('SVG: the path in a layer of its own, as curves, in px of a true size', async () => {
    const text = (await fileOf(design, 'svg')).toString();
    const layer =
      /<g id="kiss-cut" class="layer-cut"[^>]*>\s*<title>Kiss cut<\/title>\s*<path d="([^"]*)"\/>\s*<\/g>/.exec(
        text,
      )!;
    const path = parseSvgPath(layer[1]);
    const box = pathBounds(path);
    expect((box.right - box.left) / MM).toBeCloseTo(26, 1);
    expect((box.bottom - box.top) / MM).toBeCloseTo(26, 1);
    expect(layer[1]).toMatch(/Z$/);
    expect(text.lastIndexOf('<g id="disc"')).toBeLessThan(text.indexOf('<g id="kiss-cut"'));
  });

  it('PDF: a hairline in a spot colour that overprints, which an independent reader takes for one', async () => {
    const pdf = await fileOf(design, 'pdf');
    const text = pdf.toString('latin1');
    expect(text).toContain('[/Separation /Kiss#20cut /DeviceCMYK');
    expect(text).toContain('/OP true /op true /OPM 1');
    const folder = mkdtempSync(join(tmpdir(), 'brelm-cut-'));
    try {
      writeFileSync(join(folder, 'a.pdf'), pdf);
      execFileSync('pdftoppm', ['-r', '150', '-png', join(folder, 'a.pdf'), join(folder, 'a')]);
      const page = PNG.sync.read(readFileSync(join(folder, 'a-1.png')));
      const middle = Math.floor(page.height / 2);
      const row = Array.from({ length: page.width }, (_, x) => [
        ...page.data.subarray((middle * page.width + x) * 4).subarray(0, 3),
      ]);
      // Magenta: red and blue stay, green goes. Twice across the middle, 26 mm apart.
      const pink = row.flatMap(([r, g, b], x) => (r - g > 25 && b - g > 5 ? [x] : []));
      expect(((Math.max(...pink) - Math.min(...pink)) / 150) * 25.4).toBeCloseTo(26, 0);
    } finally {
      rmSync(folder, { recursive: true, force: true });
    }
  });

  it('DXF: closed lines in mm by a second reader, none twice and none of no length, holes the other way', async () => {
    const hollow: Design = {
      ...sticker({ holes: 'none', distance: 1, close: 0, radius: 0 }),
      parts: [shapeOf('ring', place(900, 900), 'ring', 30 * MM, 'dark')],
    };
    const materials = await loadMaterials(hollow);
    const { drawing, cut } = await cutOutOf(
      drawingOf(jobOf(hollow), materials),
      hollow.cutLine!,
      'kiss',
      none,
    );
    expect([cut!.peel.pieces, cut!.peel.holes]).toEqual([1, 1]);
    const read = new DxfParser().parseSync(cutDxf(drawing))!;
    const lines = read.entities as unknown as {
      type: string;
      shape: boolean;
      layer: string;
      vertices: { x: number; y: number }[];
    }[];
    expect(lines.map((l) => [l.type, l.shape, l.layer])).toEqual(
      cut!.loops.map(() => ['POLYLINE', true, 'KISS_CUT']),
    );
    const areas = lines.map(({ vertices }) => {
      vertices.forEach((v, i) => {
        const next = vertices[(i + 1) % vertices.length];
        expect(Math.hypot(v.x - next.x, v.y - next.y)).toBeGreaterThan(0);
      });
      return signedArea(vertices.flatMap((v) => [v.x, v.y])) / 2;
    });
    // y goes up here, so what turned clockwise turns the other way.
    cut!.loops.forEach((l, i) => expect(Math.sign(areas[i])).toBe(-Math.sign(l.area)));
    const mine =
      flatten([...cutPathsOf(drawing).values()][0], 0.01).reduce(
        (sum, l) => sum + signedArea(l.points) / 2,
        0,
      ) /
      MM ** 2;
    expect(-areas.reduce((a, b) => a + b, 0)).toBeCloseTo(mine, 0);
  });

  it('a backing that is cut through, too: a layer and a spot colour of its own in each file', async () => {
    const both = sticker({ backing: { margin: 4, tear: 'none' } });
    const svg = (await fileOf(both, 'svg')).toString();
    const width = (id: string) => {
      const [, d] = new RegExp(`<g id="${id}"[^>]*>\\s*<title>[^<]*</title>\\s*<path d="([^"]*)"`).exec(svg)!;
      const { left, right } = pathBounds(parseSvgPath(d));
      return (right - left) / MM;
    };
    expect(width('kiss-cut')).toBeCloseTo(26, 0);
    expect(width('die-cut')).toBeCloseTo(34, 0);
    const pdf = (await fileOf(both, 'pdf')).toString('latin1');
    expect(pdf.match(/\/Separation \/(Kiss|Die)#20cut/g)).toEqual([
      '/Separation /Kiss#20cut',
      '/Separation /Die#20cut',
    ]);
    const materials = await loadMaterials(both);
    const { drawing } = await cutOutOf(drawingOf(jobOf(both), materials), both.cutLine!, 'kiss', none);
    const read = new DxfParser().parseSync(cutDxf(drawing))!;
    expect(read.entities.map((e) => e.layer)).toEqual(['KISS_CUT', 'DIE_CUT']);
    expect(Object.keys(read.tables.layer.layers)).toEqual(['KISS_CUT', 'DIE_CUT']);
  });

  it('a mask of what stays', async () => {
    const { drawing } = await cutOutOf(
      drawingOf(jobOf(design), await loadMaterials(design)),
      design.cutLine!,
      'kiss',
      none,
    );
    const { data, width } = PNG.sync.read((await cutMask(drawing)).bytes);
    const share = data.filter((v, i) => i % 4 === 3 && v > 127).length / (width * width);
    expect(share).toBeCloseTo((Math.PI * 13 * 13) / (76.2 * 76.2), 3);
  });

  it('beside the printed one: the cut alone, of its size, and told where there is none', async () => {
    const materials = await loadMaterials(design);
    const of = (blade: BladeFile, of: Design = design) =>
      makeBladeFile({ ...jobOf(of), format: 'png' }, blade, materials, none);
    const dxf = await of('dxf');
    expect(dxf.report).toMatchObject({ format: 'dxf', width: 1800, height: 1800, dpi: 600, loss: null });
    expect(new DxfParser().parseSync(dxf.bytes.toString('latin1'))!.entities).toHaveLength(1);
    const svg = (await of('svg')).bytes.toString();
    expect(svg).toContain('id="kiss-cut"');
    expect(svg).not.toContain('id="disc"');
    const mask = PNG.sync.read((await of('mask')).bytes);
    expect([mask.width, mask.height]).toEqual([1800, 1800]);
    await expect(of('dxf', { ...design, cutLine: null })).rejects.toThrow(/nothing to cut/);
    await expect(of('dxf', { ...design, parts: [] })).rejects.toThrow(/nothing to cut/);
  });

  it('have a border in a colour that no ink has, too, in every format', async () => {
    const beside = sticker({ ink: null, spread: true, bleed: 1 });
    const flat = drawingOf(jobOf(beside), await loadMaterials(beside));
    const scale = cutScale(flat);
    const size = Math.round(flat.width * scale);
    // A disc of a photo's colour, as a picture would have it.
    const data = new Uint8ClampedArray(4 * size * size);
    for (let y = 0; y < size; y++)
      for (let x = 0; x < size; x++)
        if (Math.hypot(x - size / 2, y - size / 2) < 0.13 * size)
          data.set([120, 90, 200, 255], 4 * (y * size + x));
    const { drawing, cut } = cutFrom(flat, { width: size, height: size, data }, beside.cutLine!, 'kiss');
    expect(cut!.spread.map((s) => [s.ink, s.colour])).toEqual([[null, '#785ac8']]);
    expect(await svgOf(drawing, none)).toContain('#785ac8');
    expect((await pdfOf(drawing, none, 'Odd')).toString('latin1')).toMatch(/^%PDF-/);
    const surface = await paintExact(drawing, none);
    // Beyond the disc that is printed, within the cut.
    const at = surface.context.getImageData(900 + Math.round(11 * MM), 900, 1, 1).data;
    expect([...at]).toEqual([0x78, 0x5a, 0xc8, 255]);
  });

  it('are as they were where the design is not cut out', async () => {
    const plain = { ...design, cutLine: null };
    const { data, width } = PNG.sync.read(await fileOf(plain, 'png'));
    expect(data[(900 * width + 900 + Math.round(11 * MM)) * 4 + 3]).toBe(0);
    expect((await fileOf(plain, 'svg')).toString()).not.toContain('layer-cut');
    expect((await fileOf(plain, 'pdf')).toString('latin1')).not.toContain('Separation');
  });
});

describe('the proof of a sticker', () => {
  it('judges the artwork on its border, not on what the sticker lies on', async () => {
    const dark = async (design: Design) => {
      const garments = shippedGarments().filter((g) => g.id === 'soot');
      const proof = placedProof({
        ...{ ...jobOf(design), garments, materials: await loadMaterials(design) },
        ...{ pictures: () => null, surfaces: makeSurface, mends: false, slow: false },
      });
      return proof.findings.filter((f) => f.check === 'contrast' && f.part === 'disc').map((f) => f.severity);
    };
    const must = sticker();
    must.parts[0].mustRead = true;
    expect(await dark({ ...must, cutLine: null })).toEqual(['stop']);
    expect(await dark(must)).toEqual([]);
  });

  it('judges it so on its board, too, and in colourways that are tried', async () => {
    const must = sticker();
    must.parts[0].mustRead = true;
    const input = async (design: Design) => ({
      ...{ design, colourway: 'base', spec, side, materials: await loadMaterials(design) },
      garments: shippedGarments().filter((g) => g.id === 'soot'),
      ...{ pictures: () => null, surfaces: makeSurface },
    });
    const verdict = async (design: Design) => judgeGarments(await input(design)).garments[0].verdict;
    expect(await verdict({ ...must, cutLine: null })).not.toBe('reads');
    expect(await verdict(must)).toBe('reads');
    // Of the border as a part nothing is said.
    const { findings } = proofOf({ ...(await input(must)), slow: false });
    expect(findings.filter((f) => f.part === '(border)' || f.severity === 'stop')).toEqual([]);
  });

  it('does not ask that its border be seen on what it is stuck to', async () => {
    const design = sticker();
    const garments = shippedGarments().filter((g) => ['white', 'bone', 'soot'].includes(g.id));
    const { findings, garments: verdicts } = placedProof({
      ...{ ...jobOf(design), garments, materials: await loadMaterials(design) },
      ...{ pictures: () => null, surfaces: makeSurface, mends: false, slow: false },
    });
    expect(findings.filter((f) => f.check === 'contrast')).toEqual([]);
    expect(verdicts.map((g) => g.verdict)).toEqual(['reads', 'reads', 'reads']);
  });
});
