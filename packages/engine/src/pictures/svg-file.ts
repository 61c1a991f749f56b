import { readFileSync } from 'node:fs';
import { readNormalisedSvg, safeSvg, svgFamilies, SvgError, type SvgArt } from '@brelm/core/svg';
import { CATALOGUE } from '@brelm/core/type';
import { withSvg } from './svg-renderer';
import { typefaceFile } from '../ground/typefaces';

/** resvg reads no WOFF2, which the variable typefaces ship as. */
const RESVG_FACES = CATALOGUE.filter((f) => f.file.endsWith('.ttf'));

/** The families of the typefaces that ship, as SVG files name them. */
const FAMILIES = RESVG_FACES.map((f) => f.name.replace(/ (Bold|Black|Regular)$/, ''));

/**
 * Options for resvg: those of our own typefaces that text in the file asks for, and never the machine's.
 * With none of them text is left out, since nothing else can take their place.
 */
function fontsFor(source: string) {
  const asked = new Set(/<text[\s>]/i.test(source) ? svgFamilies(source).map((f) => f.toLowerCase()) : []);
  const wanted = RESVG_FACES.filter((_, i) => asked.has(FAMILIES[i].toLowerCase()));
  return { font: { fontBuffers: wanted.map((f) => new Uint8Array(readFileSync(typefaceFile(f.id)!))) } };
}

const reasonOf = (error: unknown): string => `the SVG cannot be read: ${(error as Error).message}`;

/** Reads an SVG file into outlines. Throws an SvgError. */
export async function readSvgFile(given: string): Promise<SvgArt> {
  const { source, left } = safeSvg(given, { families: FAMILIES });
  const normalised = await withSvg(source, fontsFor(source), (svg) => svg.toString()).catch((error) => {
    throw new SvgError(reasonOf(error));
  });
  const art = readNormalisedSvg(normalised);
  return { ...art, left: [...new Set([...left, ...art.left])] };
}

/** Longest side of a picture that is made of an SVG, px. */
export const MOST_SVG_PICTURE = 10_000;
/** Most pixels of such a picture: its layers are of the same size, and a few are held at once. */
const MOST_SVG_PIXELS = 50_000_000;

/**
 * Paints an SVG as a PNG of `longSide` px on its longer side, filters and all. No script in it runs, and
 * pictures that it only refers to are left out. Throws an SvgError.
 */
export async function paintSvgFile(given: string, longSide: number): Promise<Uint8Array> {
  const { source } = safeSvg(given, { families: FAMILIES, asPicture: true });
  const options = fontsFor(source);
  const { width, height } = await withSvg(source, options, ({ width, height }) => ({ width, height })).catch(
    (error) => {
      throw new SvgError(reasonOf(error));
    },
  );
  const least = Math.min(width, height) / Math.max(width, height);
  if (longSide * longSide * least > MOST_SVG_PIXELS)
    throw new SvgError(
      `a picture of ${longSide} px on its longer side would have more than ${MOST_SVG_PIXELS / 1e6} megapixels: choose a smaller one`,
    );
  const fitTo = { mode: width >= height ? 'width' : 'height', value: longSide } as const;
  return withSvg(source, { ...options, fitTo }, (svg) => {
    const image = svg.render();
    try {
      return image.asPng();
    } finally {
      image.free();
    }
  }).catch((error) => {
    throw new SvgError(reasonOf(error));
  });
}
