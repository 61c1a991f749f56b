import sharp from 'sharp';
import { encoded, hexToRgb, linearLight } from '@brelm/core/colour';
import { photograph } from './render/photograph';
import { smoothLight } from './render/smooth';
import { worldOf } from './render/world';
import { SHOTS } from './scenes';

/** node dist/look.js ID FILE [WIDTH [SAMPLES [COLOUR]]]: a quick look at a scene, dyed, before it is baked. */
void (async () => {
  const [id, file, w = '480', samples = '6', colour = '#3a4a66'] = process.argv.slice(2);
  const shot = SHOTS.find((s) => s.id === id);
  if (!shot || !file) throw new Error(`say one of ${SHOTS.map((s) => s.id).join(', ')}, and a file`);
  const [width, height] = [Number(w), Math.round(Number(w) * 1.25)];
  const p = photograph(worldOf(shot.set()), width, height, Number(samples));
  const lit = (light: Float32Array, cover: Float32Array) =>
    smoothLight(light, cover, p.normal, p.depth, width, height);
  const [blank, ground, fixed] = [
    lit(p.blankLit, p.blank),
    lit(p.groundLit, p.ground),
    lit(p.fixedLit, p.fixed),
  ];
  const dye = hexToRgb(colour).map(linearLight);
  const out = Buffer.alloc(width * height * 3);
  for (let i = 0; i < out.length; i++) {
    const [o, c] = [Math.floor(i / 3), i % 3];
    out[i] = encoded(
      p.blank[o] * (blank[o] * dye[c] + p.blankGloss[o]) +
        p.ground[o] * ground[o] * 0.8 +
        p.fixed[o] * (fixed[o] * p.fixedColour[i] + p.fixedGloss[o]),
    );
  }
  await sharp(out, { raw: { width, height, channels: 3 } })
    .png()
    .toFile(file);
})();
