import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { KeptPreviews, previewsIn } from './kept-previews';

const OWL = 'a1'.repeat(32);
const MOTH = 'b2'.repeat(32);

const folder = mkdtempSync(join(tmpdir(), 'brelm-previews-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** Makes a preview that says which asking it was made for. */
const maker = () => {
  let made = 0;
  return { made: () => made, make: () => Promise.resolve(Buffer.from(`preview ${++made}`)) };
};

describe('previews of pictures', () => {
  it('are made once for all who ask at once, and not again after a new start', async () => {
    const { made, make } = maker();
    const at = previewsIn(mkdtempSync(join(folder, 'once-')));
    const kept = new KeptPreviews(at);
    const three = await Promise.all([1, 2, 3].map(() => kept.of(OWL, 1600, make)));
    expect(three.map(String)).toEqual(Array(3).fill('preview 1'));
    expect(String(await new KeptPreviews(at).of(OWL, 1600, make))).toBe('preview 1');
    expect(String(await kept.of(OWL, 320, make))).toBe('preview 2');
    expect(made()).toBe(2);
  });

  it('that cannot be made are tried again by the next who asks', async () => {
    const kept = new KeptPreviews(previewsIn(mkdtempSync(join(folder, 'again-'))));
    await expect(kept.of(OWL, 320, () => Promise.reject(new Error('not now')))).rejects.toThrow('not now');
    expect(String(await kept.of(OWL, 320, maker().make))).toBe('preview 1');
  });

  it('are answered although there is no room to keep them', async () => {
    const full = join(mkdtempSync(join(folder, 'full-')), 'a-file');
    writeFileSync(full, '');
    const { made, make } = maker();
    expect(String(await new KeptPreviews(full).of(OWL, 320, make))).toBe('preview 1');
    expect(String(await new KeptPreviews(full).of(OWL, 320, make))).toBe('preview 2');
    expect(made()).toBe(2);
  });

  it('of pictures that are gone go too, and nothing else does', async () => {
    const { made, make } = maker();
    const at = previewsIn(mkdtempSync(join(folder, 'gone-')));
    const kept = new KeptPreviews(at);
    for (const sha256 of [OWL, MOTH]) for (const size of [320, 1600]) await kept.of(sha256, size, make);
    expect(await kept.sweep((sha256) => Promise.resolve(sha256 === MOTH))).toBe(2);
    const after = new KeptPreviews(at);
    expect(String(await after.of(MOTH, 1600, make))).toBe('preview 4');
    expect(made()).toBe(4);
    expect(String(await after.of(OWL, 320, make))).toBe('preview 5');
    expect(await new KeptPreviews(join(at, 'none')).sweep(() => Promise.resolve(false))).toBe(0);
  });
});
