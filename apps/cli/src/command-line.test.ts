import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { unzipSync } from 'fflate';
import { PNG } from 'pngjs';
import { brelm, changed, designs, folder, json, MAIN, owls, read } from '../testing/commands';

interface Files {
  files: {
    path: string;
    format: string;
    width: number;
    sha256: string;
    spec: string;
    colourway: string;
    garments: string[];
    stops: string[];
  }[];
  pack?: string;
}
interface Proofs {
  garments: { id: string; verdict: string; lowestRatio: number }[];
  findings: {
    check: string;
    severity: string;
    part: string;
    garment: string;
    message: string;
    mends: { id: string; title: string }[];
  }[];
}

/** The owls with a shade as pale as their lettering: nothing outlines it on Bone. */
const lostOnBone = (name: string, garments: string[]) =>
  changed(name, (d) => {
    d.inks.find((i) => i.id === 'shade')!.value = '#efe6d3';
    d.colourways[0].garments = garments;
  });

describe('specs', () => {
  it('lists the tee at its exact size', async () => {
    const { code, value } =
      await json<{ id: string; sides: { widthPx: number; heightPx: number; dpi: number }[] }[]>('specs');
    expect(code).toBe(0);
    expect(value.find((s) => s.id === 'pinfold/tee-front')!.sides[0]).toMatchObject({
      widthPx: 4500,
      heightPx: 5400,
      dpi: 300,
    });
  });
});

describe('the command itself', () => {
  /** As it is called from a shell. */
  const called = (...args: string[]) => {
    const { status, stdout, stderr } = spawnSync(process.execPath, [MAIN, ...args], {
      cwd: folder,
      encoding: 'utf8',
    });
    return { code: status, out: stdout, err: stderr };
  };

  it('ends with the exit code, says only JSON on standard output, and all else on standard error', () => {
    const right = called('proof', lostOnBone('ends', ['soot']), '--spec', 'pinfold/tee-front', '--json');
    expect([right.code, (JSON.parse(right.out) as Proofs).garments.length]).toEqual([1, 6]);
    expect(called('fly')).toMatchObject({
      code: 2,
      out: '',
      err: expect.stringContaining('no command "fly"'),
    });
    expect(called('help')).toMatchObject({ code: 0, out: '', err: expect.stringContaining('Usage') });
  });
});

