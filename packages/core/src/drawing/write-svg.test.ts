import { circle, designOf, materialsWith, rect, shape } from '../../testing/base';
import type { Design } from '../design';
import { lettering, letteringLine, place, type MotifPart } from '../parts';
import { writeSvg, type Drawing, type ImageItem } from './index';
import { resolve } from '../resolve';

const INKS = { pale: '#f2ead8', rust: '#b3492a' };
const NO_PICTURE = { picture: () => null };
const drawingOf = (...parts: Design['parts']): Drawing =>
  resolve(designOf(INKS, ...parts), undefined, { face: () => undefined });
const disc = (change: Partial<MotifPart> = {}): MotifPart => ({
  ...shape('disc', circle(450, 450, 100), 'pale'),
  ...change,
});
const outline = (change: Partial<MotifPart['outlines'][number]>): MotifPart =>
  disc({ outlines: [{ ...disc().outlines[0], ...change }] });

describe('writeSvg', () => {
  it('says the true size in mm and the board in px', () => {
    // 900 px at 300 dpi are 3 in, 76.2 mm.
    expect(writeSvg(drawingOf(disc()), NO_PICTURE)).toContain(
      'width="76.2mm" height="76.2mm" viewBox="0 0 900 900"',
    );
  });

  it('has a group for each part, back to front, and nothing for a part that draws nothing', () => {
    const clear = { ...disc({ opacity: 0 }), id: 'clear' };
    const svg = writeSvg(drawingOf({ ...disc(), id: 'front' }, clear, { ...disc(), id: 'back' }), NO_PICTURE);
    expect([...svg.matchAll(/<g id="([^"]+)"/g)].map((m) => m[1])).toEqual(['back', 'front']);
  });

  it('names inks as classes, two of one name apart', () => {
    const both = drawingOf(disc(), { ...shape('bar', rect(10, 10, 50, 50), 'rust'), id: 'bar' });
    const names = new Map([
      ['pale', 'Moon & stars'],
      ['rust', 'Moon, stars'],
    ]);
    const svg = writeSvg(both, { ...NO_PICTURE, inkNames: names });
    expect([...svg.matchAll(/class="([^"]+)"/g)].map((m) => m[1]).sort()).toEqual([
      'ink-moon-stars',
      'ink-moon-stars-2',
    ]);
  });

  it('escapes what is typed', () => {
    const svg = writeSvg(drawingOf(disc()), { ...NO_PICTURE, title: '<Moths> & "owls"' });
    expect(svg).toContain('<title>&lt;Moths&gt; &amp; &quot;owls&quot;</title>');
  });

  it('writes strokes with their joins, caps and dashes', () => {
    const svg = writeSvg(
      drawingOf(outline({ stroke: { width: 10, join: 'mitre', cap: 'butt', dash: [3, 2] } })),
      NO_PICTURE,
    );
    expect(svg).toContain('fill="none"');
    expect(svg).toContain('stroke-width="10" stroke-linejoin="miter" stroke-linecap="butt"');
    expect(svg).toContain('stroke-dasharray="30 20"');
  });

  it('clips to what an outline shows in, each clip defined once', () => {
    const clips = [{ path: rect(400, 400, 50, 50), rule: 'nonzero' as const }];
    const one = { ...disc().outlines[0], clips };
    const svg = writeSvg(drawingOf(disc({ outlines: [one, { ...one, ink: 'rust' }] })), NO_PICTURE);
    expect(svg.match(/<clipPath /g)).toHaveLength(1);
    expect(svg.match(/clip-path="url\(#c1\)"/g)).toHaveLength(2);
  });

  it('writes even-odd holes and opacity where there are any, and not elsewhere', () => {
    const plain = writeSvg(drawingOf(disc()), NO_PICTURE);
    expect(plain).not.toMatch(/fill-rule|opacity/);
    const svg = writeSvg(
      drawingOf({ ...outline({ rule: 'evenodd', opacity: 0.5 }), opacity: 0.25 }),
      NO_PICTURE,
    );
    expect(svg).toContain('fill-rule="evenodd"');
    expect(svg).toContain('opacity="0.5"');
    expect(svg).toContain('<g id="disc" opacity="0.25">');
  });

  it('defines gradients by their inks and opacities', () => {
    const gradient = {
      ...{
        kind: 'radial' as const,
        matrix: [1, 0, 0, 1, 0, 0] as [number, number, number, number, number, number],
      },
      ...{ x0: 1, y0: 2, x1: 3, y1: 4, r: 5 },
      stops: [
        { at: 0, ink: 'pale', opacity: 1 },
        { at: 1, ink: 'rust', opacity: 0.5 },
      ],
    };
    const svg = writeSvg(drawingOf(outline({ gradient })), NO_PICTURE);
    expect(svg).toContain('cx="3" cy="4" r="5" fx="1" fy="2"');
    expect(svg).toContain('<stop offset="0" stop-color="#f2ead8"/>');
    expect(svg).toContain('<stop offset="1" stop-color="#b3492a" stop-opacity="0.5"/>');
    expect(svg).toContain('fill="url(#g1)"');
  });

  it('blurs a soft shade by its deviation on the board, whatever the part’s scale', async () => {
    const materials = await materialsWith('anton');
    const part = {
      ...lettering('w', '', place(450, 600, 2), [letteringLine('I', 'anton', 100, 'pale')]),
      shade: { kind: 'drop' as const, ink: 'rust', dx: 5, dy: 5, soft: 8 },
    };
    const svg = writeSvg(resolve(designOf(INKS, part), undefined, materials), NO_PICTURE);
    const [, deviation] = /stdDeviation="([\d.]+)"/.exec(svg)!;
    const scale = Number(/<g transform="matrix\(([\d.]+)[^"]*"><path[^>]*filter/.exec(svg)?.[1] ?? 1);
    expect(Number(deviation) * scale).toBeCloseTo(8, 3);
  });

  it('embeds pictures, cropped where they are, and leaves out those that are not there', () => {
    const item: ImageItem = {
      ...{ kind: 'image', material: 'moon', treatment: null, width: 100, height: 80 },
      shown: { left: -50, top: -40, right: 20, bottom: 40 },
      matrix: [2, 0, 0, 2, 450, 450],
    };
    const base = drawingOf(disc());
    const drawing: Drawing = { ...base, groups: [{ ...base.groups[0], part: 'moon', items: [item] }] };
    const svg = writeSvg(drawing, { picture: () => 'data:image/png;base64,AAAA' });
    expect(svg).toContain('<image x="-50" y="-40" width="100" height="80"');
    expect(svg).toContain('<rect x="-50" y="-40" width="70" height="80"/>');
    expect(writeSvg(drawing, NO_PICTURE)).not.toContain('<g id="moon"');
  });
});
