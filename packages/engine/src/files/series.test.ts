import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { inkValues, readDesign, type Design } from '@brelm/core/design';
import type { LetteringPart, MotifPart } from '@brelm/core/parts';
import { emptyRow, readSeries, type Series } from '@brelm/core/series';
import { DEMO_FOLDER, readJsonFile, shippedGarments } from '../shipped/library';
import { filledRows, groundOf, seriesWorld } from './series';
import { loadMaterials } from '../ground/typefaces';

const garments = shippedGarments();
const layoutOf = (name: string): Design =>
  readDesign(readJsonFile(join(DEMO_FOLDER, 'designs', `${name}.brelm.json`)));
const seriesOf = (name: string): Series =>
  readSeries(JSON.parse(readFileSync(join(DEMO_FOLDER, 'series', `${name}.json`), 'utf8')));
const noPicture = () => Promise.resolve(null);

/** Designs of rows of a series, with pictures by name where some are asked for. */
async function filled(
  layout: Design,
  series: Series,
  picture = noPicture as Parameters<typeof seriesWorld>[5],
) {
  const materials = await loadMaterials(layout);
  const world = await seriesWorld(layout, series, series.rows, materials, garments, picture);
  return { world, rows: [...filledRows(layout, series, series.rows, world)] };
}

describe('rows of a series on the server', () => {
  it('show figures of the library that are drawn as the layout’s own is', async () => {
    const layout = layoutOf('night-jobs');
    const series = seriesOf('night-jobs');
    const some = { ...series, rows: series.rows.slice(0, 6) };
    const { rows } = await filled(layout, some);
    const own = layout.parts.find((p): p is MotifPart => p.kind === 'motif')!;
    for (const { design, troubles } of rows) {
      expect(troubles).toEqual([]);
      const figure = design.parts.find((p): p is MotifPart => p.id === own.id && p.kind === 'motif')!;
      expect(figure.licence.source).toBe(own.licence.source);
      expect(figure.hidden).toBe(false);
      // One of a single colour has an ink of the layout's: none is added.
      expect(design.inks).toEqual(layout.inks);
    }
    expect(new Set(rows.map((r) => r.design.parts.find((p) => p.id === own.id)!.name)).size).toBe(6);
  });

  it('find a figure by its id, and say where there is none', async () => {
    const layout = layoutOf('night-jobs');
    const series = seriesOf('night-jobs');
    const [row] = series.rows;
    const asked = ['flat/owl', 'zzqqxx', ''].map((figure, i) => ({
      ...row,
      ...{ id: `r${i}`, cells: { ...row.cells, figure } },
    }));
    const { world, rows } = await filled(layout, { ...series, rows: asked });
    expect(world.figures.get('flat/owl')!.licence.id).toBe('MIT');
    expect(world.figures.get('zzqqxx')).toBeNull();
    expect(rows.map((r) => r.troubles.map((t) => t.kind))).toEqual([[], ['figure'], []]);
    const hidden = rows.map((r) => r.design.parts.find((p) => p.id === 'figure')!.hidden);
    expect(hidden).toEqual([false, true, true]);
    // A figure of many colours brings those along that the layout has not.
    expect(rows[0].design.inks.length).toBeGreaterThan(layout.inks.length);
    expect(inkValues(rows[0].design, undefined).size).toBe(rows[0].design.inks.length);
  });

  it('ask for each picture once, and for none that no row names', async () => {
    const asked: string[] = [];
    const layout = layoutOf('lamp-hours');
    const series: Series = {
      ...seriesOf('night-rangers'),
      columns: [{ id: 'c', name: 'Photo' }],
      places: [{ kind: 'picture', part: 'lantern', says: '{Photo}' }],
      rows: ['Moon.png', 'moon.png ', 'lost.png', ''].map((c, i) => emptyRow(`r${i}`, { c })),
    };
    const { rows } = await filled(layout, series, (name) => {
      asked.push(name);
      return Promise.resolve(
        name === 'moon.png'
          ? { name, sha256: 'c'.repeat(64), width: 400, height: 300, licence: { id: 'own' } }
          : null,
      );
    });
    expect(asked.sort()).toEqual(['lost.png', 'moon.png']);
    expect(rows.map((r) => r.troubles.map((t) => t.kind))).toEqual([[], [], ['picture'], ['empty']]);
    expect(rows[0].design.materials.at(-1)!.sha256).toBe('c'.repeat(64));
    expect(rows[1].design.parts).toEqual(rows[0].design.parts);
  });

  it('have the size of the whole series, though some of its rows alone are asked for', async () => {
    const layout = layoutOf('first-night-ranger');
    const series = seriesOf('night-rangers');
    const [place, ...others] = series.places;
    if (place.kind !== 'words') throw new Error('the demo begins with words');
    const same: Series = {
      ...series,
      places: [{ ...place, fit: { ...place.fit, same: true, across: 1, least: 0.1 } }, ...others],
    };
    const materials = await loadMaterials(layout);
    const world = await seriesWorld(layout, same, [], materials, garments, noPicture);
    const size = (rows: Series['rows']) =>
      [...filledRows(layout, same, rows, world)].map((r) => r.gave[0].size);
    const all = size(same.rows);
    expect(new Set(all.map((s) => s.toFixed(6))).size).toBe(1);
    expect(size([same.rows[0]])).toEqual([all[0]]);
    expect(all[0]).toBeLessThan(1);
  });

  it('stand before the layout’s own garment', () => {
    const layout = layoutOf('night-jobs');
    expect(groundOf(layout, garments)).toBe(garments.find((g) => g.id === layout.backdrop)!.value);
    expect(groundOf({ ...layout, backdrop: 'lost' }, garments)).toBe(layout.inks[0].value);
    expect(groundOf({ ...layout, backdrop: 'lost', inks: [] }, garments)).toBe('#ffffff');
  });

  it('of the demo say their words in capitals, all of them within the board', async () => {
    const layout = layoutOf('first-night-ranger');
    const { rows } = await filled(layout, seriesOf('night-rangers'));
    const said = rows.map(
      (r) => (r.design.parts.find((p) => p.id === 'rank') as LetteringPart).lines[0].text,
    );
    expect(said.slice(0, 3)).toEqual(['FIRST', 'SECOND', 'THIRD']);
    expect(rows.flatMap((r) => r.troubles)).toEqual([]);
  });
});
