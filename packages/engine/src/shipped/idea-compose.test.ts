import { contrastRatio } from '@brelm/core/colour';
import { readDesign, documentOf, readStyle, type Design } from '@brelm/core/design';
import {
  fromPieces,
  inStyle,
  newIdea,
  onStarter,
  PLAIN_STYLES,
  takesWords,
  withInks,
  type ComposeOn,
  type Idea,
} from '@brelm/core/idea';
import { proofOf, proposeColourways, stopsOn } from '@brelm/core/proof';
import { partLocalBox, resolve } from '@brelm/core/resolve';
import { boardOf, safeBox } from '@brelm/core/spec';
import {
  loadMaterials,
  makeSurface,
  motifLibrary,
  readSvgFile,
  shippedGarments,
  shippedSpecs,
  shippedStarters,
  shippedStyles,
} from '../index';

const spec = shippedSpecs().find((s) => s.id === 'pinfold/tee-front')!;
const [side] = spec.sides;
const garments = shippedGarments();
const words = (design: Design) =>
  design.parts.flatMap((p) => (p.kind === 'lettering' ? p.lines.map((l) => l.text.toLowerCase()) : []));
const sorted = (text: string) => text.toLowerCase().split(/\s+/).sort();

async function on(phrase: string, garment: string, figure: string | null): Promise<Omit<ComposeOn, 'boxOf'>> {
  const { id, value } = garments.find((g) => g.id === garment)!;
  const library = await motifLibrary();
  const entry = figure ? library.entry(figure)! : null;
  return {
    ...{
      phrase,
      board: boardOf(spec, side),
      safe: safeBox(side),
      backdrop: id,
      garments: [id],
      ground: value,
    },
    pale: garment === 'bone',
    figure: entry
      ? { name: entry.name, licence: entry.licence, art: await readSvgFile(library.svg(entry.id)!) }
      : null,
  };
}

async function starters(given: Omit<ComposeOn, 'boxOf'>): Promise<Design[]> {
  const out: Design[] = [];
  for (const { document } of shippedStarters().filter((s) => takesWords(s.document))) {
    const materials = await loadMaterials(document);
    out.push(
      onStarter(document, safeBox(side), { ...given, boxOf: (p, d) => partLocalBox(p, d, materials) }),
    );
  }
  return out;
}

describe('a phrase laid out', () => {
  it('on each starter says all of it, once, has the figure in the figure’s place, and is a design', async () => {
    const phrase = 'Easily distracted by moths';
    for (const design of await starters(await on(phrase, 'soot', 'flat/butterfly'))) {
      expect(words(design).join(' ').split(/\s+/).sort()).toEqual(sorted(phrase));
      expect(design.parts.every((p) => p.slot === null)).toBe(true);
      const figures = design.parts.filter((p) => p.kind === 'motif' && p.name === 'butterfly');
      const had = design.parts.some((p) => p.kind === 'motif');
      expect(figures.length > 0).toBe(had);
      expect(readDesign(documentOf(design))).toEqual(design);
    }
  });

  it('of one word has one place for words, and the others are gone', async () => {
    for (const design of await starters(await on('Owls', 'soot', null)))
      expect(words(design).filter(Boolean)).toEqual(['owls']);
  });

  it('a figure of one colour stands out from the shape right behind it', async () => {
    const all = await starters(await on('Night owl', 'soot', 'silhouette/owl'));
    const checked = all.filter((design) => {
      const figure = design.parts.findIndex((p) => p.kind === 'motif' && p.name === 'owl');
      const behind = design.parts.slice(figure + 1).find((p) => p.kind === 'shape');
      if (figure < 0 || behind?.kind !== 'shape' || !behind.fill) return false;
      const value = (id: string) => design.inks.find((i) => i.id === id)!.value;
      const part = design.parts[figure];
      if (part.kind !== 'motif') return false;
      expect(contrastRatio(value(part.outlines[0].ink), value(behind.fill))).toBeGreaterThan(2);
      return true;
    });
    expect(checked.length).toBeGreaterThan(1);
  });

  it.each(['soot', 'bone'])(
    'in each style that ships lies on the board, and reads on %s once its inks are proposed',
    async (garment) => {
      const given = await on('I’d rather be counting owls', garment, 'flat/owl');
      const ground = garments.filter((g) => g.id === garment);
      let good = 0;
      for (const { document } of shippedStyles()) {
        const style = readStyle(document)!;
        const faces = { ...shippedStarters()[0].document, parts: [style.part] };
        const before = await loadMaterials(faces);
        let design = inStyle(style, { ...given, boxOf: (p, d) => partLocalBox(p, d, before) });
        expect(words(design).join(' ')).toBe('i’d rather be counting owls');
        const materials = await loadMaterials(design);
        const input = {
          ...{
            design,
            colourway: undefined,
            spec,
            side,
            garments: ground,
            mendFor: new Set<string>(),
            materials,
          },
          ...{ surfaces: makeSurface, pictures: () => null, cache: new Map() },
        };
        const [best] = proposeColourways(input);
        if (best) design = withInks(design, best.inks);
        expect(resolve(design, undefined, materials).faults).toEqual([]);
        const { findings } = proofOf({ ...input, design, cache: new Map(), slow: false });
        const stops = stopsOn(findings, garment);
        expect(stops.filter((f) => f.check === 'contrast')).toEqual([]);
        if (!stops.length) good++;
      }
      expect(good).toBeGreaterThan(shippedStyles().length * 0.7);
    },
  );
});

