import { encoded, yarns, type Garment, type Hex } from '../colour';
import { createImage, type RasterImage } from '../raster';
import { cloud } from '../wear';
import { speck, weaveOf } from './cloth';
import { groundTone, lightOf, type Ground } from './ground';
import { mapReader } from './map-reader';
import { placesOf, type Places, type PrintArea, type RowOfPlaces, type View } from './places';
import type { PrintLook } from './print-looks';
import { LINEAR, look, samplerOf, type Sampler } from './sampler';
import type { PrintField, Scene, SceneMaps } from './types';

/** Artwork that is printed on a field of a scene. */
export interface Printed {
  field: PrintField;
  area: PrintArea;
  /** The whole print area, with straight alpha; about as many px as the picture has there. */
  image: RasterImage;
  look: PrintLook;
}

export interface MockupOptions {
  /** Width of the picture of the whole scene, px; its height follows. */
  width: number;
  /** What is shown of the scene, shares of it; all where left out. */
  window?: { left: number; top: number; right: number; bottom: number };
  /** The colour of the blank, where the scene takes one. */
  garment: Garment | null;
  ground: Ground;
  prints: readonly Printed[];
  /** How much larger the blank is than the one that was photographed. */
  size?: number;
}

const { floor, max, min, round, sqrt, SQRT2 } = Math;

const STEPS = 4096;
/** 8-bit values by linear light. */
const ENCODED = Uint8ClampedArray.from({ length: STEPS + 1 }, (_, i) => round(encoded(i / STEPS)));

const GREY = [1, 1, 1] as const;
/** The square of a box's width for that of a bell's spread. */
const SPREAD = 12;

/** The most looks a px takes along one direction: what is seen more aslant than that goes soft. */
const MOST_TAPS = 6;

/** The share of a garment's second colour at a place, inches; null for a solid. */
function shareOf(garment: Garment | null, pxPerInch: number): ((u: number, v: number) => number) | null {
  if (!garment || yarns(garment).length < 2) return null;
  if (garment.kind === 'tie-dye') return (u, v) => max(0, min(1, 0.5 + 1.1 * cloud(u / 5 + 3, v / 5, 47, 3)));
  if (garment.kind === 'film') return (u, v) => 0.5 - 0.5 * Math.cos((u + v) * 0.9);
  // Yarns finer than a px are seen as their mean.
  const seen = 0.6 * min(1, pxPerInch / 40);
  return (u, v) => 0.5 + seen * (speck(floor(u * 40), floor(v * 18), 7) - 0.5);
}

/** What a window of a scene is for a picture. */
export function viewOf(scene: Scene, { width, window }: Pick<MockupOptions, 'width' | 'window'>): View {
  const w = window ?? { left: 0, top: 0, right: 1, bottom: 1 };
  const step = ((w.right - w.left) * scene.width) / width;
  return {
    left: w.left * scene.width,
    top: w.top * scene.height,
    step,
    width,
    height: max(1, round(((w.bottom - w.top) * scene.height) / step)),
  };
}

/** How many px of the picture an inch of the blank has, about. */
export const pxPerInch = (scene: Scene, view: View): number => scene.height / scene.seenIn / view.step;

/**
 * A picture of a scene's blank, dyed and printed: each px is the light that falls there times the colour of what is
 * there, and what it mirrors; blank, ground and fixed things by their shares of the px. In linear light (sRGB); what
 * is brighter than white is white. Without a ground (`none`) the picture is transparent there.
 */
