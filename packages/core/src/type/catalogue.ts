/** How typefaces are sorted, in the order in which they are offered. */
export const FACE_GROUPS = [
  'slab and western',
  'narrow',
  'wide and heavy',
  'brush scripts',
  'upright scripts',
  'blackletter',
  'collegiate',
  'retro display',
  'comic',
  'rounded',
  'hand-drawn',
  'stencil',
  'typewriter',
  'pixel',
  'inline and shadowed',
  'ornaments',
  'variable',
  'other scripts',
  'own',
] as const;
export type FaceGroup = (typeof FACE_GROUPS)[number];

/** A typeface in the catalogue: where it comes from and how a seller would look for it. */
export interface CatalogueFace {
  id: string;
  name: string;
  group: FaceGroup;
  /** npm package and file in it that hold the TTF (or the WOFF2, for variable ones). */
  package: string;
  file: string;
  /** The licence text in the package. */
  licenceFile: string;
  /** SPDX id of the typeface's licence. */
  licence: string;
}

/** What else a seller would call the look of a group. */
const FEELINGS: Record<FaceGroup, string> = {
  'slab and western': 'cowboy saloon poster wood old wanted serif heavy',
  narrow: 'condensed tall poster sans headline grotesque bold',
  'wide and heavy': 'extended black fat strong sport sans serif poster bold',
  'brush scripts': 'handwritten flowing cursive paint signature lettering surf',
  'upright scripts': 'handwritten flowing cursive elegant wedding swash vintage lettering',
  blackletter: 'gothic medieval metal old english tattoo dark',
  collegiate: 'college varsity sport team jersey athletic school racing',
  'retro display': 'vintage fifties sixties seventies deco groovy fun swash fancy',
  comic: 'cartoon funny kids bold bubble',
  rounded: 'soft friendly kids bubble sans',
  'hand-drawn': 'marker handwriting pen note sketch casual',
  stencil: 'army crate spray military industrial',
  typewriter: 'mono monospaced old paper office letter',
  pixel: 'game arcade eight bit retro computer screen',
  'inline and shadowed': 'outline three-d shadow sketch neon decorated',
  ornaments: 'symbols stars arrows dingbats figures emoji',
  variable: 'weight width slider serif sans adjustable',
  'other scripts': 'hebrew arabic',
  own: 'mine uploaded',
};

/** Everything that a search for a typeface looks through, lower case. */
export const faceWords = (face: { name: string; group: FaceGroup }): string =>
  `${face.name} ${face.group} ${FEELINGS[face.group]}`.toLowerCase();

/** Id, name, folder of the weight (400Regular when left out) and SPDX id (OFL-1.1 when left out). */
type Row = [id: string, name: string, weight?: string, licence?: string];

