// Pictures: how near each way of cutting out comes to the true cut-out, how long steps take on the board's copy, and
// tracing against the common JavaScript tracer.
import { median, report, require, testing, timed } from './measure.mjs';

const { blurImage, enlarge, resample } = require('@brelm/core/raster');
const { applyStep, newStep, treatmentFor, treatPicture } = require('@brelm/core/steps');
const { artOf, trace, TRACE } = require('@brelm/core/trace');
const { toSvgPath } = require('@brelm/core/geometry');
const { lineOfStroke, nodesPath } = require('@brelm/core/parts');
const { centreLines } = require('@brelm/core/sketch');
const { createCanvas, Path2D } = require('@napi-rs/canvas');
const { cutOutCase, cutOutError, EDGES, GROUNDS } = testing('cut-outs');

const INKS = { ink: '#203040', light: '#f0e8d0' };
const SIDE = 480;
const stroke = (points) => ({
  ...{ does: 'paint', size: 14, hardness: 1, flow: 1, specks: 0 },
  points: points.flatMap((v, i) => (i % 2 ? [v * SIDE, 1] : [v * SIDE])),
});
const marked = newStep('marks', INKS, {
  strokes: [stroke([0.4, 0.4, 0.6, 0.6]), stroke([0.6, 0.4, 0.42, 0.6])],
});
const byHand = newStep('outline', INKS, {
  loops: [
    {
      // As a hand goes round: forty points, each a little off.
      points: Array.from({ length: 40 }, (_, i) => {
        const a = (i / 40) * 2 * Math.PI;
        const r = 0.29 + 0.045 * Math.sin(3 * a + 0.7) + 0.025 * Math.sin(5 * a) + 0.003 * Math.sin(17 * i);
        return [SIDE * (0.5 + r * Math.cos(a)), SIDE * (0.5 + r * Math.sin(a))];
      }),
      ...{ curved: true, takes: false },
    },
  ],
});
const edge = newStep('edge', INKS, { hair: 6, smooth: 0 });
const WAYS = {
  'by its ground': {
    steps: [newStep('ground', INKS, { tolerance: 12 })],
    on: ['plain', 'graded', 'shadowed', 'green'],
  },
  'by a colour': { steps: [newStep('screen', INKS, { colour: '#2fac46' })], on: ['green'] },
  'by marking': { steps: [marked], on: GROUNDS },
  'by hand': { steps: [byHand], on: GROUNDS },
};

for (const [way, { steps, on }] of Object.entries(WAYS)) {
  const errors = { plain: [], fine: [] };
  for (const ground of on)
    for (const kind of EDGES.filter((e) => e !== 'glass')) {
      const of = cutOutCase(ground, kind, SIDE);
      const cut = (list) =>
        cutOutError(
          of,
          treatPicture(
            of.picture,
            treatmentFor(list, (i) => i, 0),
          ),
        );
      errors.plain.push(cut(steps));
      errors.fine.push(cut([...steps, edge]));
    }
  const mean = (list, key) => list.reduce((s, e) => s + e[key], 0) / list.length;
  const [iou, fringe, finer] = [
    Math.min(...errors.plain.map((e) => e.iou)),
    mean(errors.plain, 'fringe'),
    mean(errors.fine, 'fringe'),
  ];
  report(
    `cut out ${way}, sharp edges and hair: least IoU`,
    iou.toFixed(3),
    way === 'by hand' ? 'at least 0.9' : 'at least 0.97',
    iou >= (way === 'by hand' ? 0.9 : 0.97),
    `mean error of alpha at the edge ${mean(errors.plain, 'edge').toFixed(3)}, with the edge step ${mean(errors.fine, 'edge').toFixed(3)}; fringe ${Math.round(100 * fringe)} % and ${Math.round(100 * finer)} %`,
  );
}

