import { statSync } from 'node:fs';
import { join } from 'node:path';
import { brelm, designs, json, owls } from '../testing/commands';

describe('films', () => {
  it('writes a file for each film in three formats, and the order of pressing', async () => {
    const out = join(designs, 'films');
    interface Films {
      films: { name: string; files: string[]; points: number; findings: { code: string }[] }[];
    }
    const { code, value } = await json<Films>(
      'films',
      ...[join(designs, 'night-shift-owls.brelm.json'), '--out', out],
    );
    expect(code).toBe(0);
    expect(value.films.map((f) => f.name)).toEqual(['Ember', 'Lamp']);
    for (const film of value.films) {
      expect(film.files).toHaveLength(3);
      expect(film.points).toBeGreaterThan(100);
      for (const name of film.files) expect(statSync(join(out, name)).size).toBeGreaterThan(1000);
    }
    expect(statSync(join(out, 'night-shift-owls-order.pdf')).size).toBeGreaterThan(1000);
  });

  it('says what it cannot cut, and what it was asked wrongly', async () => {
    const none = await brelm('films', owls);
    expect([none.code, none.err]).toEqual([
      2,
      expect.stringContaining('None of the inks is a film') as string,
    ]);
    const name = await brelm('films', owls, '--name', '{moon}');
    expect([name.code, name.err]).toEqual([2, expect.stringContaining('there is no {moon}') as string]);
    const side = await brelm('films', owls, '--side', 'sleeve');
    expect([side.code, side.err]).toEqual([2, expect.stringContaining('has no side "sleeve"') as string]);
  });
});