describe('export', () => {
  it('writes a file that an independent decoder reads, and says only JSON on standard output', async () => {
    const { code, value } = await json<Files>(
      'export',
      owls,
      '--spec',
      'pinfold/tee-front',
      '--out',
      join(folder, 'out'),
    );
    expect(code).toBe(0);
    const [file] = value.files;
    expect(file).toMatchObject({
      width: 4500,
      height: 5400,
      dpi: 300,
      stops: [],
      garments: ['soot', 'midnight', 'pine', 'oxblood'],
    });
    const png = PNG.sync.read(readFileSync(file.path));
    expect([png.width, png.height]).toEqual([4500, 5400]);
    expect(readdirSync(join(folder, 'out')).filter((n) => n.endsWith('.part'))).toEqual([]);
  });

  it('writes an SVG of its true size beside the file, when asked', async () => {
    const bog = join(designs, 'bog-standard.brelm.json');
    const { value } = await json<Files>(
      ...(['export', bog, '--spec', 'stickerwharf/kiss-cut-4in', '--out', folder, '--svg'] as const),
    );
    expect(value.files.map((f) => f.format)).toEqual(['png', 'svg']);
    const svg = readFileSync(value.files[1].path, 'utf8');
    expect(svg).toContain('width="101.6mm" height="101.6mm" viewBox="0 0 2400 2400"');
    expect(svg).toContain('<g id="bog">');
    expect(svg).toContain('class="ink-rust"');
    expect(svg).not.toContain('<text');
  });

  it('makes the same bytes of the same design', async () => {
    const once = async () =>
      (
        await json<Files>(
          'export',
          join(designs, 'bog-standard.brelm.json'),
          '--spec',
          'stickerwharf/kiss-cut-4in',
          '--out',
          folder,
        )
      ).value.files[0].sha256;
    expect(await once()).toBe(await once());
  });

  it('fits the artwork to another product’s board', async () => {
    const { value } = await json<Files>(
      'export',
      owls,
      '--spec',
      'stickerwharf/kiss-cut-4in',
      '--out',
      folder,
    );
    expect(PNG.sync.read(readFileSync(value.files[0].path)).width).toBe(2400);
  });

  it('exits 1 with stops: writes all the same, and refuses with --strict', async () => {
    const file = lostOnBone('on-bone', ['bone']);
    const args = [file, '--spec', 'pinfold/tee-front', '--out', join(folder, 'bone')];
    const loose = await json<Files>('export', ...args);
    expect(loose.code).toBe(1);
    expect(loose.value.files[0].stops.join()).toContain('vanishes on Bone');
    expect(existsSync(loose.value.files[0].path)).toBe(true);
    const strict = await json<Files>('export', ...args.slice(0, -1), join(folder, 'strict'), '--strict');
    expect(strict.code).toBe(1);
    expect(strict.value.files).toEqual([]);
    expect(existsSync(join(folder, 'strict'))).toBe(false);
  });

  it('uses the colourway that is asked for, and its garments', async () => {
    const { code, value } = await json<Files>(
      'export',
      owls,
      '--spec',
      'pinfold/tee-front',
      '--colourway',
      'day',
      '--out',
      folder,
    );
    expect(value.files[0]).toMatchObject({ colourway: 'day', garments: ['bone'] });
    const png = PNG.sync.read(readFileSync(value.files[0].path));
    // The H of SHEEP, which is Bone by night, is Ink by day.
    const colours = new Set(new Uint32Array(png.data.buffer, png.data.byteOffset, png.data.length / 4));
    // The lowest byte is red's, the highest alpha's.
    expect(colours).toContain(0xff2a2620);
    expect(code).toBe(0);
  });

  it('makes every file of every product that it is placed on, in folders, and packs them', async () => {
    const bog = join(designs, 'bog-standard.brelm.json');
    const out = join(folder, 'all');
    const { value } = await json<Files>(
      'export',
      bog,
      '--all',
      '--pack',
      '--out',
      out,
      '--name',
      '{design}_{side}_{w}',
    );
    expect(value.files.map((f) => f.path.slice(out.length + 1))).toEqual([
      'stickerwharf/kiss-cut-sticker-4-in/bog-standard_2400.png',
      'stickerwharf/kiss-cut-sticker-3-in/bog-standard_1800.png',
      'stickerwharf/magnet-3-in-round/bog-standard_975.png',
      'mudlark-goods/round-ornament/bog-standard_front_930.png',
      'mudlark-goods/round-ornament/bog-standard_back_930.png',
      'gannet-row/phone-case/bog-standard_1020.png',
    ]);
    const files = unzipSync(readFileSync(value.pack!));
    expect(Object.keys(files).slice(6)).toEqual(['manifest.json', 'manifest.pdf', 'rights.csv']);
    // In a manifest colourways and garment colours have their names, as in those of the server.
    const manifest = JSON.parse(Buffer.from(files['manifest.json']).toString()) as {
      files: { colourway: string; garments: string[] }[];
    };
    expect(manifest.files[0]).toMatchObject({ colourway: 'Night', garments: ['Laptop, grey'] });
    for (const f of value.files)
      expect(
        createHash('sha256')
          .update(files[f.path.slice(out.length + 1)])
          .digest('hex'),
      ).toBe(f.sha256);
  });

  it('makes the formats that are asked for, and refuses names and formats that there are not', async () => {
    const bog = join(designs, 'bog-standard.brelm.json');
    const args = [bog, '--spec', 'stickerwharf/kiss-cut-3in', '--out', folder];
    const { value } = await json<Files>('export', ...args, '--format', 'pdf', '--format', 'svg');
    expect(value.files.map((f) => f.path.split('.').pop())).toEqual(['pdf', 'svg']);
    expect(await brelm('export', ...args, '--format', 'gif')).toMatchObject({
      code: 2,
      err: expect.stringContaining('no format "gif"'),
    });
    expect(await brelm('export', ...args, '--name', '{dessign}')).toMatchObject({
      code: 2,
      err: expect.stringContaining('no {dessign}'),
    });
  });

  it('writes nothing where it may not, and says so', async () => {
    const blocked = join(folder, 'blocked');
    writeFileSync(blocked, '');
    const { code, err } = await brelm(
      'export',
      join(designs, 'bog-standard.brelm.json'),
      '--spec',
      'stickerwharf/kiss-cut-4in',
      '--out',
      blocked,
    );
    expect(code).toBe(2);
    expect(err).toMatch(/--out: .*blocked.* cannot be written/);
  });
});

