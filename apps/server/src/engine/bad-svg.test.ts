import { isFinitePath, parseSvgPath } from '@brelm/core/geometry';
import { decodePicture, inspectUpload, rasteriseSvg, readSvgFile } from './index';

const svg = (inside: string, more = '') =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="100" height="100" ${more}>${inside}</svg>`;
const upload = (source: string, name = 'drawing.svg') => inspectUpload(Buffer.from(source), name);

describe('SVG files that are not as they should be', () => {
  it('of 100,000 shapes come in, or say that they are too many; neither takes for ever', async () => {
    const rects = Array.from(
      { length: 100_000 },
      (_, i) => `<rect x="${i % 100}" y="${Math.floor(i / 1000)}" width="1" height="1"/>`,
    ).join('');
    const result = await upload(svg(rects)).catch((error: Error) => error);
    if (result instanceof Error) expect(result.message).toContain('100,001 elements, more than 50,000');
    else expect(result.kind === 'motif' && result.art.outlines.length).toBeGreaterThan(0);
  }, 60_000);

  it('over 50 MB are refused before they are read', async () => {
    const bytes = Buffer.alloc(51 * 1024 * 1024, ' ');
    bytes.write('<svg xmlns="http://www.w3.org/2000/svg">');
    await expect(inspectUpload(bytes, 'huge.svg')).rejects.toThrow('huge.svg: the SVG is over 50 MB');
  });

  it('with numbers that are none bring in what is right and nothing that cannot be drawn', async () => {
    const source = svg(
      '<path d="M NaN 10 L 20 20 Z" fill="red"/><path d="M 10 10 L Infinity 20 Z" fill="blue"/>' +
        '<rect x="5" y="5" width="NaN" height="10"/><rect x="20" y="20" width="30" height="30" fill="#0a0"/>',
    );
    const result = await upload(source);
    if (result.kind !== 'motif') throw new Error('no motif');
    for (const o of result.art.outlines) expect(isFinitePath(parseSvgPath(o.path))).toBe(true);
    expect(JSON.stringify(result.art)).toContain('#00aa00');
  });

  it.each([
    ['use of itself', '<g id="a"><use href="#a"/></g><use href="#a"/>'],
    [
      'two that use each other',
      '<g id="a"><use href="#b"/></g><g id="b"><use href="#a"/></g><use href="#a"/>',
    ],
    [
      'a pattern of itself',
      '<pattern id="p" width="9" height="9"><rect width="9" height="9" fill="url(#p)"/></pattern><rect width="50" height="50" fill="url(#p)"/>',
    ],
  ])('with %s end', async (_name, inside) => {
    const result = await upload(svg(`${inside}<rect width="10" height="10" fill="#123456"/>`)).catch(
      (error: Error) => error,
    );
    if (result instanceof Error) expect(result.message).toContain('drawing.svg: ');
    else expect(JSON.stringify(result)).toContain('#123456');
  });

  it.each([
    ['nothing in them', svg('')],
    ['an end that is missing', '<svg xmlns="http://www.w3.org/2000/svg"><rect width="10"'],
    [
      'a size of nothing',
      svg('<rect width="10" height="10"/>').replace('width="100" height="100"', 'width="0" height="0"'),
    ],
    [
      'an entity that grows',
      '<!DOCTYPE svg [<!ENTITY a "aaaaaaaaaa"><!ENTITY b "&a;&a;&a;&a;&a;&a;&a;&a;">]><svg xmlns="http://www.w3.org/2000/svg"><text>&b;</text></svg>',
    ],
  ])('with %s are refused in words', async (_name, source) => {
    await expect(upload(source)).rejects.toThrow(/^drawing\.svg: .{10,}/);
  });

  it('that link elsewhere fetch nothing', () => {
    const art = readSvgFile(
      svg(
        '<image href="http://127.0.0.1:9/x.png" width="9" height="9"/><rect width="10" height="10" fill="#123456"/>',
      ),
    );
    expect(JSON.stringify(art.outlines)).toContain('#123456');
    expect(art.left.length).toBeGreaterThan(0);
  });
});

describe('text in an SVG', () => {
  const text = (family: string, words: string) =>
    `<text x="5" y="60" font-family="${family}" font-size="30" fill="#b3492a">${words}</text>`;

  it('becomes outlines where its typeface is here', () => {
    const { outlines, left, width } = readSvgFile(svg(text("'Alfa Slab One', serif", 'OW')));
    expect(left).toEqual([]);
    expect(outlines.map((o) => o.colour)).toEqual(['#b3492a']);
    expect(width).toBeGreaterThan(40);
    expect(readSvgFile(svg(text('Oswald', 'OW'))).left).toEqual([]);
  });

  it('is named with its typeface where that is not here', () => {
    const alone = readSvgFile(svg(`${text('Notatypeface', 'OW')}<rect width="9" height="9"/>`));
    expect(alone.outlines).toHaveLength(1);
    expect(alone.left).toEqual([expect.stringContaining('Text in Notatypeface was left out')]);
    const { left } = readSvgFile(
      svg(
        `${text('Notatypeface', 'OW')}<style>.a { font-family: "Rye", serif; }</style><rect width="9" height="9"/>`,
      ),
    );
    expect(left).toEqual([expect.stringContaining('Text in Notatypeface came in in another typeface')]);
  });
});

describe('dashed lines', () => {
  it('stay dashed; of several dashes the first is kept, and that is said', () => {
    const line = (dash: string) =>
      svg(`<path d="M0 50H100" stroke="#123456" stroke-width="4" fill="none" stroke-dasharray="${dash}"/>`);
    const of = (dash: string) => readSvgFile(line(dash));
    expect(of('8 4').outlines[0].stroke!.dash).toEqual([2, 1]);
    expect(of('6').outlines[0].stroke!.dash).toEqual([1.5, 1.5]);
    expect(of('none').outlines[0].stroke!.dash).toBeUndefined();
    expect(of('8 4').left).toEqual([]);
    expect(of('8 4 1 4')).toMatchObject({
      left: ['A line of several dashes became one of a dash and a gap.'],
      outlines: [{ stroke: { dash: [2, 1] } }],
    });
  });
});

describe('an SVG as a picture', () => {
  it('is painted as large as it is asked for, with what a motif cannot keep', async () => {
    const soft = svg(
      '<filter id="f"><feGaussianBlur stdDeviation="6"/></filter><circle cx="50" cy="50" r="30" fill="#b3492a" filter="url(#f)"/>',
    );
    const { data, width, height } = await decodePicture(rasteriseSvg(Buffer.from(soft), 'soft.svg', 600));
    expect([width, height]).toEqual([600, 600]);
    const alpha = (x: number, y: number) => data[(y * 600 + x) * 4 + 3];
    expect(alpha(300, 300)).toBe(255);
    expect(alpha(2, 2)).toBe(0);
    // On the edge of the disc: neither there nor not.
    expect(alpha(300, 120)).toBeGreaterThan(60);
    expect(alpha(300, 120)).toBeLessThan(200);
  });

  it('shows no picture from elsewhere, and what is no SVG is refused', () => {
    const linked = svg(
      `<image href="${__dirname}/../../../../demo/samples/lantern-on-white.png" width="100" height="100"/>`,
    );
    expect(() => rasteriseSvg(Buffer.from(linked), 'linked.svg', 50)).not.toThrow();
    return decodePicture(rasteriseSvg(Buffer.from(linked), 'linked.svg', 50)).then(({ data }) =>
      expect(data.every((v) => v === 0)).toBe(true),
    );
  });

  it.each(['only words', '<svg'])('of %j is refused by its name', (source) => {
    expect(() => rasteriseSvg(Buffer.from(source), 'odd.svg', 50)).toThrow(/^odd\.svg: /);
  });
});