export function composeMockup(scene: Scene, maps: SceneMaps, options: MockupOptions): RasterImage {
  const { garment, ground, prints, size = 1 } = options;
  const view = viewOf(scene, options);
  const { width, height } = view;
  const out = createImage(width, height);
  const data = out.data;
  const scale = pxPerInch(scene, view);
  const weave = weaveOf(scene.cloth, scale);
  const share = shareOf(garment, scale);
  const [first, second] = dyes(garment);
  const base = lightOf(ground.colour);
  const tone = groundTone(ground.kind);
  const seeThrough = ground.kind === 'none';
  const lit = Float32Array.from(LINEAR, (v) => v * scene.brightest);
  // A photo shows its blank itself, until it is dyed.
  const { photo } = maps;
  const asSeen = photo !== null && !garment;
  const floorLight = photo ? photo.black : 0;
  const tint = photo ? photo.tint : GREY;
  const grain = photo ? photo.grain / max(1, view.step) : 0;
  // A soft picture is softer by so much of its own px.
  const spread = photo ? sqrt(1 + (SPREAD * photo.soft * photo.soft) / (view.step * view.step)) : 1;
  const [fx, fy] = photo?.from ? [SQRT2 * photo.from[0], SQRT2 * photo.from[1]] : [-1, -1];

  const rows: {
    at: RowOfPlaces;
    above: Places;
    here: Places;
    sampler: Sampler;
    print: Printed;
    toPx: [number, number];
  }[] = prints.map((print) => ({
    at: placesOf(print.field, scene, maps, view, print.area, size),
    above: placesFor(width),
    here: placesFor(width),
    sampler: samplerOf(print.image),
    print,
    toPx: [print.image.width / print.area.widthIn, print.image.height / print.area.heightIn],
  }));
  // The blank's own surface carries its weave, printed or not; where a print knows its places, these are as good.
  const woven = scene.fields.find((f) => f.by === 'surface');
  const shared = rows.find((r) => r.print.field.by === 'surface') ?? null;
  const needed = (weave !== null || share !== null) && shared === null;
  const whole = { widthIn: 0, heightIn: 0, collarIn: 0 };
  const surface = needed && woven && maps.surface ? placesOf(woven, scene, maps, view, whole, size) : null;
  const own = placesFor(width);

  const { light, cover, ground: groundMap, gloss, back } = maps;
  const sum = new Float64Array(4);
  const shifted = new Float64Array(4);
  const near = mapReader(scene);
  for (let y = 0; y < height; y++) {
    surface?.(y, own);
    for (const r of rows) {
      [r.above, r.here] = [r.here, r.above];
      r.at(y, r.here);
      if (y === 0) {
        r.above.u.set(r.here.u);
        r.above.v.set(r.here.v);
        r.above.on.set(r.here.on);
      }
    }
    const cloth = shared ? shared.here : own;
    near.row(view, y);
    for (let x = 0; x < width; x++) {
      near.column(view, x);
      const blankShare = near.mean(cover, 0) / 255;
      const groundShare = near.mean(cover, 1) / 255;
      const fixedShare = max(0, 1 - blankShare - groundShare);
      let red = 0;
      let green = 0;
      let blue = 0;
      if (groundShare > 0.002 && !seeThrough) {
        const l = groundShare * (groundMap ? near.light(groundMap, 0, lit) : 1);
        const t = tone ? l * tone(x / scale, y / scale) : l;
        red += t * base[0];
        green += t * base[1];
        blue += t * base[2];
      }
      if (blankShare > 0.002 || fixedShare > 0.002) {
        const l = near.light(light, 0, lit);
        const mirrored = gloss ? near.light(gloss, 0, LINEAR) : 0;
        // What is under the print, as the colour of its light.
        let r = 0;
        let g = 0;
        let b = 0;
        let w = 1;
        let fixedOnly = false;
        if (blankShare > 0.002 && asSeen) {
          r = near.light(back!, 0, LINEAR);
          g = near.light(back!, 1, LINEAR);
          b = near.light(back!, 2, LINEAR);
        } else if (blankShare > 0.002) {
          const u = cloth.on[x] ? cloth.u[x] : x / scale;
          const v = cloth.on[x] ? cloth.v[x] : y / scale;
          w = weave ? weave(u, v) : 1;
          const s = share ? share(u, v) : 0;
          r = l * (first[0] + (second[0] - first[0]) * s);
          g = l * (first[1] + (second[1] - first[1]) * s);
          b = l * (first[2] + (second[2] - first[2]) * s);
          if (photo) {
            const k = 1 - floorLight / max(l, floorLight);
            r = floorLight + r * k * tint[0];
            g = floorLight + g * k * tint[1];
            b = floorLight + b * k * tint[2];
          }
        } else {
          fixedOnly = true;
          r = back ? near.light(back, 0, LINEAR) : 0;
          g = back ? near.light(back, 1, LINEAR) : 0;
          b = back ? near.light(back, 2, LINEAR) : 0;
        }
        let inked = 0;
        for (let k = 0; k < rows.length; k++) {
          const { here, above, sampler, print, toPx } = rows[k];
          // What stands before the blank in a photo is not printed on.
          if (!here.on[x] || (photo && fixedOnly)) continue;
          const u = here.u[x] * toPx[0];
          const v = here.v[x] * toPx[1];
          const reach = 4;
          if (u < -reach || v < -reach || u > sampler.width + reach || v > sampler.height + reach) continue;
          // How far a px reaches on the print, by its neighbours to the left and above.
          const left = x > 0 && here.on[x - 1] ? x - 1 : x + 1 < width && here.on[x + 1] ? x + 1 : x;
          const ux = (here.u[x] - here.u[left]) * toPx[0] * spread;
          const vx = (here.v[x] - here.v[left]) * toPx[1] * spread;
          const uy = above.on[x] ? (here.u[x] - above.u[x]) * toPx[0] * spread : 0;
          const vy = above.on[x] ? (here.v[x] - above.v[x]) * toPx[1] * spread : 0;
          const nx = min(MOST_TAPS, max(1, round(sqrt(ux * ux + vx * vx))));
          const ny = min(MOST_TAPS, max(1, round(sqrt(uy * uy + vy * vy))));
          sum[0] = 0;
          sum[1] = 0;
          sum[2] = 0;
          sum[3] = 0;
          const weight = 1 / (nx * ny * 65535);
          for (let j = 0; j < ny; j++)
            for (let i = 0; i < nx; i++) {
              const p = (i + 0.5) / nx - 0.5;
              const q = (j + 0.5) / ny - 0.5;
              look(sampler, u + ux * p + uy * q, v + vx * p + vy * q, weight, sum);
            }
          const { look: how } = print;
          let a = sum[3];
          let raised = 0;
          if (how.edge || how.shadow) {
            // Light comes from the top left: an edge that faces it is lit, and throws its shadow to the other side.
            const d = max(Math.abs(how.edge) * 1.5, 1.2 / scale);
            shifted[3] = 0;
            look(sampler, u + fx * d * toPx[0], v + fy * d * toPx[1], 1 / 65535, shifted);
            raised = a - shifted[3];
            const dark = how.shadow * max(0, shifted[3] - a);
            r *= 1 - dark;
            g *= 1 - dark;
            b *= 1 - dark;
          }
          if (a < 0.002) continue;
          const shine =
            l *
            (1 + max(-0.35, min(0.35, how.edge * 28)) * raised) *
            (how.thread ? 1 + how.thread * stitch(here.u[x], here.v[x], scale) : 1) *
            (fixedOnly ? 1 : 1 + (w - 1) * how.weave);
          let pr = sum[0] / a;
          let pg = sum[1] / a;
          let pb = sum[2] / a;
          if (how.glitter) {
            const flake = speck(floor(here.u[x] * 70), floor(here.v[x] * 70), 3);
            const sparkle = flake > 0.93 ? 1.6 + 6 * (flake - 0.93) : 0.55 + 0.6 * flake;
            pr = min(1.6, pr * sparkle + (flake > 0.975 ? 0.5 : 0));
            pg = min(1.6, pg * sparkle + (flake > 0.975 ? 0.5 : 0));
            pb = min(1.6, pb * sparkle + (flake > 0.975 ? 0.5 : 0));
          }
          if (how.engraves) {
            // What is taken away lies deeper and in its own shade; its rim catches the light on the far side.
            const deep = (1 - ENGRAVED * a) * (1 + max(-0.5, min(0.5, how.edge * 28)) * raised);
            r *= deep;
            g *= deep;
            b *= deep;
          } else if (how.dyes) {
            r *= 1 - a + a * pr;
            g *= 1 - a + a * pg;
            b *= 1 - a + a * pb;
          } else {
            a *= how.cover;
            // The weave of what is under it shows where it is not covered.
            const under = fixedOnly ? 1 : w;
            let ir = shine * pr;
            let ig = shine * pg;
            let ib = shine * pb;
            if (photo) {
              // No tone of the photo is darker than its darkest: what is printed is not, either.
              const k = 1 - floorLight / max(l, floorLight);
              const n = grain ? grain * bellOf(x, y) : 0;
              ir = grained(floorLight + ir * k * tint[0], n);
              ig = grained(floorLight + ig * k * tint[1], n);
              ib = grained(floorLight + ib * k * tint[2], n);
            }
            r = r * under * (1 - a) + ir * a;
            g = g * under * (1 - a) + ig * a;
            b = b * under * (1 - a) + ib * a;
            inked = 1;
          }
        }
        if (!fixedOnly && !inked) {
          r *= w;
          g *= w;
          b *= w;
        }
        if (fixedOnly) {
          red += fixedShare * r;
          green += fixedShare * g;
          blue += fixedShare * b;
        } else {
          red += blankShare * (r + mirrored);
          green += blankShare * (g + mirrored);
          blue += blankShare * (b + mirrored);
          if (fixedShare > 0.002 && back) {
            red += fixedShare * near.light(back, 0, LINEAR);
            green += fixedShare * near.light(back, 1, LINEAR);
            blue += fixedShare * near.light(back, 2, LINEAR);
          }
        }
      }
      const o = (y * width + x) * 4;
      if (seeThrough) {
        const alpha = 1 - groundShare;
        const k = alpha > 0 ? 1 / alpha : 0;
        red *= k;
        green *= k;
        blue *= k;
        data[o + 3] = round(255 * alpha);
      } else data[o + 3] = 255;
      data[o] = ENCODED[(min(1, red) * STEPS + 0.5) | 0];
      data[o + 1] = ENCODED[(min(1, green) * STEPS + 0.5) | 0];
      data[o + 2] = ENCODED[(min(1, blue) * STEPS + 0.5) | 0];
    }
  }
  return out;
}

