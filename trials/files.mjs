// Hostile and damaged files, sent to a running server.
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { join } from 'node:path';
import { Brelm, ROOT, seeded, times } from './with-brelm.mjs';

const require = createRequire(join(ROOT, 'apps/server/dist/index.js'));
const sharp = require('sharp');
const SEED = 2100;
const random = seeded(SEED);
const pick = (list) => list[Math.floor(random() * list.length)];

const svg = (inside) =>
  `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" width="100" height="100">${inside}</svg>`;
const figures = ['owl', 'mushroom', 'boots', 'moth'].map((n) =>
  readFileSync(join(ROOT, `demo/figures/${n}.svg`), 'utf8'),
);
const PIECES = [
  '<image href="/etc/passwd" width="9" height="9"/>',
  '<image xlink:href="file:///dev/zero" width="9" height="9"/>',
  '<use href="#a"/>',
  '<g id="a"><use href="#a"/></g>',
  '<filter id="f" width="1e9"><feImage href="/dev/zero"/><feGaussianBlur stdDeviation="1e5"/></filter>',
  '<rect width="1e30" height="-1" transform="scale(1e20)" filter="url(#f)"/>',
  '<mask id="m"><rect x="1e12" width="1" height="1"/></mask><g mask="url(#m)" opacity=".5"><rect width="9" height="9"/></g>',
  '<pattern id="p" width="1e-9" height="1e-9"><rect width="1" height="1"/></pattern><rect width="99" height="99" fill="url(#p)"/>',
  '<text font-family="Rye">' + '<tspan>'.repeat(150) + 'a' + '</tspan>'.repeat(150) + '</text>',
  '<style>@import url(/etc/passwd); *{fill:url(/dev/zero#a)}</style>',
  '<path d="M0 0' +
    'a1 1 0 0 0 1 1'.repeat(3000) +
    '" stroke="#000" stroke-width="1e9" stroke-dasharray="1e-9"/>',
  '\0',
  '<![CDATA[',
  '&#0;',
  '<!DOCTYPE svg [<!ENTITY a "b">]>',
];
const spoilt = (bytes) => {
  const out = Buffer.from(bytes);
  const how = Math.floor(random() * 4);
  if (how === 0) return out.subarray(0, Math.floor(random() * out.length));
  const n = 1 + Math.floor(random() * 20);
  for (let i = 0; i < n; i++) out[Math.floor(random() * out.length)] = Math.floor(random() * 256);
  if (how === 2) out.fill(0, Math.floor(random() * out.length));
  if (how === 3) return Buffer.concat([out, out.subarray(Math.floor(random() * out.length))]);
  return out;
};
const pictures = await Promise.all(
  ['png', 'jpeg', 'webp', 'gif', 'tiff', 'avif'].map(async (format) => [
    format,
    await sharp({ create: { width: 60, height: 40, channels: 4, background: '#b3492a' } })
      .toFormat(format)
      .toBuffer(),
  ]),
);
const font = readFileSync(require.resolve('@expo-google-fonts/rye/400Regular/Rye_400Regular.ttf'));

const makers = {
  'SVGs of hostile pieces': () => [
    'a.svg',
    Buffer.from(svg(Array.from({ length: 1 + Math.floor(random() * 8) }, () => pick(PIECES)).join(''))),
    pick(['materials', 'materials?longSide=400']),
  ],
  'figures that were damaged': () => ['b.svg', spoilt(Buffer.from(pick(figures))), 'materials'],
  'pictures that were damaged': () => {
    const [format, bytes] = pick(pictures);
    return [`c.${format}`, spoilt(bytes), 'materials'];
  },
  'fonts that were damaged': () => ['d.ttf', spoilt(font), 'typefaces'],
};

const brelm = new Brelm();
const at = await brelm.start('--empty');
let bad = 0;
for (const [name, make] of Object.entries(makers)) {
  const counts = {};
  const n = times(name.includes('SVG') ? 900 : 400);
  for (let i = 0; i < n; i++) {
    const [file, bytes, path] = make();
    const form = new FormData();
    form.append('file', new Blob([bytes]), file);
    const response = await fetch(`${at}/api/${path}`, { method: 'POST', body: form });
    const body = await response.json();
    counts[response.status] = (counts[response.status] ?? 0) + 1;
    const right =
      response.status === 201 || (response.status >= 400 && response.status < 500 && body.message);
    if (!right || /\/etc|node_modules/.test(body.message ?? '')) {
      bad++;
      console.log(`  ${name} ${i}: ${response.status} ${JSON.stringify(body).slice(0, 200)}`);
    }
  }
  console.log(
    `${name}: ${n}, answered ${JSON.stringify(counts)}; the server has ${brelm.memory().toFixed(0)} MB`,
  );
}
const health = await fetch(`${at}/api/health`);
console.log(`seed ${SEED}; ${bad} wrong answers; health ${health.status}`);
if (brelm.memory() > 1500) bad++;
await brelm.clean();
process.exit(bad || health.status !== 200 ? 1 : 0);