describe('specs check', () => {
  it('finds nothing in the files that ship, and every fault of another by line', async () => {
    const market = join(__dirname, '../../../demo/specs/stickerwharf.yaml');
    const right = await json<{ files: { specs: string[] }[] }>('check', market);
    expect([right.code, right.value.files[0].specs.length]).toEqual([0, 7]);
    const wrong = join(folder, 'wrong.yaml');
    writeFileSync(
      wrong,
      readFileSync(market, 'utf8').replace('widthIn: 3', 'widthIn: 3 cubits').replace('dpi: 600', 'dpi: -1'),
    );
    const { code, value, err } = await json<{ files: { faults: { line: number; field: string }[] }[] }>(
      'check',
      wrong,
    );
    expect(code).toBe(1);
    expect(value.files[0].faults.map((f) => f.field)).toEqual([
      'specs[0].sides[0].widthIn',
      'specs[0].sides[0].dpi',
    ]);
    expect(err).toMatch(/wrong\.yaml: line \d+, specs\[0\]\.sides\[0\]\.widthIn: there is no unit "cubits"/);
    expect((await brelm('specs', 'check', join(folder, 'none.yaml'))).err).toContain('there is no such file');
  });
});

describe('place', () => {
  it('fits a design into products, says what it did, and writes what it can read again', async () => {
    const out = join(designs, 'placed.brelm.json');
    const args = ['--spec', 'mudlark/mug-11oz', '--spec', 'gannet-row/poster-18x24', '--out', out];
    const { value, err } = await json<{ sides: { spec: string; said: string[]; notes: object[] }[] }>(
      'place',
      owls,
      ...args,
      '--again',
    );
    expect(value.sides.map((s) => [s.spec, s.notes])).toEqual([
      ['mudlark/mug-11oz', []],
      ['gannet-row/poster-18x24', []],
    ]);
    expect(err).toContain('clear of: left of the handle, right of the handle');
    expect(read(out).placements.map((p) => p.spec)).toEqual(read(owls).placements.map((p) => p.spec));
    expect((await brelm('place', owls, '--spec', 'no/such')).err).toContain('there is no spec "no/such"');
  });
});

