import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import sharp from 'sharp';
import { encoded } from '@brelm/core/colour';
import { codedInches, type Scene } from '@brelm/core/mockup';
import { photograph, type Plate } from './render/photograph';
import { smoothLight } from './render/smooth';
import { worldOf } from './render/world';
import { SHOTS, type Shot } from './scenes';

/** px of the maps; places on the surface are kept at a quarter of that. */
const [WIDTH, HEIGHT] = [1440, 1800];
const SAMPLES = 6;
/** The most light that maps hold: a white matt surface in full light is 1. */
const BRIGHTEST = 1.4;
const FOLDED = 4;

/** Light as an 8-bit value. */
const level = (v: number): number => Math.round(encoded(v));

/** Values spread to where nothing is known of them, so that what lies beside an edge does not bleed in. */
function spread(
  values: Float32Array,
  known: Float32Array,
  width: number,
  height: number,
  per = 1,
  rounds = 12,
): void {
  const at = Float32Array.from(known);
  for (let round = 0; round < rounds; round++) {
    const from = Float32Array.from(at);
    for (let y = 0; y < height; y++)
      for (let x = 0; x < width; x++) {
        const o = y * width + x;
        if (from[o] > 0) continue;
        let n = 0;
        const sum = [0, 0, 0];
        for (const [i, j] of [
          [-1, 0],
          [1, 0],
          [0, -1],
          [0, 1],
        ] as const) {
          const [xx, yy] = [x + i, y + j];
          if (xx < 0 || yy < 0 || xx >= width || yy >= height || !(from[yy * width + xx] > 0)) continue;
          n++;
          for (let k = 0; k < per; k++) sum[k] += values[per * (yy * width + xx) + k];
        }
        if (!n) continue;
        for (let k = 0; k < per; k++) values[per * o + k] = sum[k] / n;
        at[o] = 1;
      }
  }
}

async function write(shot: Shot, p: Plate, folder: string, seenIn: number): Promise<void> {
  const { width, height } = p;
  const n = width * height;
  const smooth = (light: Float32Array, cover: Float32Array) =>
    smoothLight(light, cover, p.normal, p.depth, width, height);
  const grey = (values: Float32Array, scale: number) => {
    const out = Buffer.alloc(n);
    for (let i = 0; i < n; i++) out[i] = level(values[i] / scale);
    return sharp(out, { raw: { width, height, channels: 1 } });
  };
  const webp = { quality: 93, effort: 6 };
  const fixedLit = smooth(p.fixedLit, p.fixed);
  const lit = smooth(p.blankLit, p.blank);
  // A sticker lies on what is fixed: its light is that of what it lies on.
  const printed = p.fixed.map((f, i) => (p.print[i] && f > 0 ? f : 0));
  for (let i = 0; i < n; i++) if (!p.blank[i] && printed[i]) lit[i] = fixedLit[i];
  const known = p.blank.map((b, i) => b + printed[i]);
  spread(lit, known, width, height);
  const back = Float32Array.from({ length: 3 * n }, (_, i) => {
    const o = Math.floor(i / 3);
    return fixedLit[o] * p.fixedColour[i] + p.fixedGloss[o];
  });
  spread(back, p.fixed, width, height, 3);
  const groundLit = smooth(p.groundLit, p.ground);
  spread(groundLit, p.ground, width, height);
  const gloss = Float32Array.from({ length: n }, (_, i) =>
    p.blank[i] ? p.blankGloss[i] : printed[i] ? p.fixedGloss[i] : 0,
  );
  const glossy = gloss.some((g) => g > 0.01);
  const any = p.fixed.some((f) => f > 0);
  mkdirSync(folder, { recursive: true });
  await grey(lit, BRIGHTEST).webp(webp).toFile(join(folder, 'light.webp'));
  await grey(groundLit, BRIGHTEST).webp(webp).toFile(join(folder, 'ground.webp'));
  if (glossy) await grey(gloss, 1).webp(webp).toFile(join(folder, 'gloss.webp'));
  if (any) {
    const rgb = Buffer.alloc(3 * n);
    for (let i = 0; i < 3 * n; i++) rgb[i] = level(back[i]);
    await sharp(rgb, { raw: { width, height, channels: 3 } })
      .webp(webp)
      .toFile(join(folder, 'back.webp'));
  }
  const cover = Buffer.alloc(3 * n);
  for (let i = 0; i < n; i++) {
    cover[3 * i] = Math.round(255 * p.blank[i]);
    cover[3 * i + 1] = Math.round(255 * p.ground[i]);
  }
  await sharp(cover, { raw: { width, height, channels: 3 } })
    .webp({ lossless: true, effort: 6 })
    .toFile(join(folder, 'cover.webp'));

  const [w, h] = [width / FOLDED, height / FOLDED];
  const places = new Float32Array(w * h * 2);
  const which = new Float32Array(w * h);
  for (let y = 0; y < h; y++)
    for (let x = 0; x < w; x++) {
      // The px in the middle of the four by four, or the nearest one that is printed on.
      let best = Infinity;
      for (let j = 0; j < FOLDED; j++)
        for (let i = 0; i < FOLDED; i++) {
          const o = (y * FOLDED + j) * width + x * FOLDED + i;
          const d = (i - 1.5) ** 2 + (j - 1.5) ** 2;
          if (!p.print[o] || p.blank[o] + p.fixed[o] < 0.99 || d >= best) continue;
          best = d;
        }
      if (best === Infinity) continue;
      // The mean of those that are about as near: the place of the middle itself.
      let [su, sv, c] = [0, 0, 0];
      for (let j = 0; j < FOLDED; j++)
        for (let i = 0; i < FOLDED; i++) {
          const o = (y * FOLDED + j) * width + x * FOLDED + i;
          if (!p.print[o] || p.blank[o] + p.fixed[o] < 0.99 || (i - 1.5) ** 2 + (j - 1.5) ** 2 > best)
            continue;
          su += p.surface[2 * o];
          sv += p.surface[2 * o + 1];
          c++;
          which[y * w + x] = p.print[o];
        }
      places[2 * (y * w + x)] = su / c;
      places[2 * (y * w + x) + 1] = sv / c;
    }
  const ids = Float32Array.from(which);
  spread(places, which, w, h, 2, 3);
  spread(ids, which, w, h, 1, 3);
  const coords = new Uint16Array(3 * w * h);
  for (let i = 0; i < w * h; i++) {
    coords[3 * i] = codedInches(places[2 * i]);
    coords[3 * i + 1] = codedInches(places[2 * i + 1]);
    coords[3 * i + 2] = Math.round(ids[i]);
  }
  await sharp(coords, { raw: { width: w, height: h, channels: 3 } })
    .toColourspace('rgb16')
    .png({ compressionLevel: 9, adaptiveFiltering: true })
    .toFile(join(folder, 'surface.png'));

  say(shot, folder, seenIn);
}