const FACES: Partial<Record<FaceGroup, Row[]>> = {
  'slab and western': [
    ['rye', 'Rye'],
    ['alfa-slab-one', 'Alfa Slab One'],
    ['bevan', 'Bevan'],
    ['ultra', 'Ultra', '400Regular', 'Apache-2.0'],
    ['smokum', 'Smokum', '400Regular', 'Apache-2.0'],
  ],
  narrow: [
    ['anton', 'Anton'],
    ['bebas-neue', 'Bebas Neue'],
    ['oswald-bold', 'Oswald Bold', '700Bold'],
    ['league-gothic', 'League Gothic'],
    ['fjalla-one', 'Fjalla One'],
    ['amatic-sc-bold', 'Amatic SC', '700Bold'],
  ],
  'wide and heavy': [
    ['staatliches', 'Staatliches'],
    ['archivo-black', 'Archivo Black'],
    ['rubik-mono-one', 'Rubik Mono One'],
    ['krona-one', 'Krona One'],
    ['syncopate-bold', 'Syncopate', '700Bold', 'Apache-2.0'],
    ['russo-one', 'Russo One'],
    ['bungee', 'Bungee'],
    ['gravitas-one', 'Gravitas One'],
    ['abril-fatface', 'Abril Fatface'],
    ['playfair-display-black', 'Playfair Display Black', '900Black'],
  ],
  'brush scripts': [
    ['pacifico', 'Pacifico'],
    ['kaushan-script', 'Kaushan Script'],
    ['caveat-brush', 'Caveat Brush'],
    ['mr-dafoe', 'Mr Dafoe'],
    ['damion', 'Damion'],
    ['kolker-brush', 'Kolker Brush'],
    ['satisfy', 'Satisfy', '400Regular', 'Apache-2.0'],
    ['courgette', 'Courgette'],
  ],
  'upright scripts': [
    ['lobster', 'Lobster'],
    ['yellowtail', 'Yellowtail', '400Regular', 'Apache-2.0'],
    ['playball', 'Playball'],
    ['leckerli-one', 'Leckerli One'],
    ['oleo-script-bold', 'Oleo Script', '700Bold'],
    ['cookie', 'Cookie'],
    ['grand-hotel', 'Grand Hotel'],
    ['great-vibes', 'Great Vibes'],
    ['sacramento', 'Sacramento'],
    ['birthstone-bounce', 'Birthstone Bounce'],
    ['ballet', 'Ballet'],
  ],
  blackletter: [
    ['unifrakturcook', 'UnifrakturCook', '700Bold'],
    ['unifrakturmaguntia', 'UnifrakturMaguntia'],
    ['pirata-one', 'Pirata One'],
    ['new-rocker', 'New Rocker'],
    ['grenze-gotisch-bold', 'Grenze Gotisch', '700Bold'],
    ['metal-mania', 'Metal Mania'],
  ],
  collegiate: [
    ['black-ops-one', 'Black Ops One'],
    ['jersey-10', 'Jersey 10'],
    ['racing-sans-one', 'Racing Sans One'],
  ],
  'retro display': [
    ['shrikhand', 'Shrikhand'],
    ['limelight', 'Limelight'],
    ['righteous', 'Righteous'],
    ['chango', 'Chango'],
    ['fascinate', 'Fascinate'],
    ['emilys-candy', 'Emilys Candy'],
    ['fontdiner-swanky', 'Fontdiner Swanky', '400Regular', 'Apache-2.0'],
    ['galindo', 'Galindo'],
    ['rammetto-one', 'Rammetto One'],
    ['cinzel-decorative-black', 'Cinzel Decorative', '900Black'],
    ['lemon', 'Lemon'],
  ],
  comic: [
    ['bangers', 'Bangers'],
    ['luckiest-guy', 'Luckiest Guy', '400Regular', 'Apache-2.0'],
    ['chewy', 'Chewy', '400Regular', 'Apache-2.0'],
    ['boogaloo', 'Boogaloo'],
    ['carter-one', 'Carter One'],
    ['titan-one', 'Titan One'],
  ],
  rounded: [
    ['fredoka-bold', 'Fredoka Bold', '700Bold'],
    ['varela-round', 'Varela Round'],
    ['nunito-black', 'Nunito Black', '900Black'],
    ['baloo-2-bold', 'Baloo 2', '800ExtraBold'],
    ['sniglet-bold', 'Sniglet', '800ExtraBold'],
  ],
  'hand-drawn': [
    ['permanent-marker', 'Permanent Marker', '400Regular', 'Apache-2.0'],
    ['knewave', 'Knewave'],
    ['rock-salt', 'Rock Salt', '400Regular', 'Apache-2.0'],
    ['patrick-hand', 'Patrick Hand'],
    ['indie-flower', 'Indie Flower'],
    ['covered-by-your-grace', 'Covered By Your Grace'],
    ['gloria-hallelujah', 'Gloria Hallelujah'],
  ],
  stencil: [
    ['saira-stencil-one', 'Saira Stencil One'],
    ['wallpoet', 'Wallpoet'],
  ],
  typewriter: [
    ['special-elite', 'Special Elite', '400Regular', 'Apache-2.0'],
    ['cutive-mono', 'Cutive Mono'],
    ['courier-prime-bold', 'Courier Prime', '700Bold'],
  ],
  pixel: [
    ['press-start-2p', 'Press Start 2P'],
    ['silkscreen-bold', 'Silkscreen', '700Bold'],
    ['vt323', 'VT323'],
    ['pixelify-sans-bold', 'Pixelify Sans', '700Bold'],
  ],
  'inline and shadowed': [
    ['monoton', 'Monoton'],
    ['bungee-shade', 'Bungee Shade'],
    ['londrina-shadow', 'Londrina Shadow'],
    ['cabin-sketch-bold', 'Cabin Sketch', '700Bold'],
    ['fredericka-the-great', 'Fredericka the Great'],
  ],
  ornaments: [
    ['noto-sans-symbols-2', 'Noto Sans Symbols 2'],
    ['noto-emoji-bold', 'Noto Emoji', '700Bold'],
  ],
  'other scripts': [['secular-one', 'Secular One']],
};

const variable = (id: string, name: string, file: string): CatalogueFace => ({
  id,
  name,
  group: 'variable',
  package: `@fontsource-variable/${id}`,
  file: `files/${file}.woff2`,
  licenceFile: 'LICENSE',
  licence: 'OFL-1.1',
});

function shipped(
  group: FaceGroup,
  [id, name, weight = '400Regular', licence = 'OFL-1.1']: Row,
): CatalogueFace {
  const family = name.replace(/ (Bold|Black)$/, (suffix) => (weight.endsWith(suffix.trim()) ? '' : suffix));
  const file = family.replace(/[^A-Za-z0-9]/g, '');
  return {
    id,
    name,
    group,
    package: `@expo-google-fonts/${family.toLowerCase().replace(/ /g, '-')}`,
    file: `${weight}/${file}_${weight}.ttf`,
    licenceFile: 'LICENSE_FONT',
    licence,
  };
}

/** The typefaces that ship with the application, each under an open licence that allows goods for sale. */
export const CATALOGUE: readonly CatalogueFace[] = [
  ...FACE_GROUPS.flatMap((group) => (FACES[group] ?? []).map((row) => shipped(group, row))),
  variable('fraunces', 'Fraunces', 'fraunces-latin-full-normal'),
  variable('roboto-flex', 'Roboto Flex', 'roboto-flex-latin-full-normal'),
  variable('anybody', 'Anybody', 'anybody-latin-standard-normal'),
  variable('shantell-sans', 'Shantell Sans', 'shantell-sans-latin-full-normal'),
];

const byId = new Map(CATALOGUE.map((f) => [f.id, f]));
export const catalogueFace = (id: string): CatalogueFace | undefined => byId.get(id);
