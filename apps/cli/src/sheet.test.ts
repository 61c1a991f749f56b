import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Sheet } from '@brelm/core/sheet';
import { brelm, folder, json } from '../testing/commands';

const nine = join(folder, 'sheets/nine-for-the-night-bag.json');
const sheet = () => JSON.parse(readFileSync(nine, 'utf8')) as Sheet;
const changed = (name: string, change: Partial<Sheet>) => {
  const file = join(folder, 'sheets', name);
  writeFileSync(file, JSON.stringify({ ...sheet(), ...change }));
  return file;
};
interface Told {
  placed: number;
  findings: { code: string; placed: number[] }[];
  files: { path: string; bytes: number }[];
}

describe('sheet', () => {
  it('writes the files of a sheet whose designs lie beside it', async () => {
    const { code, value } = await json<Told>(
      'sheet',
      nine,
      '--out',
      folder,
      '--format',
      'svg',
      '--format',
      'dxf',
    );
    expect(code).toBe(0);
    expect(value.placed).toBe(9);
    expect(value.findings).toEqual([]);
    expect(value.files.map((f) => f.path)).toEqual([
      join(folder, 'nine-for-the-night-bag.svg'),
      join(folder, 'nine-for-the-night-bag.dxf'),
    ]);
    expect(readFileSync(value.files[1].path, 'latin1').match(/POLYLINE/g)).toHaveLength(9);
  });

  it('takes designs by their paths, and tells what is wrong instead of writing it', async () => {
    const { stickers, placed } = sheet();
    const byPath = changed('path.json', {
      stickers: stickers.map((s) => ({ ...s, design: '../designs/bog-standard.brelm.json' })),
      placed: [placed[0], { ...placed[0], x: placed[0].x + 10 }],
    });
    const { code, value } = await json<Told>('sheet', byPath, '--out', folder);
    expect(code).toBe(1);
    expect(value).toMatchObject({ findings: [{ code: 'overlap', placed: [0, 1] }], files: [] });
    const gone = await json<Told>(
      'sheet',
      changed('gone.json', { stickers: stickers.map((s) => ({ ...s, design: 'Nobody’s' })) }),
    );
    expect(gone.value.findings.map((f) => f.code)).toEqual(['gone']);
  });

  it('says what it cannot read, by file and field', async () => {
    const said = async (...args: string[]) => {
      const { code, err } = await brelm('sheet', ...args);
      expect(code).toBe(2);
      return err;
    };
    expect(await said()).toContain('name a sheet file');
    expect(await said('nowhere.json')).toContain('nowhere.json: there is no such file');
    expect(await said(changed('bad.json', { gap: -1 }))).toContain('bad.json: gap: ');
    expect(await said(nine, '--format', 'gif')).toContain('--format: "gif" is none of png, svg, pdf, dxf');
  });
});
