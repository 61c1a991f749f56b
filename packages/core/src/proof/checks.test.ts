import { emptyDesign, type Design, type Material } from '../design';
import { lettering, letteringLine, picture, place, type Part } from '../parts';
import type { MakeSurface, PictureSource, Surface } from '../drawing';
import type { RasterImage } from '../raster';
import { treatPicture } from '../steps';
import {
  circle,
  designOf,
  garment,
  inputOf,
  loadFace,
  materialsWith,
  rect,
  shape,
  SPEC,
  surfaces,
} from '../../testing';
import { ownFaceId } from '../type';
import { pictureDpi, proofOf, type Finding, type ProofInput } from './index';

const SOOT = garment('Soot', '#1b1b1d');
const BLACK = garment('black', '#000000');

/** A picture of a disc on a ground, `size` px a side; ground null is transparent. */
function discPicture(
  size: number,
  ground: string | null,
  ink = '#c03020',
  make: MakeSurface = surfaces,
): Surface {
  const surface = make(size, size);
  const c = surface.context;
  if (ground) {
    c.fillStyle = ground;
    c.fillRect(0, 0, size, size);
  }
  c.fillStyle = ink;
  c.beginPath();
  c.moveTo(size * 0.8, size / 2);
  for (let i = 1; i <= 64; i++) {
    const t = (i / 64) * 2 * Math.PI;
    c.lineTo(size / 2 + size * 0.3 * Math.cos(t), size / 2 + size * 0.3 * Math.sin(t));
  }
  c.fill();
  return surface;
}

function withPicture(size: number, scale: number, x = 450, y = 450): Design {
  const material: Material = {
    id: 'm',
    name: 'lantern',
    file: 'lantern.png',
    width: size,
    height: size,
    licence: { id: 'own' },
  };
  return { ...designOf({ a: '#ffffff' }, picture('p', place(x, y, scale), material)), materials: [material] };
}

/** Hands out a surface as the picture, with its ground removed where the part asks for it. */
const source = (surface: Surface): PictureSource => {
  return (_, treatment) => {
    if (!treatment) return surface.canvas;
    const { width, height, context } = surface;
    const image = context.getImageData(0, 0, width, height) as RasterImage;
    const free = treatPicture(image, treatment);
    const out = surfaces(width, height);
    (out.context as unknown as { putImageData(d: unknown, x: number, y: number): void }).putImageData(
      Object.assign(out.context.getImageData(0, 0, width, height), {}),
      0,
      0,
    );
    const target = out.context.getImageData(0, 0, width, height);
    target.data.set(free.data);
    (out.context as unknown as { putImageData(d: unknown, x: number, y: number): void }).putImageData(
      target,
      0,
      0,
    );
    return out.canvas;
  };
};

const findings = (input: ProofInput, check: Finding['check']) =>
  proofOf(input).findings.filter((f) => f.check === check);

describe('box behind the artwork', () => {
  it('is a stop for a picture on a ground of its own, and names the colour', () => {
    const input = inputOf(withPicture(400, 1), [BLACK], { pictures: source(discPicture(400, '#ffffff')) });
    const [found] = findings(input, 'box');
    expect(found).toMatchObject({ severity: 'stop', part: 'p', region: [250, 250, 400, 400] });
    expect(found.message).toContain('#ffffff');
    expect(found.mends.map((m) => m.id)).toEqual(['remove-box']);
  });

  it('is not found for a cut-out, nor where the spec wants an opaque file', () => {
    expect(
      findings(inputOf(withPicture(400, 1), [BLACK], { pictures: source(discPicture(400, null)) }), 'box'),
    ).toEqual([]);
    const opaque = { ...SPEC, background: 'opaque' as const };
    const input = inputOf(withPicture(400, 1), [BLACK], {
      pictures: source(discPicture(400, '#ffffff')),
      spec: opaque,
    });
    expect(findings(input, 'box')).toEqual([]);
  });

  it('is a stop for a plain rectangle over the board, not for one over 90 % of it', () => {
    const over = (side: number) =>
      findings(inputOf(designOf({ a: '#ffffff' }, shape('r', rect(0, 0, side, 900), 'a')), [BLACK]), 'box');
    expect(over(900)).toHaveLength(1);
    expect(over(900)[0].figure).toBeCloseTo(1, 2);
    expect(over(810)).toEqual([]);
  });
});

