// Figures to order: four drawings in each style, against a figure of the library painted at the same size.
import { median, report, require, timed } from './measure.mjs';

const {
  drawToOrder,
  FIGURE_STYLES,
  motifLibrary,
  paintSvgFile,
  readFigureRequest,
} = require('@brelm/engine');
const TAKES = 5;
const WORDS = [
  'a hedgehog with a lantern, on a log',
  'two owls in scarves under the moon',
  'a toad in a top hat with a net',
];

/** The median of some takes, ms; the first loads the library and compiles. */
async function usual(work) {
  const took = [];
  for (let i = 0; i <= TAKES; i++) took.push((await timed(work))[0]);
  return median(took.slice(1));
}

const owl = (await motifLibrary()).svg('flat/owl');
const reference = await usual(() => paintSvgFile(owl, 1024));
const requests = await Promise.all(WORDS.map((words) => readFigureRequest(words)));
for (const { id, name } of FIGURE_STYLES) {
  const all = await usual(async () => {
    for (const request of requests)
      for (let seed = 0; seed < 4; seed++) await drawToOrder(request, { style: id, ground: '#ffffff', seed });
  });
  const four = all / requests.length;
  const times = `${(four / reference).toFixed(1)} times one painted (${reference.toFixed(0)} ms)`;
  report(`four drawings, ${name.toLowerCase()}`, `${four.toFixed(0)} ms`, '2000 ms', four <= 2000, times);
}
