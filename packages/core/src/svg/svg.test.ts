import { inkOutlines, inspectSvg, readNormalisedSvg, SvgError } from './index';

const svg = (inside: string) =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="100" height="100">${inside}</svg>`;

describe('inspectSvg', () => {
  it('names scripts, handlers, outside references and filters', () => {
    const left = inspectSvg(
      svg(
        '<script>alert(1)</script><rect onclick="x()"/><image href="https://x.test/a.png"/><filter id="f"/>',
      ),
    ).join(' ');
    for (const word of ['script', 'handlers', 'other files', 'Filters']) expect(left).toContain(word);
  });

  it('finds nothing in a plain file with references into itself', () => {
    expect(inspectSvg(svg('<use href="#a"/><rect fill="url(#g)"/>'))).toEqual([]);
  });

  it('refuses entities, crowds of elements, and what is no SVG', () => {
    expect(() => inspectSvg('<!DOCTYPE svg [<!ENTITY a "aaaa">]>' + svg('&a;'))).toThrow('entities');
    expect(() => inspectSvg(svg('<g/>'.repeat(60_000)))).toThrow('60,001 elements');
    expect(() => inspectSvg('hello')).toThrow(SvgError);
  });
});

describe('readNormalisedSvg', () => {
  it('applies transforms, opacity and stroke widths, and crops to the art', () => {
    const art = readNormalisedSvg(
      svg(
        '<g transform="matrix(2 0 0 2 10 10)" opacity="0.5"><path fill="#f00" d="M 0 0 L 300 0 L 300 300 Z" stroke="#00ff00" stroke-width="4"/></g>',
      ),
    );
    expect(art.outlines.map((o) => [o.colour, o.opacity])).toEqual([
      ['#ff0000', 0.5],
      ['#00ff00', 0.5],
    ]);
    expect(art.outlines[1].stroke).toMatchObject({ width: 8, join: 'mitre', cap: 'butt' });
    expect([art.width, art.height]).toEqual([608, 608]);
    expect(art.outlines[0].path).toBe('M4 4L604 4L604 604Z');
  });

  it('enlarges tiny art, so that rounding costs nothing', () => {
    const art = readNormalisedSvg(svg('<path fill="#000000" d="M0 0L0.001 0L0.001 0.001Z"/>'));
    expect(art.width).toBeCloseTo(512, 6);
  });

  it('turns a gradient into its mean and says so', () => {
    const art = readNormalisedSvg(
      svg(
        '<defs><linearGradient id="g"><stop stop-color="#000000"/><stop stop-color="#ffffff"/></linearGradient></defs><path fill="url(#g)" d="M0 0L9 0L9 9Z"/>',
      ),
    );
    expect(art.outlines[0].colour).toBe('#808080');
    expect(art.left).toEqual(['A gradient became its mean colour.']);
  });

  it('refuses a file with nothing to draw', () => {
    expect(() => readNormalisedSvg(svg('<g/>'))).toThrow('no paths or shapes');
  });
});

describe('inkOutlines', () => {
  const outline = (colour: string) => ({
    path: 'M0 0L1 1',
    colour,
    rule: 'nonzero' as const,
    opacity: 1,
    stroke: null,
  });

  it('uses an ink of the design again, merges near colours and names the rest', () => {
    const { outlines, added } = inkOutlines(
      { outlines: ['#f2ead8', '#f2ead9', '#b3492a', '#b24829', '#20305a'].map(outline) },
      [{ id: 'bone', name: 'Bone', value: '#f2ead8' }],
    );
    expect(outlines.map((o) => o.ink)).toEqual(['bone', 'bone', 'ink-1', 'ink-1', 'ink-2']);
    expect(added.map((i) => i.name)).toEqual(['Rust', 'Navy']);
  });

  it('gives two inks of one plain name different names', () => {
    const { added } = inkOutlines({ outlines: ['#7fc4e8', '#8fb4f8'].map(outline) }, []);
    expect(new Set(added.map((i) => i.name)).size).toBe(2);
  });
});
