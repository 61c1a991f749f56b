import { join } from 'node:path';
import { readFileSync } from 'node:fs';
import { readSpecFile, specText, type Spec } from '@brelm/core/spec';
import { DEMO_FOLDER, type FileWish } from '@brelm/engine';

/** A stand-in marketplace: what it asks for is its own book, which a seller's changes do not reach. */
export interface Market {
  id: string;
  name: string;
  /** How it is spoken to, in words. */
  manner: string;
  specs: readonly Spec[];
}

const MANNERS: Readonly<Record<string, string>> = {
  pinfold: 'one form with all files',
  'gannet-row': 'each file by a signed address, then the listing',
  stickerwharf: 'a table and an archive, dropped together',
  mudlark: 'one JSON with its files in base64',
};
export const MARKET_IDS = Object.keys(MANNERS);

let known: Market[] | null = null;

export function markets(): Market[] {
  known ??= MARKET_IDS.map((id) => {
    const specs = readSpecFile(specText(readFileSync(join(DEMO_FOLDER, `specs/${id}.yaml`))));
    return { id, name: specs[0].marketplace, manner: MANNERS[id], specs };
  });
  return known;
}

export const marketOf = (id: string): Market | undefined => markets().find((m) => m.id === id);

const SHAPES: Readonly<Record<string, number>> = { square: 1, '4:5': 0.8, '3:4': 0.75 };

/** What is asked of the file of a side; null for a side that the product has not. */
export function printWish(spec: Spec, side: string): FileWish | null {
  const found = spec.sides.find((s) => s.id === side);
  if (!found) return null;
  const { widthPx: width, heightPx: height, dpi, pixels } = found;
  return {
    formats: spec.formats,
    mostBytes: spec.maxBytes,
    exact: {
      ...{ width, height, dpi },
      leastWidth: pixels?.leastWidth ?? width,
      mostWidth: pixels?.mostWidth ?? width,
    },
    picture: null,
    background: spec.background,
  };
}

/** What is asked of a picture of the product. */
export function pictureWish({ listing }: Spec): FileWish {
  const { shapes = [], leastPx = 1, mostBytes = 20_000_000 } = listing?.pictures ?? {};
  return {
    formats: ['jpeg', 'png'],
    mostBytes,
    exact: null,
    picture: { leastPx, shapes: (shapes.length ? shapes : Object.keys(SHAPES)).map((s) => SHAPES[s]) },
    background: 'either',
  };
}
