import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';

const ROOT = join(__dirname, '../../..');

/** Licences that what runs at a seller's may have: they ask for no more than their own text. */
const PERMISSIVE = new Set(
  [
    'MIT',
    'ISC',
    '0BSD',
    'BSD',
    'BSD-2-Clause',
    'BSD-3-Clause',
    'Apache-2.0',
    'BlueOak-1.0.0',
    'Unlicense',
  ].concat([...['Python-2.0', 'OFL-1.1', 'CC0-1.0']]),
);

/** Others, each with the reason why it may be here. */
const KNOWN: readonly (readonly [name: RegExp, licence: string, why: string])[] = [
  [
    /^@img\/sharp-/,
    'LGPL-3.0-or-later',
    'libvips, a library of its own that the server loads; it is not changed',
  ],
  [/^@resvg\/resvg-wasm$/, 'MPL-2.0', 'a module of its own on the server; its files are not changed'],
  [/^@iconify-json\/game-icons$/, 'CC-BY-3.0', 'figures, whose makers are named with each of them'],
];

interface Locked {
  license?: string;
  dev?: boolean;
  link?: boolean;
}

/** What a package says of its licence where the lock file has nothing. */
function own(path: string): string {
  const manifest = join(ROOT, path, 'package.json');
  if (existsSync(manifest)) {
    const { license, licenses } = JSON.parse(readFileSync(manifest, 'utf8')) as {
      license?: string;
      licenses?: { type: string }[];
    };
    if (license ?? licenses) return license ?? licenses!.map((l) => l.type).join(' AND ');
  }
  const text = ['LICENSE', 'LICENSE.md', 'LICENSE.txt'].map((n) => join(ROOT, path, n)).find(existsSync);
  return text && /\bMIT\b|Permission is hereby granted, free of charge/.test(readFileSync(text, 'utf8'))
    ? 'MIT'
    : '';
}

describe('what Brelm is made of', () => {
  const { packages } = JSON.parse(readFileSync(join(ROOT, 'package-lock.json'), 'utf8')) as {
    packages: Record<string, Locked>;
  };
  const shipped = Object.entries(packages).filter(
    ([path, { dev, link }]) => path.startsWith('node_modules/') && !dev && !link,
  );

  it('has a licence that asks for no more than its own text, or one that is known with its reason', () => {
    const wrong = shipped.flatMap(([path, { license }]) => {
      const name = path.replace(/^.*node_modules\//, '');
      const said = (license ?? own(path)).replace(/[()]/g, '');
      const odd = said.split(/ AND | OR /).filter((l) => !PERMISSIVE.has(l));
      const allowed = odd.every((l) => KNOWN.some(([known, its]) => known.test(name) && its === l));
      return said && allowed ? [] : [`${name}: ${said || 'no licence'}`];
    });
    expect(shipped.length).toBeGreaterThan(400);
    expect(wrong).toEqual([]);
  });

  it('has each of the known exceptions still: one that is gone needs no reason', () => {
    for (const [known] of KNOWN)
      expect([known, shipped.some(([path]) => known.test(path.replace(/^.*node_modules\//, '')))]).toEqual([
        known,
        true,
      ]);
  });
});