/** What a scene says of itself, beside the maps that it has. */
function say(shot: Shot, folder: string, seenIn: number): void {
  const { set: _set, exposure: _exposure, ...said } = shot;
  const has = (name: string) => (existsSync(join(folder, name)) ? name : null);
  const scene: Omit<Scene, 'photo'> = {
    format: 'brelm-scene',
    version: 1,
    ...said,
    position: SHOTS.indexOf(shot),
    licence: 'CC0-1.0',
    width: WIDTH,
    height: HEIGHT,
    seenIn,
    brightest: BRIGHTEST * (shot.exposure ?? 1),
    maps: {
      light: 'light.webp',
      cover: 'cover.webp',
      ground: has('ground.webp'),
      gloss: has('gloss.webp'),
      back: has('back.webp'),
      surface: has('surface.png'),
    },
  };
  writeFileSync(join(folder, 'scene.json'), `${JSON.stringify(scene, null, 2)}\n`);
}

/**
 * node dist/bake.js FOLDER [ID …] [--words]: photographs the scenes that ship into a folder each; with --words only what
 * they say of themselves is written anew.
 */
void (async () => {
  const args = process.argv.slice(2);
  const words = args.includes('--words');
  const [folder, ...ids] = args.filter((a) => a !== '--words');
  for (const shot of SHOTS.filter((s) => !ids.length || ids.includes(s.id))) {
    const own = join(folder, shot.id);
    if (words) {
      say(shot, own, (JSON.parse(readFileSync(join(own, 'scene.json'), 'utf8')) as Scene).seenIn);
      continue;
    }
    const at = Date.now();
    const set = shot.set();
    await write(shot, photograph(worldOf(set), WIDTH, HEIGHT, SAMPLES), own, set.camera.height);
    process.stderr.write(`${shot.id}: ${((Date.now() - at) / 1000).toFixed(0)} s\n`);
  }
})();