describe('proof', () => {
  it('has a verdict for each garment of the design, and exits 1 for its stops', async () => {
    const pale = lostOnBone('pale', ['soot']);
    const { code, value } = await json<Proofs>('proof', pale, '--spec', 'pinfold/tee-front');
    expect(code).toBe(1);
    expect(Object.fromEntries(value.garments.map((g) => [g.id, g.verdict]))).toEqual({
      soot: 'reads',
      midnight: 'reads',
      pine: 'reads',
      oxblood: 'reads',
      'clay-heather': 'weak',
      bone: 'vanishes',
    });
    const bone = value.findings.find((f) => f.garment === 'bone' && f.part === 'count-owls')!;
    expect(bone).toMatchObject({ check: 'contrast', severity: 'stop' });
    expect(bone.mends.map((m) => m.id)).toEqual(['nearest-ink', 'swap-ink', 'keyline']);
  });

  it('says what it finds, and what mends it, in another language; and which ones there are', async () => {
    const pale = lostOnBone('pale-german', ['bone']);
    const args = ['proof', pale, '--spec', 'pinfold/tee-front', '--garment', 'bone'] as const;
    const { value } = await json<Proofs>(...args, '--language', 'de');
    const bone = value.findings.find((f) => f.part === 'count-owls' && f.check === 'contrast')!;
    expect(bone.message).toMatch(/^„.*“ verschwindet auf Bone: Kontrast [\d,]+ : 1/);
    expect(bone.mends.map((m) => m.title)).toEqual([
      expect.stringMatching(/ ändern: die nächsten Farben, die lesbar sind$/),
      expect.stringMatching(/^Stattdessen die Farben? /),
      expect.stringMatching(/^Eine Kontur von \d+ px in /),
    ]);
    expect(await brelm(...args, '--language', 'nl')).toMatchObject({
      code: 2,
      err: expect.stringContaining('--language: must be one of en, de'),
    });
  });

  it('takes garments from the command line and exits 0 without stops', async () => {
    const { code, value } = await json<Proofs>(
      'proof',
      owls,
      '--spec',
      'pinfold/tee-front',
      '--garment',
      'soot',
      '--garment',
      'pine',
    );
    expect(code).toBe(0);
    expect(value.garments.map((g) => g.id)).toEqual(['soot', 'pine']);
  });

  it('says the same without --json, on standard error', async () => {
    const { out, err } = await brelm('proof', owls, '--spec', 'pinfold/tee-front', '--garment', 'bone');
    expect(out).toBe('');
    // Its shade outlines it there, on two sides.
    expect(err).toContain('Bone: weak, lowest contrast 1.4 : 1');
    expect(err).toMatch(/watch: “COUNT OWLS” is weak on Bone: 5\d % of its edge is under 3 : 1/);
  });
});

describe('wall', () => {
  it('paints every colourway on the garments that are named, darkest first', async () => {
    const out = join(folder, 'wall.png');
    const { code, err } = await brelm('wall', owls, '--out', out, '--garment', 'bone', '--garment', 'soot');
    expect(code).toBe(0);
    expect(err).toContain('Night: reads on 1 of 2.');
    expect(err).toContain('Day: reads on 1 of 2.');
    const png = PNG.sync.read(readFileSync(out));
    const at = (x: number, y: number) =>
      png.data.subarray((y * png.width + x) * 4, (y * png.width + x) * 4 + 3).toString('hex');
    // The first cell's corner is Soot, the second's is Bone; the second row begins 254 px further down.
    expect([at(194, 68), at(388, 68), at(194, 322)]).toEqual(['1b1b1d', 'f2ead8', '1b1b1d']);
  });

  it('shows and judges what the files of a product will have: as placed on it, not as drawn', async () => {
    const spec = 'stickerwharf/die-cut';
    const out = join(folder, 'cut-wall.png');
    const seen = await brelm('wall', owls, '--spec', spec, '--out', out);
    expect(seen.code).toBe(0);
    expect(seen.err).toMatch(/placed by itself/);
    const { width, height } = PNG.sync.read(readFileSync(out));
    expect(seen.err).toContain(`${width} × ${height} px`);
    for (const [name, colourway] of [
      ['Night', 'base'],
      ['Day', 'day'],
    ]) {
      const judged = await brelm('proof', owls, '--spec', spec, '--colourway', colourway, '--json');
      const { garments } = JSON.parse(judged.out) as { garments: { verdict: string }[] };
      const reads = garments.filter((g) => g.verdict === 'reads').length;
      expect(seen.err).toContain(`${name}: reads on ${reads} of ${garments.length}.`);
    }
  });
});

