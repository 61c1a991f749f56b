import { boxCentre } from '@brelm/core/geometry';
import type { Spec, SpecSide } from '@brelm/core/spec';
import { productOutline } from './product-outline';

const side = (over: Partial<SpecSide> = {}): SpecSide => ({
  id: 'front',
  name: 'Front',
  widthIn: 15,
  heightIn: 18,
  widthPx: 4500,
  heightPx: 5400,
  dpi: 300,
  safeIn: { left: 0.5, top: 0.5, right: 0.5, bottom: 0.5 },
  collarIn: 1.5,
  ...over,
});
const of = (kind: Spec['kind'], s = side()) => productOutline({ kind } as Spec, s);

describe('the outline of a product about its print area', () => {
  it('has a shirt’s collar above the print area, its middle on the centre line, and all of the area on it', () => {
    const { extent } = of('shirt')!;
    expect(boxCentre(extent)[0]).toBeCloseTo(7.5, 6);
    expect(extent.top).toBeLessThan(-1.5);
    expect(extent.left).toBeLessThan(0);
    expect(extent.right).toBeGreaterThan(15);
    expect(extent.bottom).toBeGreaterThan(18);
  });

  it('grows and shrinks with the print area, but a pocket print is on a shirt of the usual size', () => {
    const width = (s: SpecSide) => of('shirt', s)!.extent.right - of('shirt', s)!.extent.left;
    expect(width(side({ widthIn: 10 }))).toBeCloseTo((width(side()) * 10) / 15, 6);
    expect(width(side({ widthIn: 4, collarIn: 4 }))).toBeCloseTo(width(side()), 6);
  });

  it('is left to the spec for what is its own outline, and for a sleeve', () => {
    expect(of('mug')).toBeNull();
    expect(of('shirt', side({ name: 'Left sleeve' }))).toBeNull();
    expect(of('bag', side())).not.toBeNull();
  });
});
