// Draws the pictures that the collage and the traced sketch are made of, looking as photographs and scans do: uneven
// light, soft focus, grain. Run from the repository: node demo/designs/pictures/make-photographs.mjs
import { createRequire } from 'node:module';
import { writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

const here = dirname(fileURLToPath(import.meta.url));
const require = createRequire(join(here, '../../../apps/server/package.json'));
const { createCanvas } = require('@napi-rs/canvas');

/** Numbers that are the same every time (Mulberry32). */
const random = (seed) => () => {
  seed = (seed + 0x6d2b79f5) | 0;
  let t = Math.imul(seed ^ (seed >>> 15), 1 | seed);
  t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
  return ((t ^ (t >>> 14)) >>> 0) / 0x1_0000_0000;
};

const gradient = (c, from, to, stops) => {
  const g =
    from.length === 3 ? c.createRadialGradient(...from, ...to) : c.createLinearGradient(...from, ...to);
  for (const [at, colour] of stops) g.addColorStop(at, colour);
  return g;
};

/** Grain of a sensor or of paper, and light that falls off to the corners. */
function develop(canvas, seed, grain, falloff) {
  const { width, height } = canvas;
  const c = canvas.getContext('2d');
  const image = c.getImageData(0, 0, width, height);
  const next = random(seed);
  for (let i = 0; i < width * height; i++) {
    const [x, y] = [(i % width) / width - 0.5, Math.floor(i / width) / height - 0.5];
    const light = 1 - falloff * (x * x + y * y);
    const n = (next() + next() + next() - 1.5) * grain;
    for (let k = 0; k < 3; k++)
      image.data[4 * i + k] = image.data[4 * i + k] * light + n + (next() - 0.5) * grain * 0.4;
  }
  c.putImageData(image, 0, 0);
}

/** It is shown larger than the others. */
const LARGER = 1.6;

/** A storm lantern on a workbench before a dim room. */
function lantern() {
  const [W, H] = [1100, 1400];
  const canvas = createCanvas(W * LARGER, H * LARGER);
  const c = canvas.getContext('2d');
  c.scale(LARGER, LARGER);
  const next = random(17);
  c.fillStyle = gradient(
    c,
    [0, 0],
    [0, H],
    [
      [0, '#5e6a6c'],
      [0.7, '#7d8580'],
      [1, '#59605d'],
    ],
  );
  c.fillRect(0, 0, W, H);
  c.filter = `blur(${26 * LARGER}px)`;
  for (let i = 0; i < 46; i++) {
    const g = 90 + next() * 90;
    c.fillStyle = `rgba(${g + 10}, ${g + 12}, ${g - 4}, 0.35)`;
    c.beginPath();
    c.arc(next() * W, next() * H * 0.8, 20 + next() * 80, 0, 7);
    c.fill();
  }
  c.filter = 'none';
  c.fillStyle = gradient(
    c,
    [0, H - 190],
    [0, H],
    [
      [0, '#8f8574'],
      [1, '#6d6456'],
    ],
  );
  c.fillRect(0, H - 190, W, 190);
  c.filter = 'blur(14px)';
  c.fillStyle = 'rgba(30, 26, 22, 0.45)';
  c.beginPath();
  c.ellipse(W / 2 + 30, H - 150, 300, 44, 0, 0, 7);
  c.fill();
  c.filter = 'blur(0.8px)';
  const metal = (x0, x1) =>
    gradient(
      c,
      [x0, 0],
      [x1, 0],
      [
        [0, '#1c1a17'],
        [0.16, '#6c6152'],
        [0.3, '#d5c6a6'],
        [0.42, '#4a4238'],
        [0.7, '#2b2722'],
        [0.88, '#87785f'],
        [1, '#191714'],
      ],
    );
  const shape = (points, fill) => {
    c.beginPath();
    points.forEach(([x, y], i) => (i ? c.lineTo(x, y) : c.moveTo(x, y)));
    c.closePath();
    c.fillStyle = fill;
    c.fill();
  };
  const cx = W / 2;
  // Handle.
  c.strokeStyle = '#2d2923';
  c.lineWidth = 15;
  c.beginPath();
  c.ellipse(cx, 330, 190, 260, 0, Math.PI * 1.02, Math.PI * 1.98);
  c.stroke();
  c.strokeStyle = '#a1937a';
  c.lineWidth = 4;
  c.stroke();
  // Cap and chimney.
  shape(
    [
      [cx - 70, 210],
      [cx + 70, 210],
      [cx + 96, 300],
      [cx - 96, 300],
    ],
    metal(cx - 96, cx + 96),
  );
  shape(
    [
      [cx - 150, 296],
      [cx + 150, 296],
      [cx + 196, 372],
      [cx - 196, 372],
    ],
    metal(cx - 196, cx + 196),
  );
  // Glass with its flame.
  c.beginPath();
  c.moveTo(cx - 150, 376);
  c.bezierCurveTo(cx - 270, 560, cx - 270, 800, cx - 150, 960);
  c.lineTo(cx + 150, 960);
  c.bezierCurveTo(cx + 270, 800, cx + 270, 560, cx + 150, 376);
  c.closePath();
  c.fillStyle = gradient(
    c,
    [cx, 720, 20],
    [cx, 700, 330],
    [
      [0, '#fff7d8'],
      [0.18, '#ffdf8a'],
      [0.5, '#d29a45'],
      [0.8, '#7a5526'],
      [1, '#3d2e1a'],
    ],
  );
  c.fill();
  c.strokeStyle = 'rgba(250, 244, 224, 0.5)';
  c.lineWidth = 10;
  c.beginPath();
  c.moveTo(cx - 178, 480);
  c.bezierCurveTo(cx - 224, 600, cx - 220, 760, cx - 176, 860);
  c.stroke();
  c.beginPath();
  c.moveTo(cx, 560);
  c.bezierCurveTo(cx + 72, 690, cx + 52, 800, cx, 812);
  c.bezierCurveTo(cx - 52, 800, cx - 72, 690, cx, 560);
  c.fillStyle = gradient(
    c,
    [cx, 770, 6],
    [cx, 700, 130],
    [
      [0, '#ffffff'],
      [0.5, '#fff1ad'],
      [1, '#ffb84a'],
    ],
  );
  c.fill();
  // Wires of the cage.
  for (const k of [-1, -0.42, 0.42, 1]) {
    c.strokeStyle = '#2a251f';
    c.lineWidth = 11;
    c.beginPath();
    c.moveTo(cx + 168 * k, 366);
    c.bezierCurveTo(cx + 286 * k, 560, cx + 286 * k, 800, cx + 168 * k, 970);
    c.stroke();
    c.strokeStyle = 'rgba(214, 198, 166, 0.65)';
    c.lineWidth = 3;
    c.stroke();
  }
  c.strokeStyle = '#2a251f';
  c.lineWidth = 12;
  c.beginPath();
  c.ellipse(cx, 668, 262, 30, 0, 0, Math.PI);
  c.stroke();
  // Burner and font.
  shape(
    [
      [cx - 130, 952],
      [cx + 130, 952],
      [cx + 158, 1030],
      [cx - 158, 1030],
    ],
    metal(cx - 158, cx + 158),
  );
  c.beginPath();
  c.ellipse(cx, 1122, 262, 104, 0, 0, 7);
  c.fillStyle = metal(cx - 262, cx + 262);
  c.fill();
  shape(
    [
      [cx - 262, 1122],
      [cx + 262, 1122],
      [cx + 240, 1232],
      [cx - 240, 1232],
    ],
    metal(cx - 262, cx + 262),
  );
  c.fillStyle = '#c9a64c';
  c.beginPath();
  c.arc(cx + 176, 1096, 22, 0, 7);
  c.fill();
  c.filter = 'none';
  develop(canvas, 5, 15, 0.7);
  return canvas;
}

/** A moth pinned on card, under a lamp from the left. */
function moth() {
  const [W, H] = [1300, 950];
  const canvas = createCanvas(W, H);
  const c = canvas.getContext('2d');
  c.fillStyle = gradient(
    c,
    [0, 0],
    [W, H],
    [
      [0, '#f0ebdf'],
      [0.6, '#dcd6c8'],
      [1, '#c2bbad'],
    ],
  );
  c.fillRect(0, 0, W, H);
  c.filter = 'blur(16px)';
  c.fillStyle = 'rgba(70, 62, 52, 0.28)';
  c.beginPath();
  c.ellipse(W / 2 + 26, H / 2 + 62, 470, 190, 0, 0, 7);
  c.fill();
  c.filter = 'blur(0.7px)';
  const next = random(41);
  const wing = (side, hind) => {
    c.save();
    c.translate(W / 2, H / 2 - 40);
    c.scale(side, 1);
    c.beginPath();
    c.moveTo(22, hind ? 60 : -30);
    if (hind) {
      c.bezierCurveTo(190, 40, 340, 120, 330, 250);
      c.bezierCurveTo(310, 350, 150, 350, 22, 170);
    } else {
      c.bezierCurveTo(180, -250, 430, -330, 560, -250);
      c.bezierCurveTo(600, -130, 520, 40, 330, 90);
      c.bezierCurveTo(200, 110, 90, 90, 22, 70);
    }
    c.closePath();
    c.fillStyle = gradient(
      c,
      [0, 0, 20],
      [120, 0, 600],
      hind
        ? [
            [0, '#4c3a28'],
            [0.5, '#9a7c50'],
            [1, '#57412b'],
          ]
        : [
            [0, '#3c3026'],
            [0.35, '#8b7350'],
            [0.7, '#c9b287'],
            [1, '#5a4732'],
          ],
    );
    c.fill();
    c.clip();
    for (let i = 0; i < 60; i++) {
      c.strokeStyle = `rgba(${40 + next() * 40}, ${30 + next() * 30}, 20, ${0.1 + next() * 0.25})`;
      c.lineWidth = 1 + next() * 4;
      const r = 90 + next() * 480;
      c.beginPath();
      c.arc(-20, hind ? 40 : 20, r, -1.5, 1.3);
      c.stroke();
    }
    const [ex, ey, r] = hind ? [210, 190, 44] : [330, -110, 58];
    for (const [k, colour] of [
      [1, '#241c15'],
      [0.74, '#d9b45f'],
      [0.5, '#2a211a'],
      [0.2, '#e9e2d0'],
    ]) {
      c.fillStyle = colour;
      c.beginPath();
      c.arc(ex, ey, r * k, 0, 7);
      c.fill();
    }
    c.restore();
  };
  for (const side of [-1, 1]) {
    wing(side, true);
    wing(side, false);
  }
  // Body, with fur that stands off it.
  c.fillStyle = '#6d5336';
  c.beginPath();
  c.ellipse(W / 2, H / 2 + 30, 44, 150, 0, 0, 7);
  c.fill();
  for (let i = 0; i < 1500; i++) {
    const t = next();
    const y = H / 2 - 120 + t * 330;
    const w = 46 * Math.sin(Math.PI * Math.min(0.97, 0.18 + t * 0.82)) + 8;
    const a = (next() - 0.5) * Math.PI;
    const s = next() < 0.5 ? -1 : 1;
    c.strokeStyle = `rgb(${70 + next() * 110}, ${54 + next() * 80}, ${34 + next() * 50})`;
    c.lineWidth = 1.4;
    c.beginPath();
    c.moveTo(W / 2 + s * w * next(), y);
    c.lineTo(W / 2 + s * (w + 10 * Math.cos(a)), y + 16 + 8 * next());
    c.stroke();
  }
  for (const s of [-1, 1]) {
    c.strokeStyle = '#3b2d20';
    c.lineWidth = 5;
    c.beginPath();
    c.moveTo(W / 2 + s * 14, H / 2 - 120);
    c.bezierCurveTo(W / 2 + s * 40, H / 2 - 250, W / 2 + s * 120, H / 2 - 300, W / 2 + s * 180, H / 2 - 310);
    c.stroke();
    for (let i = 0; i < 26; i++) {
      const t = i / 26;
      const x = W / 2 + s * (14 + 166 * t ** 1.3);
      const y = H / 2 - 120 - 190 * t ** 0.6;
      c.lineWidth = 2;
      c.beginPath();
      c.moveTo(x, y);
      c.lineTo(x + s * 14, y + 20 - 12 * t);
      c.stroke();
    }
  }
  c.filter = 'none';
  develop(canvas, 9, 8, 0.25);
  return canvas;
}

/** A pencil sketch of a teapot owl on paper, photographed aslant under a lamp. */
function sketch() {
  const [W, H] = [1200, 1200];
  const canvas = createCanvas(W, H);
  const c = canvas.getContext('2d');
  c.fillStyle = gradient(
    c,
    [W * 0.3, H * 0.25, 60],
    [W * 0.4, H * 0.4, W],
    [
      [0, '#f7f2e6'],
      [0.5, '#dfd8c9'],
      [1, '#a59d8e'],
    ],
  );
  c.fillRect(0, 0, W, H);
  const next = random(77);
  c.lineCap = c.lineJoin = 'round';
  /** A line as a hand with a soft pencil draws it: two strokes that do not quite agree. */
  const hand = (draw, wide = 9) => {
    for (const [w, alpha] of [
      [wide, 0.85],
      [wide * 0.6, 0.6],
    ]) {
      c.save();
      c.translate((next() - 0.5) * 3, (next() - 0.5) * 3);
      c.strokeStyle = `rgba(46, 44, 46, ${alpha})`;
      c.lineWidth = w;
      c.beginPath();
      draw();
      c.stroke();
      c.restore();
    }
  };
  // The pot is the owl's body.
  hand(() => {
    c.moveTo(600, 330);
    c.bezierCurveTo(900, 330, 930, 620, 880, 820);
    c.bezierCurveTo(850, 960, 740, 1000, 600, 1000);
    c.bezierCurveTo(460, 1000, 350, 960, 320, 820);
    c.bezierCurveTo(270, 620, 300, 330, 600, 330);
  }, 12);
  hand(() => {
    c.moveTo(420, 380);
    c.lineTo(390, 250);
    c.lineTo(510, 338);
    c.moveTo(780, 380);
    c.lineTo(810, 250);
    c.lineTo(690, 338);
  }, 11);
  for (const s of [-1, 1]) {
    hand(() => c.ellipse(600 + s * 120, 540, 96, 96, 0, 0, 7), 11);
    hand(() => c.ellipse(600 + s * 112, 544, 42, 42, 0, 0, 7), 10);
    c.fillStyle = 'rgba(46, 44, 46, 0.92)';
    c.beginPath();
    c.arc(600 + s * 110, 546, 30, 0, 7);
    c.fill();
  }
  hand(() => {
    c.moveTo(600, 590);
    c.lineTo(562, 650);
    c.lineTo(600, 700);
    c.lineTo(638, 650);
    c.closePath();
  }, 10);
  for (let row = 0; row < 3; row++)
    for (let k = 0; k < 5 - row; k++)
      hand(() => c.arc(600 + (k - (4 - row) / 2) * 92, 760 + row * 66, 34, 0.15, Math.PI - 0.15), 7);
  // Spout and handle are its wings.
  hand(() => {
    c.moveTo(872, 640);
    c.bezierCurveTo(1000, 640, 1010, 480, 1090, 440);
    c.moveTo(890, 780);
    c.bezierCurveTo(1040, 760, 1050, 560, 1120, 490);
    c.moveTo(1090, 440);
    c.lineTo(1120, 490);
  }, 11);
  hand(() => {
    c.moveTo(322, 600);
    c.bezierCurveTo(150, 560, 120, 820, 330, 800);
  }, 13);
  hand(() => {
    c.moveTo(600, 330);
    c.lineTo(600, 262);
    c.moveTo(628, 236);
    c.arc(600, 236, 28, 0, 7);
  }, 9);
  hand(() => {
    c.moveTo(470, 1000);
    c.lineTo(450, 1060);
    c.lineTo(520, 1040);
    c.moveTo(730, 1000);
    c.lineTo(750, 1060);
    c.lineTo(680, 1040);
  }, 10);
  // Steam.
  for (const k of [0, 1, 2])
    hand(() => {
      c.moveTo(1080 + k * 26, 400);
      c.bezierCurveTo(1050 + k * 26, 350, 1120 + k * 26, 320, 1084 + k * 26, 260);
    }, 6);
  develop(canvas, 31, 12, 0.35);
  return canvas;
}

for (const [name, make] of Object.entries({ lantern, moth, 'teapot-owl-sketch': sketch }))
  writeFileSync(join(process.argv[2] ?? here, `${name}.jpg`), make().toBuffer('image/jpeg', 86));
