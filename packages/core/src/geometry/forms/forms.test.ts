import fc from 'fast-check';
import { flatten, FORMS, formOf, isFinitePath, pathBounds, startValues, type Form } from '../index';

const boundsOf = (id: string, v: Record<string, number>) => pathBounds(formOf(id)!.path(v));

/** Any settings that a form allows. */
const settingsOf = (form: Form) =>
  fc.record(
    Object.fromEntries(
      form.settings.map((s) => [
        s.name,
        s.kind === 'count' || s.kind === 'seed'
          ? fc.integer({ min: s.min, max: s.max })
          : fc.double({ min: s.min, max: s.kind === 'length' ? 3000 : s.max, noNaN: true }),
      ]),
    ),
  );

/** Area within a path's first outline, by the shoelace formula. */
function area(points: readonly number[]): number {
  let sum = 0;
  for (let i = 0; i < points.length; i += 2) {
    const j = (i + 2) % points.length;
    sum += points[i] * points[j + 1] - points[j] * points[i + 1];
  }
  return Math.abs(sum) / 2;
}

describe('every form', () => {
  it.each(FORMS.map((f) => [f.id, f] as const))(
    '%s has a finite outline, whatever its settings',
    (_, form) => {
      fc.assert(
        fc.property(settingsOf(form), (v) => {
          const path = form.path(v);
          expect(path.length).toBeGreaterThan(0);
          expect(isFinitePath(path)).toBe(true);
        }),
        { numRuns: 60 },
      );
    },
  );

  it.each(FORMS.map((f) => [f.id, f] as const))('%s begins about as large as asked', (_, form) => {
    const box = pathBounds(form.path(startValues(form, 1000)));
    const size = Math.max(box.right - box.left, box.bottom - box.top);
    expect(size).toBeGreaterThan(600);
    expect(size).toBeLessThan(1300);
    expect(Math.abs((box.left + box.right) / 2)).toBeLessThan(120);
  });
});

describe('forms', () => {
  it('keep to their measures', () => {
    expect(boundsOf('rectangle', { width: 300, height: 100, corner: 20 })).toEqual({
      left: -150,
      top: -50,
      right: 150,
      bottom: 50,
    });
    expect(boundsOf('ellipse', { width: 300, height: 100 })).toEqual({
      left: -150,
      top: -50,
      right: 150,
      bottom: 50,
    });
    expect(boundsOf('stripes', { width: 300, height: 200, count: 5, gap: 0.4, fade: 0.6 })).toEqual({
      left: -150,
      top: -100,
      right: 150,
      bottom: 100,
    });
    const badge = boundsOf('badge', { radius: 200, points: 16 });
    expect(badge.right).toBeCloseTo(200, 1);
    expect(badge.top).toBeCloseTo(-200, 1);
    const wave = boundsOf('wave', { width: 400, height: 60, thickness: 20, waves: 2 });
    expect(wave.bottom - wave.top).toBeCloseTo(20 + 60, 0);
  });

  it('corners are never rounder than the side allows', () => {
    const [line] = flatten(formOf('rectangle')!.path({ width: 200, height: 100, corner: 5000 }), 0.05);
    // Two half circles of radius 50 and a square between.
    expect(area(line.points)).toBeCloseTo(Math.PI * 2500 + 100 * 100, -2);
  });

  it('a star’s tips lie at the radius; swollen sides hold more than straight ones, pinched less', () => {
    const box = boundsOf('star', { radius: 100, points: 4, depth: 0.5, swell: 0 });
    expect(box.right).toBeCloseTo(100, 6);
    const of = (swell: number) =>
      area(flatten(formOf('star')!.path({ radius: 100, points: 5, depth: 0.5, swell }))[0].points);
    expect(of(0.5)).toBeGreaterThan(of(0));
    expect(of(-0.5)).toBeLessThan(of(0));
  });

  it('a sunburst of equal rays and gaps covers half of its ring', () => {
    const rays = flatten(formOf('sunburst')!.path({ radius: 100, rays: 12, width: 0.5, hub: 0 }), 0.01);
    expect(rays).toHaveLength(12);
    const total = rays.reduce((sum, r) => sum + area(r.points), 0);
    expect(total / (Math.PI * 100 * 100)).toBeCloseTo(0.5, 2);
  });

  it('stripes get thinner downwards, and never overlap', () => {
    const bands = flatten(
      formOf('stripes')!.path({ width: 10, height: 100, count: 6, gap: 0.3, fade: 0.7 }),
    ).map((b) => [b.points[1], b.points[5]] as const);
    for (let i = 1; i < bands.length; i++) {
      expect(bands[i][0]).toBeGreaterThan(bands[i - 1][1]);
      expect(bands[i][1] - bands[i][0]).toBeLessThan(bands[i - 1][1] - bands[i - 1][0]);
    }
  });

  it('the same seed draws the same, another seed another', () => {
    for (const id of ['blob', 'splash']) {
      const form = formOf(id)!;
      const v = startValues(form, 500);
      expect(form.path(v)).toEqual(form.path({ ...v }));
      expect(form.path({ ...v, seed: 2 })).not.toEqual(form.path(v));
    }
  });
});

describe('a ribbon', () => {
  it('has no hole where its ends lie behind it: all its pieces turn the same way', () => {
    const form = formOf('ribbon')!;
    for (const arch of [-0.4, 0, 0.5]) {
      const pieces = flatten(form.path({ ...startValues(form, 900), arch }), 0.5);
      expect(pieces).toHaveLength(3);
      const areas = pieces.map(({ points }) => {
        let area = 0;
        for (let i = 0; i < points.length; i += 2) {
          const j = (i + 2) % points.length;
          area += points[i] * points[j + 1] - points[j] * points[i + 1];
        }
        return area;
      });
      expect(new Set(areas.map(Math.sign)).size).toBe(1);
    }
  });
});

describe('bands', () => {
  const banded = FORMS.filter((f) => f.banded);
  it.each(banded.map((f) => [f.id, f] as const))('of %s are so many pieces that lie apart', (_id, form) => {
    const values = startValues(form, 600);
    const pieces = flatten(form.path(values), 0.1);
    const count = values.count ?? values.rays;
    // The upper part of a striped sun is a piece, too.
    expect(pieces).toHaveLength(form.id === 'striped-sun' ? count + 1 : count);
  });

  it('of waves have even gaps, and end where the form does', () => {
    const form = formOf('waves')!;
    const values: Record<string, number> = {
      ...startValues(form, 1000),
      ...{ swing: 0, gap: 0.5, fade: 0, count: 4 },
    };
    const boxes = flatten(form.path(values), 0.1).map(({ points }) => {
      const ys = points.filter((_, i) => i % 2 === 1);
      return [Math.min(...ys), Math.max(...ys)];
    });
    const gaps = boxes.slice(1).map(([top], i) => top - boxes[i][1]);
    for (const gap of gaps) expect(gap).toBeCloseTo(gaps[0], 6);
    expect(boxes[0][0]).toBeCloseTo(-values.height / 2, 6);
    expect(boxes.at(-1)![1]).toBeCloseTo(values.height / 2, 6);
  });
});
