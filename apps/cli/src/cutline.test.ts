import { statSync } from 'node:fs';
import { join } from 'node:path';
import { brelm, designs, json, owls } from '../testing/commands';

describe('cutline', () => {
  it('writes a sticker’s files and says how it peels', async () => {
    const bog = join(designs, 'bog-standard.brelm.json');
    const out = join(designs, 'cut');
    interface Cut {
      peel: Record<string, number | null>;
      findings: { code: string }[];
      files: { path: string }[];
    }
    const { code, value } = await json<Cut[]>(
      'cutline',
      ...[bog, '--spec', 'stickerwharf/kiss-cut-4in', '--out', out],
    );
    expect(code).toBe(0);
    const [{ peel, findings, files }] = value;
    expect(findings).toEqual([]);
    expect(peel).toMatchObject({ pieces: 1, holes: 0 });
    expect(peel.border).toBeGreaterThan(2.3);
    expect(peel.innerRadius).toBeGreaterThan(1.4);
    expect(files.map((f) => f.path.slice(out.length + 1))).toEqual([
      'bog-standard-kiss.png',
      'bog-standard-kiss.svg',
      'bog-standard-kiss.pdf',
      'bog-standard-kiss.dxf',
      'bog-standard-kiss-mask.png',
    ]);
    for (const f of files) expect(statSync(f.path).size).toBeGreaterThan(1000);
  });

  it('says what it cannot cut', async () => {
    const shirt = await brelm('cutline', owls, '--spec', 'pinfold/tee-front');
    expect([shirt.code, shirt.err]).toEqual([
      2,
      expect.stringContaining('pinfold/tee-front is no sticker') as string,
    ]);
  });
});
