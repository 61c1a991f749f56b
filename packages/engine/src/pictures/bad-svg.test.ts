import { join } from 'node:path';
import sharp from 'sharp';
import { isFinitePath, parseSvgPath } from '@brelm/core/geometry';
import { decodePicture, inspectUpload, rasteriseSvg, readSvgFile } from '../index';
import { safeSvg } from '@brelm/core/svg';

const XLINK = 'xmlns:xlink="http://www.w3.org/1999/xlink"';

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
    if (result instanceof Error) expect(result.message).toContain('more than 50,000 elements');
    else expect(result.kind === 'motif' && result.art.outlines.length).toBeGreaterThan(0);
  });

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

  it('that link elsewhere fetch nothing', async () => {
    const art = await readSvgFile(
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

  it('becomes outlines where its typeface is here', async () => {
    const { outlines, left, width } = await readSvgFile(svg(text("'Alfa Slab One', serif", 'OW')));
    expect(left).toEqual([]);
    expect(outlines.map((o) => o.colour)).toEqual(['#b3492a']);
    expect(width).toBeGreaterThan(40);
    expect((await readSvgFile(svg(text('Oswald', 'OW')))).left).toEqual([]);
  });

  it('is named with its typeface where that is not here', async () => {
    const alone = await readSvgFile(svg(`${text('Notatypeface', 'OW')}<rect width="9" height="9"/>`));
    expect(alone.outlines).toHaveLength(1);
    expect(alone.left).toEqual([expect.stringContaining('Text in Notatypeface was left out')]);
    const { left } = await readSvgFile(
      svg(
        `${text('Notatypeface', 'OW')}<style>.a { font-family: "Rye", serif; }</style><rect width="9" height="9"/>`,
      ),
    );
    expect(left).toEqual([expect.stringContaining('Text in Notatypeface came in in another typeface')]);
  });
});

describe('dashed lines', () => {
  it('stay dashed; of several dashes the first is kept, and that is said', async () => {
    const line = (dash: string) =>
      svg(`<path d="M0 50H100" stroke="#123456" stroke-width="4" fill="none" stroke-dasharray="${dash}"/>`);
    const of = (dash: string) => readSvgFile(line(dash));
    expect((await of('8 4')).outlines[0].stroke!.dash).toEqual([2, 1]);
    expect((await of('6')).outlines[0].stroke!.dash).toEqual([1.5, 1.5]);
    expect((await of('none')).outlines[0].stroke!.dash).toBeUndefined();
    expect((await of('8 4')).left).toEqual([]);
    expect(await of('8 4 1 4')).toMatchObject({
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
    const { data, width, height } = await decodePicture(
      Buffer.from(await rasteriseSvg(Buffer.from(soft), 'soft.svg', 600)),
    );
    expect([width, height]).toEqual([600, 600]);
    const alpha = (x: number, y: number) => data[(y * 600 + x) * 4 + 3];
    expect(alpha(300, 300)).toBe(255);
    expect(alpha(2, 2)).toBe(0);
    // On the edge of the disc: neither there nor not.
    expect(alpha(300, 120)).toBeGreaterThan(60);
    expect(alpha(300, 120)).toBeLessThan(200);
  });

  it.each(['only words', '<svg'])('of %j is refused by its name', async (source) => {
    await expect(rasteriseSvg(Buffer.from(source), 'odd.svg', 50)).rejects.toThrow(/^odd\.svg: /);
  });
});

describe('an SVG that would read files of the machine', () => {
  const file = join(__dirname, '../../../../demo/samples/lantern-on-white.png');
  const size = 'width="100" height="100"';
  const forms: [name: string, source: string][] = [
    ['an image', svg(`<image href="${file}" ${size}/>`)],
    ['an image with xlink', svg(`<image xlink:href="${file}" ${size}/>`, XLINK)],
    ['a sign in an attribute before it', svg(`<image id=">" href="${file}" ${size}/>`)],
    ['another prefix', svg(`<image q:href="${file}" ${size}/>`, 'xmlns:q="http://www.w3.org/1999/xlink"')],
    [
      'a prefix for everything',
      `<s:svg xmlns:s="http://www.w3.org/2000/svg" ${size}><s:image href="${file}" ${size}/><s:g/></s:svg>`,
    ],
    ['entities in it', svg(`<image href="&#x2f;${file.slice(1)}" ${size}/>`)],
    ['a file: address', svg(`<image href="file://${file}" ${size}/>`)],
    [
      'feImage',
      svg(`<filter id="f"><feImage href="${file}"/></filter><rect ${size} fill="none" filter="url(#f)"/>`),
    ],
    [
      'a pattern',
      svg(`<pattern id="p" ${size}><image href="${file}" ${size}/></pattern><rect ${size} fill="url(#p)"/>`),
    ],
    ['a symbol', svg(`<symbol id="s"><image href="${file}" ${size}/></symbol><use href="#s" ${size}/>`)],
    ['a switch', svg(`<switch><image href="${file}" ${size}/></switch>`)],
    ['a mask', svg(`<mask id="m"><image href="${file}" ${size}/></mask><g mask="url(#m)"><g/></g>`)],
    [
      'an SVG within a data URI',
      svg(
        `<image ${size} href="data:image/svg+xml;base64,${Buffer.from(svg(`<image href="${file}" ${size}/>`)).toString('base64')}"/>`,
      ),
    ],
    [
      'a style sheet',
      svg(`<style>@import url(${file}); rect { fill: url("${file}#a") }</style><rect ${size} opacity="0"/>`),
    ],
    ['an escaped address in a style', svg(`<rect ${size} opacity="0" style="fill:u\\72l(${file}#a)"/>`)],
    ['an endless file', svg(`<image href="/dev/zero" ${size}/>`)],
    ['use of another file', svg(`<use href="${file}#a"/>`)],
  ];

  it.each(forms)('by %s shows nothing of them', async (_name, source) => {
    const art = await readSvgFile(source).catch((error: Error) => error);
    expect(art).toMatchObject({ message: expect.stringContaining('no paths or shapes') });
    const png = await rasteriseSvg(Buffer.from(source), 'linked.svg', 50);
    const { data } = await decodePicture(Buffer.from(png));
    expect(data.every((v) => v === 0)).toBe(true);
    expect(safeSvg(source, { asPicture: true }).source).not.toContain(file.slice(-12));
  });

  it('shows an embedded picture where the whole is painted as one', async () => {
    const red = await sharp({ create: { width: 4, height: 4, channels: 3, background: '#ff0000' } })
      .png()
      .toBuffer();
    const source = svg(`<image href="data:image/png;base64,${red.toString('base64')}" ${size}/>`);
    const { data } = await decodePicture(Buffer.from(await rasteriseSvg(Buffer.from(source), 'red.svg', 50)));
    expect([...data.subarray(0, 4)]).toEqual([255, 0, 0, 255]);
  });
});

describe('an SVG that would bring down what draws it', () => {
  it.each([
    ['a zero byte in a tag', svg('<rect\0 width="9" height="9"/>')],
    ['its end overwritten', svg('<rect width="9" height="9"/>').slice(0, -20) + '\0\0\0\0\0\0\0\0'],
    ['tspans in one another', svg(`<text>${'<tspan>'.repeat(2500)}a${'</tspan>'.repeat(2500)}</text>`)],
    ['groups in one another', svg(`${'<g>'.repeat(20_000)}${'</g>'.repeat(20_000)}`)],
    [
      'copies of copies',
      svg(
        `<g id="a0"><rect width="1" height="1"/></g>${Array.from({ length: 12 }, (_, n) => `<g id="a${n + 1}">${`<use href="#a${n}"/>`.repeat(10)}</g>`).join('')}`,
      ),
    ],
  ])('by %s is refused in words', async (_name, source) => {
    await expect(upload(source)).rejects.toThrow(/^drawing\.svg: .{10,}/);
    await expect(rasteriseSvg(Buffer.from(source), 'drawing.svg', 50)).rejects.toThrow(/^drawing\.svg: /);
  });

  it.each([
    ['a translucent group', '<g opacity="0.5"><rect x="1e9" y="1e9" width="1e9" height="1e9"/></g>'],
    [
      'a clipped group',
      '<clipPath id="c"><rect x="-1e12" y="1e12" width="9" height="9"/></clipPath><g clip-path="url(#c)"><rect x="-1e12" y="1e12" width="9" height="9"/></g>',
    ],
    [
      'a filter',
      '<filter id="f" x="1e9" y="1e9" width="1e9" height="1e9"><feGaussianBlur stdDeviation="1e6"/></filter><rect x="1e8" width="9" height="9" filter="url(#f)"/>',
    ],
  ])('by %s far outside is drawn or refused, and the next one is drawn', async (_name, inside) => {
    const far = svg(`${inside}<rect width="100" height="100" fill="#123456"/>`);
    await rasteriseSvg(Buffer.from(far), 'far.svg', 50).catch((error: Error) =>
      expect(error.message).toMatch(/^far\.svg: the SVG cannot be read/),
    );
    const plain = svg('<rect width="100" height="100" fill="#123456"/>');
    const { data } = await decodePicture(Buffer.from(await rasteriseSvg(Buffer.from(plain), 'a.svg', 50)));
    expect([...data.subarray(0, 4)]).toEqual([0x12, 0x34, 0x56, 255]);
  });
});