describe('effective resolution', () => {
  it('is 74 dpi for a picture that is stretched to it', () => {
    const input = inputOf(withPicture(100, 300 / 74.5), [BLACK], {
      pictures: source(discPicture(100, null)),
    });
    const [found] = findings(input, 'resolution');
    expect(found.message).toBe('“lantern” is stretched to 74 dpi: needs 150');
    expect(found.figure).toBeCloseTo(74.5, 6);
  });

  it('is taken from the axis that is stretched more', () => {
    expect(pictureDpi(1, -4, 300)).toBe(75);
    expect(pictureDpi(1, 1, 300)).toBe(300);
  });

  it('of an enlarged picture is still its own: what was made between is told, and a stop only where that is too little', () => {
    const of = (scale: number, enlarged?: 'twice' | 'fourfold') => {
      const design = withPicture(100, scale);
      const [part] = design.parts;
      const input = inputOf(
        { ...design, parts: [{ ...part, ...(enlarged && { enlarged }) } as Part] },
        [BLACK],
        {
          pictures: source(discPicture(100, null)),
        },
      );
      return proofOf(input).findings.filter((f) => f.check === 'resolution');
    };
    const [plain] = of(4);
    expect(plain.mends.map((m) => m.id)).toEqual(['shrink', 'enlarge']);
    const [twice] = of(4, 'twice');
    expect(twice).toMatchObject({ severity: 'watch', figure: 75, threshold: 150 });
    expect(twice.message).toBe(
      '“lantern” has 75 dpi of its own and 150 as it is enlarged: look at it at its size',
    );
    expect(twice.mends.map((m) => m.id)).toEqual(['shrink']);
    const [still] = of(8, 'twice');
    expect([still.severity, still.message]).toEqual([
      'stop',
      '“lantern” is stretched to 37 dpi, 75 as it is enlarged: needs 150',
    ]);
    expect(still.mends.map((m) => m.id)).toEqual(['shrink', 'enlarge']);
    // Nothing makes 18 dpi good enough.
    expect(of(16)[0].mends.map((m) => m.id)).toEqual(['shrink']);
    expect(of(2, 'fourfold')).toEqual([]);
  });

  it('has nothing to say at exactly what is needed', () => {
    const input = inputOf(withPicture(100, 2), [BLACK], { pictures: source(discPicture(100, null)) });
    expect(findings(input, 'resolution')).toEqual([]);
  });
});

describe('safe area', () => {
  const at = (x: number, y = 450, r = 100) =>
    findings(
      inputOf(
        designOf({ a: '#ffffff' }, { ...shape('disc', circle(450, 450, r), 'a'), place: place(x, y) }),
        [BLACK],
      ),
      'safe-area',
    );

  it('is a watch outside the safe area, by how many mm', () => {
    // 20 px beyond a margin of 30 px: 1.69 mm at 300 dpi.
    const [found] = at(110);
    expect(found).toMatchObject({ severity: 'watch', unit: 'mm' });
    expect(found.figure).toBeCloseTo((20 / 300) * 25.4, 3);
  });

  it('is a stop beyond the board, and says when nothing of it will print', () => {
    expect(at(70)[0]).toMatchObject({ severity: 'stop' });
    expect(at(-400)[0].message).toContain('none of it will print');
  });

  it('is silent inside', () => {
    expect(at(450)).toEqual([]);
    expect(at(130)).toEqual([]);
  });

  it('looks at a picture’s ink, not at its transparent rim', () => {
    // The frame reaches 20 px over the board; the disc in it does not.
    const input = inputOf(withPicture(400, 1, 180), [BLACK], { pictures: source(discPicture(400, null)) });
    expect(findings(input, 'safe-area')).toEqual([]);
  });
});

describe('letters', () => {
  it('that a typeface lacks are a stop', async () => {
    const materials = await materialsWith('rye');
    const design = designOf(
      { a: '#ffffff' },
      lettering('l', 'Night', place(450, 450), [letteringLine('Łódź ☾', 'rye', 150, 'a')]),
    );
    const [found] = findings(inputOf(design, [BLACK], { materials }), 'letters');
    expect(found.message).toMatch(/^Rye has no .*☾.*: choose another typeface for “Night”$/);
  });

  it('in a typeface that is not here are a stop', () => {
    const design = designOf(
      { a: '#ffffff' },
      lettering('l', '', place(450, 450), [letteringLine('Owl', 'lost-face', 150, 'a')]),
    );
    expect(findings(inputOf(design, [BLACK]), 'typeface')[0].message).toContain('lost-face');
  });
});

