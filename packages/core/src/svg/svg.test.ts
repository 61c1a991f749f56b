import { inkOutlines, readNormalisedSvg, safeSvg, SvgError } from './index';

const svg = (inside: string, size = 1000) =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="${size}" height="${size}">${inside}</svg>`;

describe('safeSvg', () => {
  it('names scripts, handlers, outside references and filters', () => {
    const { left } = safeSvg(
      svg(
        '<script>alert(1)</script><rect onclick="x()"/><image href="https://x.test/a.png"/><filter id="f"/>',
      ),
    );
    for (const word of ['script', 'handlers', 'other files', 'Filters'])
      expect(left.join(' ')).toContain(word);
  });

  it('finds nothing in a plain file with references into itself', () => {
    expect(safeSvg(svg('<use href="#a"/><rect fill="url(#g)"/>')).left).toEqual([]);
  });

  it('refuses entities, crowds of elements, and what is no SVG', () => {
    expect(() => safeSvg('<!DOCTYPE svg [<!ENTITY a "aaaa">]>' + svg('&a;'))).toThrow('entities');
    expect(() => safeSvg(svg('<g/>'.repeat(60_000)))).toThrow('more than 50,000 elements');
    expect(() => safeSvg('hello')).toThrow(SvgError);
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

  it('keeps a gradient, laid over the box of what it fills, with its stops as colours', () => {
    const art = readNormalisedSvg(
      svg(
        '<defs><linearGradient id="g" x1="0" y1="0" x2="1" y2="0"><stop offset="0" stop-color="#000000"/><stop offset="1" stop-color="#ffffff" stop-opacity="0.5"/></linearGradient></defs><path fill="url(#g)" d="M 10 20 L 30 20 L 30 60 L 10 60 Z"/>',
      ),
    );
    const { gradient, colour } = art.outlines[0];
    expect(colour).toBe('#000000');
    expect(gradient!.stops).toEqual([
      { at: 0, colour: '#000000', opacity: 1 },
      { at: 1, colour: '#ffffff', opacity: 0.5 },
    ]);
    // From the left to the right of the outline, in the art's own units.
    const [a, , , , e] = gradient!.matrix;
    expect([e, a * 1 + e]).toEqual([0, 20 * art.scale]);
    expect(art.origin).toEqual({ x: 10, y: 20 });
    expect(art.left).toEqual([]);
  });

  it('keeps clip paths, one within another, and the box that they leave', () => {
    const art = readNormalisedSvg(
      svg(
        '<defs><clipPath id="a"><path d="M 0 0 L 400 0 L 400 400 L 0 400 Z"/></clipPath><clipPath id="b" clip-path="url(#a)"><path clip-rule="evenodd" d="M 200 200 L 900 200 L 900 900 L 200 900 Z"/></clipPath></defs><g clip-path="url(#b)"><path fill="#ff0000" d="M 0 0 L 1000 0 L 1000 1000 L 0 1000 Z"/></g>',
      ),
    );
    expect(art.outlines[0].clips!.map((c) => c.rule)).toEqual(['evenodd', 'nonzero']);
    expect([art.origin.x, art.origin.y, art.width / art.scale]).toEqual([200, 200, 200]);
    expect(art.left).toEqual([]);
  });

  it('lets stops never go back, and takes a gradient of one stop as a colour', () => {
    const of = (stops: string) =>
      readNormalisedSvg(
        svg(
          `<defs><radialGradient id="g" cx="5" cy="5" r="4" gradientUnits="userSpaceOnUse">${stops}</radialGradient></defs><path fill="url(#g)" d="M 0 0 L 10 0 L 10 10 Z"/>`,
        ),
      ).outlines[0];
    const back = of('<stop offset="0.6" stop-color="#ff0000"/><stop offset="0.2" stop-color="#00ff00"/>');
    expect(back.gradient!.stops.map((s) => s.at)).toEqual([0.6, 0.6]);
    expect(back.gradient).toMatchObject({ kind: 'radial', x0: 5, y0: 5, x1: 5, y1: 5, r: 4 });
    expect(of('<stop offset="0" stop-color="#00ff00"/>')).toMatchObject({ colour: '#00ff00' });
    expect(of('<stop offset="0" stop-color="#00ff00"/>').gradient).toBeUndefined();
  });

  it('cuts off what lies outside of the view, as whatever shows the file does', () => {
    const art = readNormalisedSvg(
      '<svg xmlns="http://www.w3.org/2000/svg" width="50" height="50" viewBox="100 100 600 600"><path fill="#ff0000" d="M 0 0 L 1000 0 L 1000 400 L 0 400 Z"/><path fill="#00ff00" d="M 200 500 L 300 500 L 300 600 L 200 600 Z"/></svg>',
    );
    expect([art.origin.x, art.origin.y, art.width / art.scale, art.height / art.scale]).toEqual([
      100, 100, 600, 500,
    ]);
    expect(art.outlines.map((o) => o.clips?.length ?? 0)).toEqual([1, 0]);
    expect(() => readNormalisedSvg(svg('<path fill="#ff0000" d="M 2000 0 L 3000 0 L 3000 400 Z"/>'))).toThrow(
      'no paths or shapes',
    );
  });

  it('keeps a limit of mitres, and brings enormous art to a size that can be worked with', () => {
    const line = (limit: string) =>
      readNormalisedSvg(svg(`<path fill="none" stroke="#000000" ${limit} d="M 0 0 L 900 9 L 0 18"/>`))
        .outlines[0].stroke!;
    expect(line('').mitre).toBeUndefined();
    expect(line('stroke-miterlimit="12"').mitre).toBe(12);
    const vast = readNormalisedSvg(svg('<path fill="#000000" d="M 0 0 L 4e9 0 L 4e9 1e9 Z"/>', 4e9));
    expect([vast.width, vast.height]).toEqual([20_000, 5_000]);
  });

  it('puts a focal point outside of its circle onto its edge, and gives a single stop its opacity', () => {
    const of = (defs: string) =>
      readNormalisedSvg(svg(`<defs>${defs}</defs><path fill="url(#g)" d="M 0 0 L 1000 0 L 1000 1000 Z"/>`))
        .outlines[0];
    const stops = '<stop offset="0" stop-color="#ff0000"/><stop offset="1" stop-color="#00ff00"/>';
    const radial = `<radialGradient id="g" cx="50" cy="50" r="10" fx="90" fy="50" gradientUnits="userSpaceOnUse">${stops}</radialGradient>`;
    const { x0, y0 } = of(radial).gradient!;
    expect(x0).toBeGreaterThan(59.9);
    expect(x0).toBeLessThan(60);
    expect(y0).toBe(50);
    const single =
      '<linearGradient id="g"><stop offset="0" stop-color="#ff0000" stop-opacity="0.25"/></linearGradient>';
    expect(of(single)).toMatchObject({ colour: '#ff0000', opacity: 0.25 });
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
      { outlines: ['#f2ead8', '#f2ead9', '#b3492a', '#b3492b', '#20305a'].map(outline) },
      [{ id: 'bone', name: 'Bone', value: '#f2ead8' }],
    );
    expect(outlines.map((o) => o.ink)).toEqual(['bone', 'bone', 'ink-1', 'ink-1', 'ink-2']);
    expect(added.map((i) => i.name)).toEqual(['Rust', 'Navy']);
  });

  it('takes the nearest ink, and none that anybody would see to be another', () => {
    const inks = [
      { id: 'near', name: 'Near', value: '#b34d2a' },
      { id: 'nearer', name: 'Nearer', value: '#b34a2a' },
    ];
    expect(inkOutlines({ outlines: [outline('#b3492a')] }, inks).outlines[0].ink).toBe('nearer');
    expect(inkOutlines({ outlines: [outline('#b3552a')] }, inks).added).toHaveLength(1);
    // Asked to, it merges what is farther apart.
    expect(inkOutlines({ outlines: [outline('#b3552a')] }, inks, 6).outlines[0].ink).toBe('near');
  });

  it('gives two inks of one plain name different names', () => {
    const { added } = inkOutlines({ outlines: ['#7fc4e8', '#8fb4f8'].map(outline) }, []);
    expect(new Set(added.map((i) => i.name)).size).toBe(2);
  });
});
