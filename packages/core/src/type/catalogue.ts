/** A typeface in the catalogue: where it comes from and how a seller would look for it. */
export interface CatalogueFace {
  id: string;
  name: string;
  /** Our own plain groups. */
  group: 'slab and western' | 'grotesque' | 'script' | 'display' | 'brush and hand' | 'other';
  /** npm package and file in it that hold the TTF. */
  package: string;
  file: string;
  /** SPDX id of the typeface's licence. */
  licence: string;
}

const face = (
  id: string,
  name: string,
  group: CatalogueFace['group'],
  weight = '400Regular',
  licence = 'OFL-1.1',
  family = id,
): CatalogueFace => ({
  id,
  name,
  group,
  package: `@expo-google-fonts/${family}`,
  file: `${weight}/${name.replace(/ (Bold|Regular)$/, '').replace(/[^A-Za-z0-9]/g, '')}_${weight}.ttf`,
  licence,
});

/** The typefaces that ship with the application, each under an open licence that allows goods for sale. */
export const CATALOGUE: readonly CatalogueFace[] = [
  face('rye', 'Rye', 'slab and western'),
  face('alfa-slab-one', 'Alfa Slab One', 'slab and western'),
  face('anton', 'Anton', 'grotesque'),
  face('bebas-neue', 'Bebas Neue', 'grotesque'),
  face('staatliches', 'Staatliches', 'grotesque'),
  face('oswald-bold', 'Oswald Bold', 'grotesque', '700Bold', 'OFL-1.1', 'oswald'),
  face('fredoka-bold', 'Fredoka Bold', 'grotesque', '700Bold', 'OFL-1.1', 'fredoka'),
  face('pacifico', 'Pacifico', 'script'),
  face('lobster', 'Lobster', 'script'),
  face('yellowtail', 'Yellowtail', 'script', '400Regular', 'Apache-2.0'),
  face('kaushan-script', 'Kaushan Script', 'script'),
  face('shrikhand', 'Shrikhand', 'display'),
  face('abril-fatface', 'Abril Fatface', 'display'),
  face('limelight', 'Limelight', 'display'),
  face('monoton', 'Monoton', 'display'),
  face('righteous', 'Righteous', 'display'),
  face('chango', 'Chango', 'display'),
  face('permanent-marker', 'Permanent Marker', 'brush and hand', '400Regular', 'Apache-2.0'),
  face('knewave', 'Knewave', 'brush and hand'),
  face('special-elite', 'Special Elite', 'other', '400Regular', 'Apache-2.0'),
  face('saira-stencil-one', 'Saira Stencil One', 'other'),
  face('unifrakturcook', 'UnifrakturCook', 'other', '700Bold'),
];

export const catalogueFace = (id: string): CatalogueFace | undefined => CATALOGUE.find((f) => f.id === id);