describe('extent', () => {
  const disc = (r: number, x = 450) =>
    inputOf(designOf({ a: '#ffffff' }, { ...shape('d', circle(450, 450, r), 'a'), place: place(x, 450) }), [
      BLACK,
    ]);

  it('is the share of the safe area’s limiting side', () => {
    // The safe area is 840 px wide: a disc of 168 px fills 20 %.
    const [found] = findings(disc(84), 'extent');
    expect(found.figure).toBeCloseTo(0.2, 3);
    expect(found.message).toContain('fills 20 %');
    expect(findings(disc(210), 'extent')).toEqual([]);
  });

  it('says how far off the centre line the artwork sits, and on which side', () => {
    const [found] = findings(disc(300, 450 - 60), 'centre');
    expect(found.figure).toBeCloseTo((60 / 300) * 25.4, 2);
    expect(found.message).toContain('left of the centre line');
    expect(findings(disc(300, 450 + 30), 'centre')).toEqual([]);
  });
});

describe('interior loss', () => {
  it('is the share of the artwork that looks like the garment', () => {
    // A white disc of radius 200 with an eye of radius 100 in soot: a quarter is lost on Soot.
    const design = designOf(
      { w: '#ffffff', s: '#1b1b1d' },
      shape('eye', circle(450, 450, 100), 's'),
      shape('disc', circle(450, 450, 200), 'w'),
    );
    const [found] = findings(inputOf(design, [SOOT]), 'interior');
    expect(found).toMatchObject({ severity: 'watch', garment: 'Soot' });
    expect(found.figure).toBeCloseTo(0.25, 2);
    expect(found.message).toContain('The ink s disappears on Soot: 25 %');
    expect(findings(inputOf(design, [garment('Red', '#b3262e')]), 'interior')).toEqual([]);
  });
});

describe('rights', () => {
  it('asks about a picture and a figure whose licence is unknown, not about one’s own', () => {
    const design = withPicture(400, 1);
    const unknown: Design = {
      ...design,
      materials: [{ ...design.materials[0], licence: { id: 'unknown' } }],
      parts: [...design.parts, { ...shape('fig', circle(450, 450, 50), 'a'), licence: { id: 'unknown' } }],
    };
    const input = inputOf(unknown, [BLACK], { pictures: source(discPicture(400, null)) });
    expect(findings(input, 'rights').map((f) => f.part)).toEqual(['fig', 'p']);
    expect(findings({ ...input, design }, 'rights')).toEqual([]);
  });
});

describe('rights of typefaces', () => {
  it('are asked for where a typeface was brought in, whose terms only its owner knows', async () => {
    const own = await loadFace('anton');
    const id = ownFaceId('0'.repeat(64), 0);
    const materials = { face: (face: string) => (face === id ? { ...own, id } : own) };
    const set = (face: string, licence?: string): Design => ({
      ...designOf(
        { pale: '#ffffff' },
        lettering('w', '', place(450, 450), [letteringLine('OWL', face, 200, 'pale')]),
      ),
      typefaces: licence ? [{ id, name: 'Barn Door', licence: { id: licence } }] : [],
    });
    const rights = (face: string, licence?: string) =>
      findings(inputOf(set(face, licence), [BLACK], { materials }), 'rights');
    expect(rights('anton')).toEqual([]);
    expect(rights(id).map((f) => [f.part, f.severity])).toEqual([['w', 'watch']]);
    expect(rights(id, 'bought')).toEqual([]);
    expect(rights(id, 'CC-BY-NC-4.0').map((f) => [f.severity, f.message])).toEqual([
      ['stop', 'The typeface “Barn Door” may not be sold on goods: its licence is CC BY-NC 4.0'],
    ]);
    // Its maker's own word in the file is told until its owner says what was agreed on.
    own.embedding = 'restricted';
    const [[finding, ...more], agreed] = [rights(id), rights(id, 'permitted')];
    own.embedding = 'installable';
    expect([finding.severity, more, agreed]).toEqual(['watch', [], []]);
    expect(finding.message).toContain('lets nobody embed');
  });
});

