import { applyEdits, type Design } from '../design';
import { boxOfPoints } from '../geometry';
import { groupHull } from '../drawing';
import type { Part } from '../parts';
import { resolve } from '../resolve';
import { circle, designOf, garment, inputOf, NO_FACES, rect, shape } from '../../testing';
import { proofOf, type CheckId } from './index';

const SOOT = garment('Soot', '#1b1b1d');
const INKS = { a: '#f2ead8', b: '#e6b84c' };
const part = (id: string, path: string, more: Partial<Part> = {}): Part =>
  ({ ...shape(id, path, 'a'), name: id, ...more }) as Part;
const found = (design: Design, check: CheckId) =>
  proofOf(inputOf(design, [SOOT])).findings.filter((f) => f.check === check);
const punched = { knockOut: { from: 'below' as const, parts: [], gap: 0 }, unprinted: true };

describe('parts that cut one another', () => {
  it('are found where a window is gone, and shown whole by the mend', () => {
    const design = designOf(
      INKS,
      part('Moon', circle(450, 450, 80), { window: { kind: 'part', part: 'gone' } }),
    );
    const [finding, ...more] = found(design, 'window');
    expect(more).toEqual([]);
    expect(finding).toMatchObject({ part: 'Moon', severity: 'watch' });
    expect(finding.message).toContain('shows whole');
    const mended = applyEdits(design, finding.mends[0].edits);
    expect(mended.parts[0].window).toBeNull();
    expect(found(mended, 'window')).toEqual([]);
  });

  it('are found where they go in a circle; the mend takes off the one cut that is left out', () => {
    const cuts = (of: string) => ({ knockOut: { from: 'chosen' as const, parts: [of], gap: 0 } });
    const design = designOf(
      INKS,
      part('x', circle(400, 450, 80), cuts('y')),
      part('y', circle(500, 450, 80), cuts('x')),
    );
    const [finding] = found(design, 'circle');
    expect(finding.part).toBe('y');
    const mended = applyEdits(design, finding.mends[0].edits);
    expect(mended.parts.map((p) => p.knockOut)).toEqual([design.parts[0].knockOut, null]);
  });

  it('are found where nothing is left of one, by its window or by what is knocked out of it', () => {
    const elsewhere = part('Band', rect(100, 100, 100, 40), { window: { kind: 'part', part: 'Disc' } });
    const disc = part('Disc', circle(600, 600, 80));
    expect(found(designOf(INKS, elsewhere, disc), 'cut-away').map((f) => f.part)).toEqual(['Band']);
    const covered = designOf(INKS, part('Lid', circle(600, 600, 90), punched), disc);
    expect(found(covered, 'cut-away').map((f) => f.part)).toEqual(['Disc']);
    const left = designOf(INKS, part('Lid', circle(600, 600, 70), punched), disc);
    expect(found(left, 'cut-away')).toEqual([]);
  });

  it('are judged by what is left of them: what only cuts is neither off the board nor thin', () => {
    const line = part('Slit', rect(-40, 448, 980, 2), punched);
    const checks = proofOf(
      inputOf(designOf(INKS, line, part('Disc', circle(450, 450, 200))), [SOOT]),
    ).findings;
    expect(checks.filter((f) => f.part === 'Slit').map((f) => f.check)).toEqual([]);
    // The slit itself is a gap that closes in print.
    expect(checks.map((f) => f.check)).toContain('thin-gap');
  });

  it('move as one into the safe area: what is punched out stays where it was on what it is punched out of', () => {
    const design = designOf(
      INKS,
      part('Hole', circle(880, 450, 30), punched),
      part('Disc', circle(850, 450, 100)),
    );
    const [finding] = found(design, 'safe-area');
    expect(finding.part).toBe('Disc');
    const mended = applyEdits(design, finding.mends[0].edits);
    const middle = (of: Design, id: string) => {
      const { left, right } = boxOfPoints(
        groupHull(resolve(of, undefined, NO_FACES).groups.find((g) => g.part === id)!),
      );
      return (left + right) / 2;
    };
    expect(middle(mended, 'Disc')).toBeLessThan(middle(design, 'Disc') - 40);
    expect(middle(mended, 'Hole') - middle(mended, 'Disc')).toBeCloseTo(30, 1);
  });
});