describe('bad input exits 2 and names file, field and reason:', () => {
  const moon = join(designs, 'pictures/harvest-moon.png');
  it.each<[string, () => string[], RegExp]>([
    [
      'a spec that does not exist',
      () => ['proof', owls, '--spec', 'moon/tee'],
      /there is no spec "moon\/tee"\. There are: .*pinfold\/tee-front/,
    ],
    ['no spec', () => ['export', owls], /--spec is missing/],
    ['no file', () => ['proof', '--spec', 'pinfold/tee-front'], /name a design file/],
    [
      'a file that is not there',
      () => ['proof', 'lost.brelm.json', '--spec', 'pinfold/tee-front'],
      /lost\.brelm\.json: there is no such file/,
    ],
    ['a folder', () => ['proof', designs, '--spec', 'pinfold/tee-front'], /is a folder/],
    [
      'another version',
      () => [
        'proof',
        changed('later', (d) => ((d as { version: number }).version = 4)),
        '--spec',
        'pinfold/tee-front',
      ],
      /later\.brelm\.json: version: is 4/,
    ],
    [
      'a wrong field',
      () => [
        'export',
        changed('x', (d) => ((d.sides[0].parts[3].place as { x: unknown }).x = 'left')),
        '--spec',
        'pinfold/tee-front',
      ],
      /x\.brelm\.json: sides\[0\]\.parts\[3\]\.place\.x: must be a number/,
    ],
    [
      'no JSON',
      () => {
        writeFileSync(join(folder, 'no.json'), 'oops');
        return ['proof', join(folder, 'no.json'), '--spec', 'pinfold/tee-front'];
      },
      /no\.json is no JSON/,
    ],
    [
      'an unknown garment',
      () => ['proof', owls, '--spec', 'pinfold/tee-front', '--garment', 'plaid'],
      /--garment: there is no garment "plaid"/,
    ],
    [
      'an unknown colourway',
      () => ['proof', owls, '--spec', 'pinfold/tee-front', '--colourway', 'dusk'],
      /--colourway: .* has no colourway "dusk"\. It has: base, day/,
    ],
    ['an unknown option', () => ['proof', owls, '--shiny'], /shiny/],
    [
      'a picture that is missing',
      () => [
        'export',
        changed('nopic', (d) => (d.materials[0].file = 'pictures/none.png')),
        '--spec',
        'pinfold/tee-front',
      ],
      /nopic\.brelm\.json: materials\[0\]\.file: .*pictures\/none\.png/,
    ],
    [
      'a truncated picture',
      () => {
        writeFileSync(join(designs, 'pictures/cut.png'), readFileSync(moon).subarray(0, 5000));
        return [
          'export',
          changed('cut', (d) => (d.materials[0].file = 'pictures/cut.png')),
          '--spec',
          'pinfold/tee-front',
        ];
      },
      /materials\[0\]\.file: Harvest moon: the file is damaged or cut off/,
    ],
    [
      'a text file as a picture',
      () => {
        writeFileSync(join(designs, 'pictures/text.png'), 'hello');
        return [
          'export',
          changed('text', (d) => (d.materials[0].file = 'pictures/text.png')),
          '--spec',
          'pinfold/tee-front',
        ];
      },
      /it is no PNG, JPEG, WebP, AVIF, TIFF or GIF/,
    ],
    [
      'a picture of another size',
      () => ['export', changed('size', (d) => (d.materials[0].width = 90)), '--spec', 'pinfold/tee-front'],
      /materials\[0\]\.width: Harvest moon is 2960 × 2960 px, not 90 × 2960/,
    ],
    ['an unknown command', () => ['fly'], /there is no command "fly"/],
    ['a port that is none', () => ['start', '--port', 'x'], /--port: "x" is no port/],
  ])('%s', async (_, args, message) => {
    const { code, out, err } = await brelm(...args());
    expect(err).toMatch(message);
    expect(code).toBe(2);
    expect(out).toBe('');
    expect(err).not.toMatch(/\n\s+at /);
  });
});
