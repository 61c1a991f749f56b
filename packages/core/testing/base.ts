import { readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { createCanvas } from '@napi-rs/canvas';
import type { Garment } from '@brelm/core/colour';
import { documentOf, emptyDesign, readDesign, type Design, type Ink } from '@brelm/core/design';
import { motif, place, type MotifPart } from '@brelm/core/parts';
import type { MakeSurface, Materials, PaintContext, PictureSource } from '@brelm/core/drawing';
import { createOutlineOps, type OutlineOps, type PathKit } from '@brelm/core/geometry';
import type { ProofInput } from '@brelm/core/proof';
import type { Spec } from '@brelm/core/spec';
import { catalogueFace, containerOf, createTypeface, type HarfBuzz, type Typeface } from '@brelm/core/type';
import { decompress } from 'wawoff2';
// eslint-disable-next-line @typescript-eslint/no-require-imports
const harfbuzz = require('harfbuzzjs') as Promise<HarfBuzz>;

export const DEMO = join(__dirname, '../../../demo');

export const surfaces: MakeSurface = (width, height) => {
  const canvas = createCanvas(width, height);
  return { width, height, canvas, context: canvas.getContext('2d') as unknown as PaintContext };
};

/** The file of a catalogue typeface as it is in its package. */
export const faceBytes = (id: string): Buffer => {
  const face = catalogueFace(id)!;
  return readFileSync(join(dirname(require.resolve(`${face.package}/package.json`)), face.file));
};

export const loadFace = async (id: string): Promise<Typeface> => {
  const bytes = faceBytes(id);
  const sfnt = containerOf(bytes) === 'woff2' ? await decompress(bytes) : bytes;
  return createTypeface(await harfbuzz, id, sfnt);
};

export const loadHarfBuzz = (): Promise<HarfBuzz> => harfbuzz;

// eslint-disable-next-line @typescript-eslint/no-require-imports
const initPathKit = require('pathkit-wasm/bin/pathkit.js') as (o: {
  wasmBinary: Uint8Array;
}) => Promise<PathKit>;
let ops: Promise<OutlineOps> | undefined;
export const loadOutlineOps = (): Promise<OutlineOps> =>
  (ops ??= initPathKit({
    wasmBinary: readFileSync(require.resolve('pathkit-wasm/bin/pathkit.wasm')),
  }).then(createOutlineOps));

export async function materialsWith(...ids: string[]): Promise<Materials> {
  const faces = new Map<string, Typeface>();
  for (const id of ids) faces.set(id, await loadFace(id));
  return { face: (id) => faces.get(id), ops: await loadOutlineOps() };
}

export const NO_PICTURES: PictureSource = () => null;
export const NO_FACES: Materials = { face: () => undefined };

export const SPEC: Spec = {
  format: 'brelm-spec',
  version: 2,
  id: 'test/board',
  marketplace: 'Test',
  product: 'Board',
  blank: 'tee',
  kind: 'shirt',
  sides: [
    {
      id: 'front',
      name: 'Front',
      widthIn: 3,
      heightIn: 3,
      widthPx: 900,
      heightPx: 900,
      dpi: 300,
      safeIn: { left: 0.1, top: 0.1, right: 0.1, bottom: 0.1 },
    },
  ],
  formats: ['png'],
  background: 'transparent',
  maxBytes: 5_000_000,
  colourSpace: 'srgb',
  leastDpi: 150,
  perColour: true,
  sources: [],
  checked: '2026-11-02',
};

export const garment = (id: string, value: string, second?: string): Garment => ({
  id,
  name: id,
  value,
  kind: second ? 'heather' : 'solid',
  ...(second ? { second } : {}),
});

/** SVG path text of a circle. */
export const circle = (cx: number, cy: number, r: number): string =>
  `M${cx - r} ${cy}a${r} ${r} 0 1 0 ${2 * r} 0a${r} ${r} 0 1 0 ${-2 * r} 0Z`;

export const rect = (x: number, y: number, w: number, h: number): string => `M${x} ${y}h${w}v${h}h${-w}Z`;

/** A must-read part of one outline, given in board px on a 900 × 900 board. */
export function shape(id: string, path: string, ink: string): MotifPart {
  const part = motif(
    id,
    id,
    place(450, 450),
    {
      width: 900,
      height: 900,
      outlines: [{ path, ink, rule: 'nonzero', opacity: 1, stroke: null }],
    },
    { id: 'own' },
  );
  return { ...part, mustRead: true };
}

/** A design as it is written to a file, parsed again. */
export const written = (design: Design): Record<string, unknown> =>
  JSON.parse(JSON.stringify(documentOf(design))) as Record<string, unknown>;

/** A design that was written and read again. */
export const reread = (design: Design): Design => readDesign(written(design));

/** A 900 × 900 board with these inks (id = name) and parts, front first. */
export function designOf(inks: Record<string, string>, ...parts: Design['parts']): Design {
  const list: Ink[] = Object.entries(inks).map(([id, value]) => ({ id, name: id, value }));
  const board = { spec: SPEC.id, side: 'front', width: 900, height: 900, dpi: 300 };
  return {
    ...emptyDesign('Test', board, 'soot', [], { name: 'x', value: '#000000' }),
    inks: list,
    parts,
  };
}

export const inputOf = (design: Design, garments: Garment[], over: Partial<ProofInput> = {}): ProofInput => ({
  design,
  colourway: undefined,
  spec: SPEC,
  side: SPEC.sides[0],
  garments,
  materials: NO_FACES,
  surfaces,
  pictures: NO_PICTURES,
  ...over,
});
