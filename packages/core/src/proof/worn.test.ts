import { applyEdits, type Design } from '../design';
import { lettering, letteringLine, place, type Part } from '../parts';
import { newWear } from '../wear';
import { designOf, garment, inputOf, materialsWith, WORN } from '../../testing';
import { proofOf } from './index';

const SOOT = garment('Soot', '#1b1b1d');

describe('worn lettering', () => {
  const proofed = async (change: Partial<Part>, all = 0) => {
    const materials = await materialsWith('anton');
    const words: Part = {
      ...lettering('w', '', place(450, 500), [letteringLine('OWLS', 'anton', 300, 'a')]),
      ...(change as object),
    };
    const plain = designOf({ a: '#f2ead8' }, words);
    const design = all
      ? applyEdits(plain, [{ op: 'setWear', wear: [newWear('grain', 4, { amount: all })] }])
      : plain;
    const find = (of: Design) => proofOf(inputOf(of, [SOOT], { materials, pictures: WORN })).findings;
    return { design, find };
  };

  it('is found where it falls apart, with the share that goes, and holds after the mend', async () => {
    const { design, find } = await proofed({ wear: [newWear('grain', 2, { amount: 0.5 })] });
    const [finding] = find(design).filter((f) => f.check === 'worn');
    expect(finding.figure).toBeCloseTo(0.5, 1);
    const mended = applyEdits(design, finding.mends[0].edits);
    expect(mended.parts[0].wear[0]).toMatchObject({ kind: 'grain', seed: 2 });
    expect(find(mended).filter((f) => f.check === 'worn')).toEqual([]);
    // It is still worn, and nothing new is wrong.
    expect(mended.parts[0].wear[0].amount).toBeGreaterThan(0.2);
    expect(find(mended).filter((f) => f.severity !== 'note').length).toBeLessThanOrEqual(
      find(design).filter((f) => f.severity !== 'note').length,
    );
  });

  it('is spared from the wear of all where that is what takes too much', async () => {
    const { design, find } = await proofed({}, 0.45);
    const [finding] = find(design).filter((f) => f.check === 'worn');
    expect(finding.mends.map((m) => m.id)).toEqual(['spare']);
    const mended = applyEdits(design, finding.mends[0].edits);
    expect(find(mended).map((f) => f.check)).not.toContain('worn');
    expect(mended.wear).toEqual(design.wear);
  });

  it('is left alone where it wears as sellers wear it: no word of thin places, specks or haze', async () => {
    for (const kind of ['grain', 'cracks', 'rub'] as const) {
      const { design, find } = await proofed({
        wear: [newWear(kind, 9, { amount: 0.15, size: kind === 'rub' ? 20 : 3 })],
      });
      const before = applyEdits(design, [{ op: 'updatePart', part: 'w', change: { wear: [] } }]);
      const checks = (of: Design) => find(of).map((f) => `${f.check} ${f.severity}`);
      expect(checks(design)).toEqual(checks(before));
    }
  });

  it('is not looked at where nobody has to read it', async () => {
    const { design, find } = await proofed({ mustRead: false, wear: [newWear('grain', 2, { amount: 0.6 })] });
    expect(find(design).map((f) => f.check)).not.toContain('worn');
  });
});