// Steps on four megapixels, against a plain copy of them blurred by a px: what any pass over a picture costs.
const large = cutOutCase('graded', 'sharp', 2000).picture;
const reference = [];
for (let i = 0; i < 3; i++) reference.push((await timed(() => blurImage(large, 1)))[0]);
for (const kind of [
  'levels',
  'tint',
  'balance',
  'light',
  'raised',
  'surface',
  'grain',
  'halftone',
  'ground',
  'edge',
]) {
  const step = newStep(kind, INKS);
  const times = [];
  for (let i = 0; i < 3; i++)
    times.push((await timed(() => applyStep(large, step, { scale: 1, untouched: large, light: 315 })))[0]);
  const ratio = median(times) / median(reference);
  report(
    `step ${kind} at 4 megapixels ÷ a blur by one px`,
    ratio.toFixed(2),
    'at most 4',
    ratio <= 4,
    `${Math.round(median(times))} ms`,
  );
}

/** Three pictures of 1,200 × 1,200: flat artwork, a photograph, and a drawing on paper. */
function pictures() {
  const side = 1200;
  const flat = createCanvas(side, side).getContext('2d');
  flat.fillStyle = '#f2ead8';
  flat.fillRect(0, 0, side, side);
  ['#20262a', '#b3492a', '#e6b84c', '#1f5f50'].forEach((colour, i) => {
    flat.fillStyle = colour;
    flat.beginPath();
    flat.arc(350 + 170 * i, 420 + 130 * (i % 2), 240 - 30 * i, 0, 7);
    flat.fill();
    flat.fillRect(150 + 230 * i, 820, 170, 260);
  });
  const photograph = cutOutCase('graded', 'sharp', side).picture;
  const paper = createCanvas(side, side).getContext('2d');
  paper.fillStyle = '#ece6d8';
  paper.fillRect(0, 0, side, side);
  paper.strokeStyle = '#2e2c2e';
  for (let i = 0; i < 9; i++) {
    paper.lineWidth = 6 + i;
    paper.beginPath();
    paper.ellipse(600, 600, 120 + 50 * i, 90 + 45 * i, i * 0.4, 0.3, 6);
    paper.stroke();
  }
  const pixels = (c) => {
    const { width, height, data } = c.getImageData(0, 0, side, side);
    return { width, height, data };
  };
  return { 'flat artwork': pixels(flat), 'a photograph': photograph, 'a drawing': pixels(paper) };
}

/** Root mean square of the difference of colours, 0–255. */
const rmse = (a, b) => {
  let sum = 0;
  for (let i = 0; i < a.length; i++) if (i % 4 !== 3) sum += (a[i] - b[i]) ** 2;
  return Math.sqrt(sum / ((a.length / 4) * 3));
};

const tracer = require('imagetracerjs');
for (const [name, image] of Object.entries(pictures())) {
  const colours = { 'a drawing': 2, 'flat artwork': 5 }[name] ?? 6;
  const [ours, made] = await timed(() => trace(image, { ...TRACE, colours }));
  const canvas = createCanvas(image.width, image.height).getContext('2d');
  for (const { path, colour, rule, stroke: line } of artOf(made, 0.6)) {
    if (line) {
      canvas.strokeStyle = colour;
      canvas.lineWidth = line.width;
      canvas.stroke(new Path2D(path));
    } else {
      canvas.fillStyle = colour;
      canvas.fill(new Path2D(path), rule);
    }
  }
  const ourError = rmse(canvas.getImageData(0, 0, image.width, image.height).data, image.data);
  const [theirs, data] = await timed(() =>
    tracer.imagedataToTracedata(
      { width: image.width, height: image.height, data: image.data },
      { numberofcolors: colours, colorsampling: 2 },
    ),
  );
  const points = data.layers.flat().reduce((n, p) => n + p.segments.length, 0);
  const svg = tracer.getsvgstring(data, { ...tracer.optionpresets.default, numberofcolors: colours });
  const { data: theirPixels } = await require('sharp')(Buffer.from(svg), { limitInputPixels: false })
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  const theirError = theirPixels.length === image.data.length ? rmse(theirPixels, image.data) : NaN;
  report(
    `tracing ${name}: time ÷ the common tracer’s`,
    (ours / theirs).toFixed(2),
    'at most 0.25',
    ours / theirs <= 0.25,
    `${Math.round(ours)} against ${Math.round(theirs)} ms`,
  );
  report(
    `tracing ${name}: points ÷ the common tracer’s`,
    (made.points / points).toFixed(2),
    'at most 0.3',
    made.points / points <= 0.3,
    `${made.points} against ${points}`,
  );
  report(
    `tracing ${name}: error ÷ the common tracer’s`,
    (ourError / theirError).toFixed(2),
    'at most 1',
    ourError <= theirError,
    `${ourError.toFixed(1)} against ${theirError.toFixed(1)} of 255`,
  );
}

