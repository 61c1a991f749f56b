import sharp from 'sharp';
import { photograph } from './render/photograph';
import { smoothLight } from './render/smooth';
import { worldOf, type Set } from './render/world';

/** A quick look: node dist/try.js SCENE FILE [WIDTH HEIGHT SAMPLES] */
const [name, file, w = '480', h = '600', s = '6', hex = '3a4a66'] = process.argv.slice(2);
void (async () => {
  const module = (await import(`./scenes/${name}.js`)) as Record<string, () => Set>;
  const make =
    module[process.env.SCENE ?? Object.keys(module).find((k) => k.toLowerCase() === name.replace(/-/g, ''))!];
  let at = Date.now();
  const lap = (what: string) => {
    console.error(what, Date.now() - at, 'ms');
    at = Date.now();
  };
  const world = worldOf(make());
  lap(`built ${world.triangles.length / 3} triangles`);
  const [width, height] = [Number(w), Number(h)];
  const p = photograph(world, width, height, Number(s));
  lap('photographed');
  const lit = smoothLight(p.blankLit, p.blank, p.normal, p.depth, width, height);
  const groundLit = smoothLight(p.groundLit, p.ground, p.normal, p.depth, width, height);
  const fixedLit = smoothLight(p.fixedLit, p.fixed, p.normal, p.depth, width, height);
  lap('smoothed');
  const out = Buffer.alloc(width * height * 3);
  const lin = (v: number) => (v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4);
  const enc = (v: number) => (v <= 0.0031308 ? v * 12.92 : 1.055 * v ** (1 / 2.4) - 0.055);
  const colour = [0, 2, 4].map((i) => lin(parseInt(hex.slice(i, i + 2), 16) / 255));
  for (let i = 0; i < width * height; i++)
    for (let c = 0; c < 3; c++) {
      const v =
        p.blank[i] * (lit[i] * colour[c] + p.blankGloss[i]) +
        p.ground[i] * groundLit[i] * [0.82, 0.8, 0.77][c] +
        p.fixed[i] * (fixedLit[i] * p.fixedColour[3 * i + c] + p.fixedGloss[i]);
      out[3 * i + c] = Math.max(0, Math.min(255, Math.round(255 * enc(Math.min(1, v)))));
    }
  await sharp(out, { raw: { width, height, channels: 3 } })
    .png()
    .toFile(file);
  lap('written');
})();
