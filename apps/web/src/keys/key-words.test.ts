import { keyWords } from './key-words';

describe('a key as it is written for people', () => {
  it('has its pieces apart, letters as they stand on the keys, and signs as signs', () => {
    const words = ['Ctrl+z', 'Shift+PageUp', 'a', '+', '-', 'F1', 'Ctrl+Shift+Z', 'Delete'].map(keyWords);
    expect(words).toEqual(['Ctrl Z', 'Shift Page Up', 'A', '+', '−', 'F1', 'Ctrl Shift Z', 'Delete']);
  });
});
