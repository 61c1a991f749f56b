// The drawings of `findings.md`, one a check: what is found on the left, what is meant on the right.
// `node docs/help/drawings/make.mjs` writes them all, and puts each below its heading.
import { readFileSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

const SOOT = '#2c2d30';
const PINE = '#274a3f';
const BONE = '#e9e1cf';
const CARD = '#fffdf9';
const PALE = '#f3ead6';
const GOLD = '#d99a2b';
const RUST = '#b23a24';
const MOSS = '#4a7a34';
const EDGE = '#8a8474';

/** Width and height of one picture, and the space between two. */
const [W, H, GAP] = [124, 88, 12];

const dashed = ` stroke="${EDGE}" stroke-width="1.5" stroke-dasharray="4 3"`;
const word = (x, y, size, fill, text = 'OWL', more = '') =>
  `<text x="${x}" y="${y}" font-family="sans-serif" font-weight="700" font-size="${size}" text-anchor="middle" fill="${fill}"${more}>${text}</text>`;
const rect = (x, y, w, h, fill, more = '') =>
  `<rect x="${x}" y="${y}" width="${w}" height="${h}" fill="${fill}"${more}/>`;
const disc = (x, y, r, fill, more = '') => `<circle cx="${x}" cy="${y}" r="${r}" fill="${fill}"${more}/>`;
const path = (d, fill, more = '') => `<path d="${d}" fill="${fill}"${more}/>`;
const line = (d, stroke, width, more = '') =>
  `<path d="${d}" fill="none" stroke="${stroke}" stroke-width="${width}"${more}/>`;
/** An owl of a height around a middle; its eyes are holes unless they have a colour. */
const owl = (x, y, h, fill, eye = SOOT) => {
  const s = h / 60;
  const body = 'M-20-28C-12-22 12-22 20-28C24-14 24 8 18 20C12 32-12 32-18 20C-24 8-24-14-20-28Z';
  return `<g transform="translate(${x} ${y}) scale(${s})">${path(body, fill)}${disc(-9, -8, 7, eye)}${disc(9, -8, 7, eye)}${path('M-4 2L4 2L0 9Z', eye)}</g>`;
};
/** The same dots every time. */
const dots = (n, seed, inside, draw) => {
  let state = seed;
  const next = () => (state = (state * 48271) % 2147483647) / 2147483647;
  let out = '';
  for (let made = 0; made < n;) {
    const [x, y, r] = [next() * W, next() * H, next()];
    if (!inside(x, y)) continue;
    out += draw(Math.round(x * 10) / 10, Math.round(y * 10) / 10, r);
    made++;
  }
  return out;
};
const code = (x, y, cell, fill) => {
  const rows = ['1110101', '1010011', '1110110', '0001010', '1011101', '0100011', '1101101'];
  const squares = rows.flatMap((row, j) =>
    [...row].flatMap((on, i) =>
      on === '1' ? [`M${x + i * cell} ${y + j * cell}h${cell}v${cell}h${-cell}Z`] : [],
    ),
  );
  return path(squares.join(''), fill);
};
const mug = (art) =>
  `${rect(30, 16, 56, 60, CARD, ` rx="4" stroke="${EDGE}" stroke-width="1.5"`)}${line('M86 30C106 26 106 62 86 58', EDGE, 5)}${art}`;
const star = (points, outer, inner) =>
  Array.from({ length: points * 2 }, (_, i) => {
    const r = i % 2 ? inner : outer;
    const a = (Math.PI * i) / points - Math.PI / 2;
    return `${i ? 'L' : 'M'}${(62 + r * Math.cos(a)).toFixed(1)} ${(44 + r * Math.sin(a)).toFixed(1)}`;
  }).join('') + 'Z';
const area = rect(22, 8, 80, 72, 'none', dashed);
const stripes = [0, 1, 2, 3, 4].map((i) => rect(14, 10 + i * 15, 96, 8, GOLD)).join('');
const strokes = (from, to, step, ink) => {
  let out = '';
  for (let a = from; a < to; a += step) {
    const [c, s] = [Math.cos(a), Math.sin(a)];
    out += `M${(62 + 24 * c).toFixed(1)} ${(44 + 24 * s).toFixed(1)}L${(62 + 36 * c).toFixed(1)} ${(44 + 36 * s).toFixed(1)}`;
  }
  return line(out, ink, 4);
};
const wave = 'M14 56C38 24 78 24 110 56';
const ringOf = (inner) =>
  path(`M62 12A32 32 0 1 1 61.9 12ZM62 ${44 - inner}A${inner} ${inner} 0 1 0 62.1 ${44 - inner}Z`, PALE);

/** [on, found, meant, what it shows]; of a pair of grounds the second is that of what is meant. */
const DRAWINGS = {
  contrast: [
    SOOT,
    word(62, 56, 34, '#45413f'),
    word(62, 56, 34, PALE),
    'Words nearly as dark as the cloth, and pale ones',
  ],
  box: [
    PINE,
    rect(26, 8, 72, 72, CARD) + owl(62, 44, 60, GOLD, SOOT),
    owl(62, 44, 60, GOLD, SOOT),
    'A figure in a white box, and the figure alone',
  ],
  resolution: [
    SOOT,
    path('M42 14h40v10h10v40h-10v10h-40v-10h-10v-40h10Z', GOLD) +
      rect(42, 34, 10, 10, SOOT) +
      rect(72, 34, 10, 10, SOOT),
    disc(62, 44, 32, GOLD) + disc(49, 38, 6, SOOT) + disc(75, 38, 6, SOOT),
    'A figure in coarse squares, and a smooth one',
  ],
  'safe-area': [
    CARD,
    area + owl(80, 44, 60, PINE, CARD),
    area + owl(62, 44, 56, PINE, CARD),
    'A figure over the dashed line, and one inside it',
  ],
  zone: [
    CARD,
    owl(62, 50, 62, PINE, CARD) + disc(62, 22, 11, 'none', ` stroke="${RUST}" stroke-width="2"`),
    owl(62, 56, 48, PINE, CARD) + disc(62, 18, 11, 'none', ` stroke="${EDGE}" stroke-width="2"`),
    'A figure where a hole is, and one below it',
  ],
  letters: [
    SOOT,
    word(44, 56, 32, PALE, 'OW') + rect(76, 32, 18, 24, 'none', ` stroke="${RUST}" stroke-width="2"`),
    word(62, 56, 32, PALE),
    'A word with an empty box for a letter, and the word',
  ],
  typeface: [
    SOOT,
    line('M20 56H104', RUST, 2, ' stroke-dasharray="4 3"'),
    word(62, 56, 32, PALE),
    'An empty line, and a word on it',
  ],
  ring: [
    SOOT,
    strokes(0, 6.2, 0.26, PALE) + strokes(-0.5, 0.7, 0.21, RUST),
    strokes(0.5, 5.8, 0.3, PALE),
    'A ring of letters that run into one another, and one with room',
  ],
  baseline: [
    SOOT,
    line(wave, EDGE, 1.5, ' stroke-dasharray="4 3"') + word(62, 74, 22, PALE, 'NIGHT'),
    `${line(wave, EDGE, 1.5, ' stroke-dasharray="4 3"')}<path id="b" d="M14 51C38 19 78 19 110 51" fill="none"/><text font-family="sans-serif" font-weight="700" font-size="22" fill="${PALE}" text-anchor="middle"><textPath href="#b" startOffset="50%">NIGHT</textPath></text>`,
    'Words straight below a line that is gone, and words along it',
  ],
  keyline: [SOOT, ringOf(29), ringOf(18), 'A ring that its keyline has all but filled, and a ring'],
  window: [
    SOOT,
    stripes + disc(62, 44, 32, 'none', dashed),
    `<clipPath id="w"><circle cx="62" cy="44" r="32"/></clipPath><g clip-path="url(#w)">${stripes}</g>`,
    'Stripes beside a dashed disc, and stripes inside it',
  ],
  circle: [
    CARD,
    rect(14, 32, 34, 26, PINE) +
      rect(76, 32, 34, 26, GOLD) +
      line('M50 38C58 28 66 28 72 36M74 52C66 62 58 62 52 54', RUST, 2.5) +
      path('M76 41L67 38L74 31ZM48 49L57 52L50 59Z', RUST),
    rect(14, 32, 34, 26, PINE) +
      rect(76, 32, 34, 26, GOLD) +
      line('M48 45H68', MOSS, 2.5) +
      path('M76 45L66 39V51Z', MOSS),
    'Two parts that cut each other, and one that cuts the other',
  ],
  'cut-away': [
    SOOT,
    disc(62, 44, 22, 'none', dashed),
    path('M62 22A22 22 0 1 1 40 44A22 22 0 0 0 62 22Z', GOLD),
    'The outline of a part of which nothing is left, and a part of which some is',
  ],
  worn: [
    SOOT,
    word(62, 58, 40, PALE) +
      dots(
        90,
        7,
        (_, y) => y > 24 && y < 64,
        (x, y, r) => disc(x, y, (1.2 + r * 2.6).toFixed(1), SOOT),
      ),
    word(62, 58, 40, PALE) +
      dots(
        22,
        7,
        (_, y) => y > 24 && y < 64,
        (x, y, r) => disc(x, y, (0.8 + r * 1.2).toFixed(1), SOOT),
      ),
    'A word that wear has all but taken, and one with a few specks',
  ],
  interior: [
    SOOT,
    owl(62, 44, 66, GOLD, SOOT),
    owl(62, 44, 66, GOLD, PALE),
    'A figure whose eyes are of the cloth’s colour, and one with pale eyes',
  ],
  extent: [
    CARD,
    area + owl(62, 22, 18, PINE, CARD),
    area + owl(62, 44, 60, PINE, CARD),
    'A small figure in a large area, and one that fills it',
  ],
  centre: [
    CARD,
    line('M62 6V82', EDGE, 1.5, ' stroke-dasharray="4 3"') + owl(80, 44, 56, PINE, CARD),
    line('M62 6V82', EDGE, 1.5, ' stroke-dasharray="4 3"') + owl(62, 44, 56, PINE, CARD),
    'A figure beside the middle, and one in it',
  ],
  rights: [
    CARD,
    owl(50, 44, 58, PINE, CARD) + word(94, 58, 40, RUST, '?'),
    owl(50, 44, 58, PINE, CARD) + line('M84 46L92 55L106 34', MOSS, 5),
    'A figure with a question mark, and one with a tick',
  ],
  alone: [
    SOOT,
    owl(62, 44, 50, GOLD, SOOT),
    owl(62, 32, 44, GOLD, SOOT) + word(62, 78, 18, PALE, 'NIGHT SHIFT'),
    'A figure alone, and one with words',
  ],
  haze: [
    SOOT,
    `<radialGradient id="h"><stop offset="0.3" stop-color="${PALE}"/><stop offset="1" stop-color="${PALE}" stop-opacity="0"/></radialGradient>` +
      disc(62, 44, 38, 'url(#h)') +
      dots(
        40,
        11,
        (x, y) => Math.hypot(x - 62, y - 44) > 18 && Math.hypot(x - 62, y - 44) < 38,
        (x, y) => rect(x, y, 1.4, 1.4, CARD),
      ),
    disc(62, 44, 17, PALE) +
      [22, 28, 34]
        .map((r, k) =>
          Array.from({ length: 16 + k * 4 }, (_, i) => {
            const a = (2 * Math.PI * i) / (16 + k * 4);
            return disc(
              (62 + r * Math.cos(a)).toFixed(1),
              (44 + r * Math.sin(a)).toFixed(1),
              (2.6 - k * 0.7).toFixed(1),
              PALE,
            );
          }).join(''),
        )
        .join(''),
    'A soft glow that prints as specks, and one of hard dots',
  ],
  fringe: [
    SOOT,
    `<g stroke="${CARD}" stroke-width="3">${owl(62, 44, 64, GOLD, SOOT).replace('<path', '<path stroke-width="4"')}</g>`,
    owl(62, 44, 64, GOLD, SOOT),
    'A figure with a pale rim, and one without',
  ],
  specks: [
    SOOT,
    owl(62, 44, 56, GOLD, SOOT) +
      dots(
        40,
        5,
        (x, y) => Math.hypot(x - 62, y - 44) > 30,
        (x, y) => disc(x, y, 0.9, GOLD),
      ),
    owl(62, 44, 56, GOLD, SOOT),
    'A figure among specks, and without them',
  ],
  'thin-ink': [
    SOOT,
    line('M16 66L62 18L108 66', PALE, 0.7),
    line('M16 66L62 18L108 66', PALE, 5),
    'A line like a hair, and one that holds',
  ],
  'thin-gap': [
    SOOT,
    rect(18, 20, 43.6, 48, GOLD) + rect(62.4, 20, 43.6, 48, GOLD),
    rect(16, 20, 42, 48, GOLD) + rect(66, 20, 42, 48, GOLD),
    'A gap like a hair between two parts, and one that stays open',
  ],
  'thin-keyline': [
    SOOT,
    disc(62, 44, 28, '#3d3936', ` stroke="${PALE}" stroke-width="0.7"`),
    disc(62, 44, 28, '#3d3936', ` stroke="${PALE}" stroke-width="4"`),
    'A dark part with a line like a hair around it, and with one that holds',
  ],
  distance: [
    CARD,
    rect(78, 18, 34, 52, PINE) +
      word(95, 47, 5, PALE, 'NIGHT') +
      line('M12 44C22 34 32 34 42 44C32 54 22 54 12 44Z', SOOT, 2) +
      disc(27, 44, 4, SOOT),
    rect(78, 18, 34, 52, PINE) +
      word(95, 48, 12, PALE, 'OWL') +
      line('M12 44C22 34 32 34 42 44C32 54 22 54 12 44Z', SOOT, 2) +
      disc(27, 44, 4, SOOT),
    'An eye before tiny words, and before large ones',
  ],
  eyes: [
    '#6b7d2e',
    word(62, 54, 34, '#c0392b'),
    word(62, 54, 34, PALE),
    'Red words on green, and pale ones on it',
  ],
  spelling: [
    SOOT,
    word(62, 54, 30, PALE, 'OWLL') + line('M26 64q4-5 8 0t8 0t8 0t8 0t8 0t8 0t8 0t8 0t8 0', RUST, 2),
    word(62, 54, 30, PALE),
    'A word that no dictionary has, and one that it has',
  ],
  code: [
    CARD,
    code(36, 18, 7.4, SOOT) + disc(68, 50, 17, GOLD),
    code(36, 18, 7.4, SOOT),
    'A code that a part lies over, and a free one',
  ],
  'code-size': [
    CARD,
    code(55, 37, 2, SOOT),
    code(36, 18, 7.4, SOOT),
    'A tiny code, and one that a camera reads',
  ],
  'code-contrast': [
    SOOT,
    code(36, 18, 7.4, '#4b4744'),
    rect(28, 10, 68, 68, CARD) + code(36, 18, 7.4, SOOT),
    'A dark code on dark cloth, and one on a pale ground',
  ],
  'too-much': [
    CARD,
    dots(
      130,
      3,
      () => true,
      (x, y, r) => disc(x, y, (1.5 + r * 2).toFixed(1), PINE),
    ),
    dots(
      24,
      9,
      (x, y) => x > 10 && x < 114 && y > 10 && y < 78,
      (x, y, r) => disc(x, y, (2 + r * 3).toFixed(1), PINE),
    ),
    'More dots than can be drawn, and a few',
  ],
  'cut-line': [
    BONE,
    path(star(9, 36, 13), PINE) + line(star(9, 41, 15), RUST, 1.5),
    path(star(9, 30, 13), PINE) +
      line('M62 6C84 6 100 23 100 44S84 82 62 82S24 65 24 44S40 6 62 6Z', MOSS, 1.5),
    'A cut that follows every spike, and one that a blade can follow',
  ],
  nothing: [CARD, area, area + owl(62, 44, 56, PINE, CARD), 'An empty area, and one with a figure'],
  off: [
    CARD,
    rect(40, 8, 76, 72, 'none', dashed) + owl(20, 44, 40, PINE, CARD),
    area + owl(62, 44, 56, PINE, CARD),
    'A figure beside the area, and one in it',
  ],
  cut: [
    CARD,
    `<clipPath id="c"><rect x="22" y="8" width="80" height="72"/></clipPath>${area}<g clip-path="url(#c)">${owl(90, 44, 66, PINE, CARD)}</g>`,
    area + owl(62, 44, 56, PINE, CARD),
    'A figure that the edge of the area cuts, and a whole one',
  ],
  safe: [
    BONE,
    rect(12, 6, 100, 76, CARD, ' rx="8"') +
      rect(22, 14, 80, 60, 'none', ` rx="4" stroke="${EDGE}" stroke-width="1.5" stroke-dasharray="4 3"`) +
      word(66, 76, 24, PINE, 'NIGHTS'),
    rect(12, 6, 100, 76, CARD, ' rx="8"') +
      rect(22, 14, 80, 60, 'none', ` rx="4" stroke="${EDGE}" stroke-width="1.5" stroke-dasharray="4 3"`) +
      word(62, 52, 19, PINE, 'NIGHTS'),
    'Words out of the dashed line near the edge, and words within it',
  ],
  ground: [
    BONE,
    rect(30, 6, 64, 76, CARD, ` stroke="${EDGE}"`) + owl(62, 44, 52, PINE, CARD),
    rect(30, 6, 64, 76, GOLD) + owl(62, 44, 52, PINE, GOLD),
    'A poster with a bare ground, and one with a coloured ground',
  ],
  wrap: [
    BONE,
    mug(
      `<clipPath id="m"><rect x="31" y="17" width="54" height="58"/></clipPath><g clip-path="url(#m)">${word(62, 56, 30, PINE, 'NIGHT OWL')}</g>`,
    ),
    mug(word(58, 42, 15, PINE, 'NIGHT') + word(58, 60, 15, PINE, 'OWL')),
    'Words that go round a mug, and words that its front shows',
  ],
  mirror: [
    CARD,
    `<g transform="translate(124 0) scale(-1 1)">${word(62, 56, 34, PINE)}</g>`,
    word(62, 56, 34, PINE),
    'Mirrored words of the file, and as they are pressed',
  ],
  small: [
    SOOT,
    owl(62, 30, 14, GOLD, SOOT),
    owl(62, 44, 62, GOLD, SOOT),
    'A figure lost on the cloth, and one that fills it',
  ],
};

const cell = (x, ground, body, mark) =>
  `<g transform="translate(${x} 0)"><clipPath id="k${x}"><rect width="${W}" height="${H}" rx="6"/></clipPath><g clip-path="url(#k${x})">${rect(0, 0, W, H, ground)}${body}</g>${rect(0.5, 0.5, W - 1, H - 1, 'none', ` rx="6" stroke="${EDGE}" stroke-opacity="0.6"`)}${mark}</g>`;
const found = `${disc(W / 2, H + 11, 7, RUST)}${line(`M${W / 2 - 3} ${H + 8}l6 6m0-6l-6 6`, '#fff', 2)}`;
const meant = `${disc(W / 2, H + 11, 7, MOSS)}${line(`M${W / 2 - 3.5} ${H + 11}l2.5 3l4.5-5.5`, '#fff', 2)}`;
/** What is no fault has no cross. */
const neither = { mirror: true };

const here = dirname(fileURLToPath(import.meta.url));
for (const [check, [ground, wrong, right, alt]] of Object.entries(DRAWINGS)) {
  const [w, h] = [2 * W + GAP, H + 20];
  const tell = check in neither ? ['', ''] : [found, meant];
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${w}" height="${h}" viewBox="0 0 ${w} ${h}" role="img"><title>${alt}</title>${cell(0, ground, wrong, tell[0])}${cell(W + GAP, ground, right, tell[1])}</svg>\n`;
  writeFileSync(join(here, `${check}.svg`), svg);
}

// Each below the heading of its check, with the same words for those who do not see it.
const page = join(here, '../findings.md');
const sections = readFileSync(page, 'utf8')
  .replace(/^!\[.*\]\(drawings\/.*\)\n\n/gm, '')
  .replace(/^## (.+)\n/gm, (heading, name) => {
    const check = name.toLowerCase().replace(/ /g, '-');
    return `${heading}![${DRAWINGS[check][3]}](drawings/${check}.svg)\n\n`;
  });
writeFileSync(page, sections);
console.log(`${Object.keys(DRAWINGS).length} drawings`);