/** How much darker what is engraved is. */
const ENGRAVED = 0.55;
/** Threads of a satin stitch to the inch, and how wide its columns are, inches. */
const [THREADS, COLUMN] = [62, 0.16];

/** The light and shade of threads at a place, inches: slanted rows in columns, left out where they are finer than a px. */
function stitch(u: number, v: number, pxPerInch: number): number {
  const seen = max(0, min(1, (pxPerInch / THREADS - 1) / 2));
  const column = u / COLUMN;
  const in01 = column - floor(column);
  const slant = floor(column) % 2 ? v + u * 0.5 : v - u * 0.5;
  const thread = seen * 0.16 * Math.sin(slant * THREADS * 2 * Math.PI);
  // A column is round: light at its middle, dark where two meet.
  return thread + 0.22 * (0.6 - 4 * (in01 - 0.5) * (in01 - 0.5)) * min(1, (pxPerInch * COLUMN) / 4);
}

/** A number of spread 1 about 0 for a px, nearly normal: grain. */
const bellOf = (x: number, y: number): number =>
  2 * (speck(x, y, 11) + speck(x, y, 12) + speck(x, y, 13) - 1.5);

/** Light with grain of a share of its tone: the eye's tones are about the root of light. */
const grained = (light: number, n: number): number => {
  if (!n) return light;
  const tone = sqrt(max(0, light)) + n;
  return tone > 0 ? tone * tone : 0;
};

const WHITE: Hex = '#ffffff';

/** The one or two colours of a blank, linear. */
function dyes(garment: Garment | null): [readonly number[], readonly number[]] {
  const [a, b = a] = garment ? yarns(garment) : [WHITE];
  return [lightOf(a), lightOf(b)];
}

const placesFor = (width: number): Places => ({
  u: new Float32Array(width),
  v: new Float32Array(width),
  on: new Uint8Array(width),
});
