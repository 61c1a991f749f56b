import {
  cutLineOf,
  cutSeconds,
  judgeCut,
  newCutLine,
  type Alpha,
  type CutFinding,
  type CutLine,
} from './index';

/** px per mm that the tests draw at. */
const K = 8;
const RULES = { borderMm: 2, radiusMm: 1.5, widthMm: 40, heightMm: 40 };

function drawn(inside: (x: number, y: number) => boolean): Alpha {
  const [width, height] = [RULES.widthMm * K, RULES.heightMm * K];
  const data = new Uint8Array(width * height);
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i++) data[i] = inside((x + 0.5) / K, (y + 0.5) / K) ? 255 : 0;
  return { width, height, data };
}
const within = (x: number, y: number, left: number, top: number, right: number, bottom: number) =>
  x > left && x < right && y > top && y < bottom;
const judged = (alpha: Alpha, change: Partial<CutLine> = {}): CutFinding[] => {
  const settings = { ...newCutLine('ink', RULES), ...change };
  return judgeCut(cutLineOf(alpha, K, settings), settings, RULES, K);
};
const codes = (alpha: Alpha, change: Partial<CutLine> = {}) => judged(alpha, change).map((f) => f.code);

const square = drawn((x, y) => within(x, y, 6, 6, 34, 34));
/** Two blocks and what joins them. */
const dumbbell = (width: number) =>
  drawn(
    (x, y) =>
      within(x, y, 5, 12, 15, 28) ||
      within(x, y, 25, 12, 35, 28) ||
      within(x, y, 10, 20 - width / 2, 30, 20 + width / 2),
  );
const two = drawn((x, y) => within(x, y, 6, 15, 14, 25) || within(x, y, 26, 15, 34, 25));

describe('the peel check', () => {
  it('has nothing to say of ordinary stickers', () => {
    expect(judged(square)).toEqual([]);
    expect(judged(drawn((x, y) => Math.hypot(x - 20, y - 20) < 15))).toEqual([]);
    expect(judged(two)).toEqual([]);
  });

  it('asks for few lines and points where the product does', () => {
    const ring = drawn((x, y) => Math.hypot(x - 20, y - 20) < 15 && Math.hypot(x - 20, y - 20) > 8);
    const settings: CutLine = { ...newCutLine('ink', RULES), holes: 'none' };
    const cut = cutLineOf(ring, K, settings)!;
    const found = (more: object) => judgeCut(cut, settings, { ...RULES, ...more }, K);
    expect(found({ mostPaths: 2, mostPoints: 1000 })).toEqual([]);
    const [paths] = found({ mostPaths: 1 });
    expect(paths).toMatchObject({ code: 'paths', severity: 'stop', mend: { change: { holes: 'all' } } });
    const filled = { ...settings, ...paths.mend!.change };
    expect(judgeCut(cutLineOf(ring, K, filled), filled, { ...RULES, mostPaths: 1 }, K)).toEqual([]);
    expect(found({ mostPoints: 3 }).map((f) => f.code)).toEqual(['points']);
    const backed: CutLine = { ...settings, backing: { margin: 1, tear: 'none' } };
    const both = judgeCut(cutLineOf(ring, K, backed), backed, { ...RULES, mostPaths: 2 }, K);
    expect(both.map((f) => f.message)).toContain(
      'The blade follows 3 lines; the product takes 2 at the most.',
    );
  });

  it('says that there is nothing', () => {
    expect(codes(drawn(() => false))).toEqual(['nothing']);
  });

  it.each<[string, Alpha, Partial<CutLine>, CutFinding['severity']]>([
    ['pieces', two, { islands: 'apart', distance: 2 }, 'stop'],
    ['border', square, { distance: 1 }, 'stop'],
    ['radius', dumbbell(8), { distance: 2, radius: 0.4, close: 0 }, 'stop'],
    ['no-piece', drawn((x, y) => within(x, y, 19, 19, 21, 21)), { radius: 12 }, 'stop'],
    ['neck', two, { bridge: 1, close: 0, radius: 0.5 }, 'watch'],
    [
      'hole',
      drawn((x, y) => within(x, y, 6, 6, 34, 34) && Math.hypot(x - 20, y - 20) > 4),
      { holes: 'none', close: 0, radius: 0.5 },
      'watch',
    ],
  ])('“%s” is found, and its mend takes it away and brings no stop', (code, alpha, change, severity) => {
    const finding = judged(alpha, change).find((f) => f.code === code)!;
    expect(finding.severity).toBe(severity);
    const after = judged(alpha, { ...change, ...finding.mend!.change });
    expect(after.map((f) => f.code)).not.toContain(code);
    const stops = (list: CutFinding[]) => list.filter((f) => f.severity === 'stop').length;
    expect(stops(after)).toBeLessThanOrEqual(
      Math.max(0, stops(judged(alpha, change)) - (severity === 'stop' ? 1 : 0)),
    );
  });

  it('says how far a sticker runs beyond its print area', () => {
    const [finding] = judged(drawn((x, y) => within(x, y, 1, 6, 34, 34)));
    expect(finding).toMatchObject({ code: 'beyond', severity: 'stop' });
    expect(finding.message).toContain('2 mm beyond');
  });

  it('says where a part hangs on by little, and that a small sticker wastes its sheet', () => {
    const tail = drawn((x, y) => within(x, y, 4, 4, 14, 36) || within(x, y, 4, 19.8, 37, 20.2));
    const found = judged(tail, { distance: 1, radius: 0.3, close: 0 });
    const tongue = found.find((f) => f.code === 'tongue');
    // A stroke of one width is no neck: it has no wider end. With a knob at its end it has.
    expect(tongue).toBeUndefined();
    const knob = drawn(
      (x, y) =>
        within(x, y, 4, 4, 12, 36) || within(x, y, 4, 19.9, 35, 20.1) || Math.hypot(x - 35, y - 20) < 1.6,
    );
    const lifts = judged(knob, { distance: 0.8, radius: 0.3, close: 0 }).find((f) => f.code === 'neck');
    expect(lifts!.at!.x / K).toBeGreaterThan(12);
    expect(codes(drawn((x, y) => within(x, y, 15, 15, 25, 25)))).toEqual(['small']);
  });

  it('counts the time of a blade by its way and how often it is put down', () => {
    const cut = cutLineOf(square, K, newCutLine('ink', RULES))!;
    expect(cutSeconds(cut)).toBeCloseTo(cut.peel.path / 100 + 0.5, 6);
    expect(cutSeconds(cut, 50)).toBeCloseTo(cut.peel.path / 50 + 0.5, 6);
  });
});
