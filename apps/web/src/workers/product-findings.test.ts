import { productFindings } from './product-findings';

describe('what is wrong with a product', () => {
  it('says each thing once, stops first, and nothing that is accepted or only noted', () => {
    const found = [
      { severity: 'watch' as const, message: 'thin' },
      { severity: 'note' as const, message: 'spelling' },
      { severity: 'stop' as const, message: 'vanishes', accepted: 'meant so' },
      { severity: 'stop' as const, message: 'cut off' },
      { severity: 'watch' as const, message: 'thin' },
    ];
    expect(productFindings(found)).toEqual([
      { severity: 'stop', message: 'cut off' },
      { severity: 'watch', message: 'thin' },
    ]);
    expect(productFindings([])).toEqual([]);
  });

  it('takes the worse where two files say the same of different weight', () => {
    const [a, b] = [
      { severity: 'watch' as const, message: 'x' },
      { severity: 'stop' as const, message: 'x' },
    ];
    expect(productFindings([a, b])).toEqual([b]);
    expect(productFindings([b, a])).toEqual([b]);
  });
});