describe('an idea’s pieces', () => {
  const idea = newIdea({
    phrase: 'Leave the lamp on',
    pieces: [
      { kind: 'figure', words: 'lantern' },
      { kind: 'line', words: 'LEAVE THE LAMP ON' },
      { kind: 'line', words: '' },
      { kind: 'line', words: 'moth weeks' },
      { kind: 'figure', words: 'a thing that nobody drew' },
      { kind: 'backdrop', words: 'striped sun' },
      { kind: 'wear', words: 'dry mud' },
    ],
    palette: [
      { name: 'Bone', value: '#f2ead8' },
      { name: 'Rust', value: '#7d2b1c' },
    ],
  });
  const made = async (change: Partial<Idea> = {}, figure = 'silhouette/lantern-flame') => {
    const given = await on('x', 'soot', figure);
    const block = shippedStarters().find((s) => s.id === 'square-block')!;
    const materials = await loadMaterials(block.document);
    return fromPieces({ ...idea, ...change }, new Map([['lantern', given.figure!]]), {
      ...given,
      boxOf: (p, d) => partLocalBox(p, d, materials),
    });
  };

  it('become its parts, front first, below one another and within the safe area, the backdrop behind and the wear over all', async () => {
    const design = await made();
    expect(design.name).toBe('Leave the lamp on');
    expect(design.parts.map((p) => p.kind)).toEqual(['motif', 'lettering', 'lettering', 'shape']);
    const ys = design.parts.slice(0, 3).map((p) => p.place.y);
    expect([...ys].sort((a, b) => a - b)).toEqual(ys);
    const shape = design.parts[3];
    expect(shape.kind === 'shape' && shape.form).toBe('striped-sun');
    expect(design.wear[0].kind).toBe('cracks');
    const safe = safeBox(side);
    for (const p of design.parts) {
      expect(p.place.x).toBeGreaterThan(safe.left);
      expect(p.place.y).toBeGreaterThan(safe.top);
      expect(p.place.y).toBeLessThan(safe.bottom);
    }
    expect(readDesign(documentOf(design))).toEqual(design);
  });

  it('words are in inks of the palette that read on the garment; a figure of one colour stands out from the backdrop', async () => {
    const design = await made();
    const value = (id: string) => design.inks.find((i) => i.id === id)!.value;
    for (const p of design.parts) if (p.kind === 'lettering') expect(value(p.lines[0].ink)).toBe('#f2ead8');
    const [figure] = design.parts;
    expect(figure.kind === 'motif' && value(figure.outlines[0].ink)).toBe('#f2ead8');
    // No ink twice, none that nothing uses.
    expect(design.inks.map((i) => i.value).sort()).toEqual(['#7d2b1c', '#f2ead8']);
  });

  it('nothing but a name is an empty board with its name, and no pieces are none', async () => {
    const design = await made({ pieces: [], palette: [] });
    expect([design.name, design.parts.length, design.inks.length]).toEqual(['Leave the lamp on', 0, 1]);
  });
});

describe('plain styles, for a shop that has none', () => {
  it.each(PLAIN_STYLES.map((s) => [s.name, s.style] as const))(
    '%s says all of it in one ink that reads, within the safe area, below its figure',
    async (_, style) => {
      const given = await on('Mind the lamp', 'soot', 'silhouette/owl');
      const before = await loadMaterials({ ...shippedStarters()[0].document, parts: [style.part] });
      const design = inStyle(style, { ...given, boxOf: (p, d) => partLocalBox(p, d, before) });
      expect(words(design).join(' ')).toBe('mind the lamp');
      expect(design.inks.map((i) => i.value)).toEqual(['#f2ead8']);
      const [block, figure] = design.parts;
      expect([block.kind, figure.kind]).toEqual(['lettering', 'motif']);
      expect(figure.place.y).toBeLessThan(block.place.y);
      const materials = await loadMaterials(design);
      const { findings } = proofOf({
        ...{ design, colourway: undefined, spec, side, materials, mendFor: new Set<string>() },
        ...{ garments: garments.filter((g) => g.id === 'soot'), surfaces: makeSurface, pictures: () => null },
        ...{ cache: new Map(), slow: false, mends: false },
      });
      expect(stopsOn(findings, 'soot')).toEqual([]);
    },
  );
});