// The lines of the drawing as lines, against tracing it into shapes: they are painted again and held against it.
{
  const image = pictures()['a drawing'];
  const [shapes] = await timed(() => trace(image, { ...TRACE, colours: 2, paper: true }));
  const [took, { colour, strokes }] = await timed(() => centreLines(image));
  const lines = strokes.flatMap((s) => lineOfStroke(s, 1.2) ?? []);
  const again = createCanvas(image.width, image.height).getContext('2d');
  again.fillStyle = '#ece6d8';
  again.fillRect(0, 0, image.width, image.height);
  again.strokeStyle = colour;
  again.lineCap = again.lineJoin = 'round';
  for (const { nodes, closed, width } of lines) {
    again.lineWidth = width;
    again.stroke(new Path2D(toSvgPath(nodesPath(nodes, closed))));
  }
  const { data } = again.getImageData(0, 0, image.width, image.height);
  const off = data.reduce(
    (n, _, p) => n + (p % 4 === 0 && Math.abs(data[p] - image.data[p]) > 100 ? 1 : 0),
    0,
  );
  const ink = image.data.reduce((n, v, p) => n + (p % 4 === 0 && v < 140 ? 1 : 0), 0);
  report(
    'the lines of a drawing: time ÷ tracing it into shapes',
    (took / shapes).toFixed(2),
    'at most 1',
    took <= shapes,
    `${Math.round(took)} against ${Math.round(shapes)} ms`,
  );
  report(
    'the lines of a drawing, painted again: px that are another ÷ px of ink',
    (off / ink).toFixed(3),
    'at most 0.05',
    off / ink <= 0.05,
    `${lines.length} lines of ${lines.reduce((n, l) => n + l.nodes.length, 0)} points for nine`,
  );
}

// Enlarging, against Lanczos: what was drawn large is made small, and enlarged again.
/** Peak signal-to-noise ratio of two pictures, dB; colours weighed by their alpha. */
const psnr = (a, b) => {
  let sum = 0;
  for (let p = 0; p < a.data.length; p += 4) {
    const [u, v] = [a.data[p + 3], b.data[p + 3]];
    for (let c = 0; c < 3; c++) sum += ((a.data[p + c] * u - b.data[p + c] * v) / 255) ** 2;
    sum += (u - v) ** 2;
  }
  return 10 * Math.log10(255 ** 2 / (sum / a.data.length));
};
for (const [name, image] of Object.entries(pictures()))
  for (const by of [2, 4]) {
    const side = image.width / by;
    const { data } = await require('sharp')(Buffer.from(image.data), {
      raw: { width: image.width, height: image.height, channels: 4 },
    })
      .resize(side, side, { kernel: 'lanczos3' })
      .raw()
      .toBuffer({ resolveWithObject: true });
    const small = { width: side, height: side, data: new Uint8ClampedArray(data) };
    const [plainTime, plain] = await timed(() => resample(small, image.width, image.height));
    const [time, made] = await timed(() => enlarge(small, by));
    const gain = psnr(made, image) - psnr(plain, image);
    const wish = name === 'a photograph' ? 0.3 : 1;
    report(
      `enlarging ${name} ${by} times: PSNR above Lanczos`,
      `${gain.toFixed(1)} dB`,
      `at least ${wish} dB`,
      gain >= wish,
      `${psnr(made, image).toFixed(1)} against ${psnr(plain, image).toFixed(1)} dB, in ${(time / plainTime).toFixed(1)} times its time (${Math.round(time)} ms)`,
    );
  }