describe('rights by licence', () => {
  const figure = (id: string, source?: string) => ({
    ...shape('fig', circle(450, 450, 200), 'a'),
    licence: { id, ...(source ? { source } : {}) },
  });
  const rights = (id: string, ...more: Parameters<typeof designOf>[1][]) =>
    proofOf(inputOf(designOf({ a: '#ffffff' }, figure(id, 'A. Maker'), ...more), [BLACK])).findings.filter(
      (f) => f.check === 'rights' || f.check === 'alone',
    );
  const word = shape('own', circle(450, 800, 40), 'a');

  it.each([
    ['MIT', undefined, ''],
    ['own', undefined, ''],
    ['CC-BY-3.0', 'note', 'must name the maker of “fig”: CC BY 3.0, A. Maker'],
    ['CC-BY-SA-4.0', 'watch', 'given on under CC BY-SA 4.0'],
    ['CC-BY-ND-4.0', 'watch', 'may not be changed'],
    ['CC-BY-NC-4.0', 'stop', 'may not be sold on goods'],
    ['LicenseRef-mine', 'watch', 'are not known here'],
    ['unknown', 'watch', 'its licence is unknown'],
  ])('%s: %s', (id, severity, words) => {
    const [found] = rights(id, word);
    expect(found?.severity).toBe(severity);
    if (words) expect(found.message).toContain(words);
  });

  it('a figure from a library that stands alone is a watch, with something added it is not', () => {
    expect(rights('MIT').map((f) => [f.check, f.severity])).toEqual([['alone', 'watch']]);
    expect(rights('own')).toEqual([]);
  });
});

describe('the whole proof', () => {
  it('says that an empty board, or one with hidden parts only, makes an empty file', () => {
    const empty = emptyDesign('x', designOf({}).board, 'soot', [], { name: 'a', value: '#ffffff' });
    expect(proofOf(inputOf(empty, [BLACK])).findings[0].message).toContain('nothing on the board yet');
    const hidden = designOf({ a: '#ffffff' }, { ...shape('d', circle(450, 450, 50), 'a'), hidden: true });
    expect(proofOf(inputOf(hidden, [BLACK])).findings[0].message).toContain('Every part is hidden');
  });

  it('puts stops before watches', () => {
    const design = designOf(
      { a: '#1b1b1d', w: '#ffffff' },
      { ...shape('edge', circle(450, 450, 60), 'w'), place: place(70, 450) },
      shape('gone', circle(450, 450, 60), 'a'),
    );
    const order = proofOf(inputOf(design, [SOOT])).findings.map((f) => f.severity);
    expect(order).toEqual([...order].sort((a, b) => (a === b ? 0 : a === 'stop' ? -1 : 1)));
    expect(order).toContain('stop');
  });

  it('works out mends only for the garments that are asked for', () => {
    const design = designOf({ a: '#1b1b1d' }, shape('gone', circle(450, 450, 60), 'a'));
    const input = inputOf(design, [SOOT, BLACK], { mendFor: new Set(['black']) });
    const mends = Object.fromEntries(findings(input, 'contrast').map((f) => [f.garment, f.mends.length]));
    expect(mends.Soot).toBe(0);
    expect(mends.black).toBeGreaterThan(0);
  });
});

describe('too much', () => {
  it('names the part and says what is left out of it', async () => {
    const materials = await materialsWith('anton');
    const words = 'Count owls not sheep by night '.repeat(4);
    const part = {
      ...lettering(
        'words',
        'Words',
        place(450, 450),
        Array.from({ length: 60 }, () => letteringLine(words, 'anton', 20, 'pale')),
      ),
      keylines: Array.from({ length: 12 }, () => ({
        ink: 'pale',
        width: 4,
        join: 'round' as const,
        distance: 3,
      })),
    };
    const design = designOf({ pale: '#f2ead8' }, part);
    const [found] = proofOf(inputOf(design, [BLACK], { materials, mends: false })).findings.filter(
      (f) => f.check === 'too-much',
    );
    expect(found).toMatchObject({ part: 'words', severity: 'watch', mends: [] });
    expect(found.message).toContain('one keyline as an even stroke');
  });
});
