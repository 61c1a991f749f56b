import {
  choice,
  colour,
  flag,
  given,
  id,
  list,
  nullable,
  number,
  record,
  SHA256,
  share,
  table,
  text,
  tuple,
  type Checked,
  type FieldsOf,
  type Rule,
} from '../fields';
import { BLENDS } from '../drawing';
import { crossed } from '../geometry';
import { CUT_LINE_FIELD } from '../cutline';
import { FILM_CUT_FIELD, FILM_FIELD } from '../film';
import { DRESSING, licenceField, PART_FIELD, RELATIONS, WEAR_LIST } from '../parts';
import { OWN_FACE } from '../type';
import { WORDING_FIELD } from '../wording';
import { bundlesAround } from './stack';
import {
  FILE_FORMATS,
  JOININGS,
  NO_AIDS,
  USUAL_LIGHT,
  type Acceptance,
  type Aids,
  type Board,
  type Bundle,
  type Colourway,
  type DesignDocument,
  type Ink,
  type Material,
  type OwnTypeface,
  type PartOverride,
  type PlacedAt,
  type Placement,
  type Reference,
  type Side,
  type UnderBoard,
} from './types';

/** How far off a print area a board may lie, inches, and how much it may be scaled. */
export const FARTHEST_IN = 400;
export const LEAST_SCALE = 0.01;
export const MOST_SCALE = 100;

/** Sides that a design may have. */
export const MOST_SIDES = 12;

/** Faults of a list in which an id stands twice. */
const idsOnce = (c: Checked, items: readonly { id: string }[], seen = new Set<string>()) => {
  items.forEach((item, i) => {
    if (item.id && seen.has(item.id)) c.at(i).at('id').fault(`"${item.id}" is used twice`);
    seen.add(item.id);
  });
};

const boardField = record<Board>({
  spec: id(),
  side: id(),
  width: number({ min: 16, max: 20_000, whole: true }),
  height: number({ min: 16, max: 20_000, whole: true }),
  dpi: number({ min: 30, max: 2400 }),
});

export const inkField = record<Ink>(
  { id: id(), name: text({ max: 120 }), value: colour(), film: given(FILM_FIELD) },
  { name: 'ink' },
);

const overrideField = record<PartOverride>({
  hidden: given(flag()),
  keylines: given(DRESSING.keylines),
  shade: given(DRESSING.shade),
  window: given(RELATIONS.window),
  knockOut: given(RELATIONS.knockOut),
  unprinted: given(RELATIONS.unprinted),
});

const colourwayField = record<Colourway>(
  {
    id: id(),
    name: text({ max: 120 }),
    inks: table(colour(), 'ink'),
    garments: list(id(), { optional: true }),
    parts: given(table(overrideField), { empty: false }),
  },
  { name: 'colourway' },
);

const pixels = number({ min: 1, max: 60_000, whole: true });
const materialField = record<Material>(
  {
    id: id(),
    name: text({ max: 300 }),
    file: given(
      text({
        max: 400,
        pattern: /^(?![/\\]|[A-Za-z]+:)(?!(.*[/\\])?\.\.([/\\]|$))/,
        says: 'must be a path inside the folder of the design file',
        examples: ['pictures/moon.png', 'owl.webp'],
      }),
    ),
    sha256: given(text(SHA256)),
    width: pixels,
    height: pixels,
    licence: licenceField,
  },
  {
    name: 'material',
    rule: ({ file, sha256 }, at) => {
      if (file === undefined && sha256 === undefined)
        at.fault('needs "file", the path of the picture beside the design');
    },
    also: { anyOf: [{ required: ['file'] }, { required: ['sha256'] }] },
  },
);

const typefaceField = record<OwnTypeface>({
  id: text({
    max: 80,
    pattern: OWN_FACE,
    says: 'must be a typeface that was brought in',
    examples: [`own-${'0'.repeat(64)}-0`],
  }),
  name: text({ max: 200, fallback: '' }),
  licence: licenceField,
});

const bundleField = record<Bundle>({
  id: id(),
  name: text({ max: 120, fallback: '' }),
  bundle: nullable(id()),
  joined: nullable(choice(JOININGS)),
  blend: given(choice(BLENDS)),
});

const corner = tuple<[number, number]>([share(0), share(0)]);

const underField = record<UnderBoard>(
  {
    corners: list(corner, { most: 4, least: { n: 4, says: 'needs four corners' } }),
    x: number({ min: -20_000, max: 40_000 }),
    y: number({ min: -20_000, max: 40_000 }),
    width: number({ min: 1, max: 60_000 }),
    strength: share(0.5),
    lines: flag(true),
    shown: flag(true),
  },
  {
    rule: ({ corners }, at) => {
      if (corners.length === 4 && crossed(corners))
        at.at('corners').fault('cross, or lie in one line: go round the paper clockwise from its top left');
    },
  },
);

const aidsField = record<Aids>(
  {
    guides: list(
      record<Aids['guides'][number]>({ axis: choice(['x', 'y']), at: number({ min: -20_000, max: 40_000 }) }),
      { most: 200, optional: true },
    ),
    margin: number({ min: 0, max: 10_000, fallback: 0 }),
    grid: nullable(number({ min: 2, max: 10_000 })),
    unit: choice(['px', 'in', 'mm'], 'px'),
    reference: nullable(
      record<Reference>({
        sha256: text(SHA256),
        name: text({ max: 300, fallback: '' }),
        under: given(underField),
        licence: given(licenceField),
      }),
    ),
  },
  { whenMissing: NO_AIDS },
);

const acceptanceField = record<Acceptance>({
  check: id(),
  part: nullable(id()),
  garment: nullable(id()),
  side: given(id()),
  reason: text({ max: 500 }),
});

const inches = number({ min: -FARTHEST_IN, max: FARTHEST_IN });
const placedAt: FieldsOf<PlacedAt> = {
  x: inches,
  y: inches,
  scale: number({ min: LEAST_SCALE, max: MOST_SCALE }),
  turn: number({ min: -360, max: 360, fallback: 0 }),
};
const placementField = record<Placement>({
  spec: id(),
  side: id(),
  ...placedAt,
  mirror: flag(),
  narrow: flag(),
  ground: nullable(colour()),
  format: nullable(choice(FILE_FORMATS)),
  outlines: given(flag()),
  colourway: nullable(id()),
  colourways: table(nullable(id())),
  apart: table(record<PlacedAt>(placedAt)),
  artwork: given(id()),
});

const sideField = record<Side>(
  {
    id: id(),
    name: text({ max: 120, fallback: '' }),
    board: boardField,
    parts: list(PART_FIELD),
    bundles: list(bundleField, { optional: true }),
    wear: WEAR_LIST,
    cutLine: nullable(CUT_LINE_FIELD),
    aids: aidsField,
  },
  {
    name: 'side',
    rule: ({ parts, bundles }, at) => {
      const own = new Set(bundles.map((b) => b.id));
      parts.forEach(({ bundle }, i) => {
        if (bundle && !own.has(bundle))
          at.at('parts').at(i).at('bundle').fault(`"${bundle}" is a bundle of another side`);
      });
      bundles.forEach(({ id, bundle }, i) => {
        if (bundle === null) return;
        const field = at.at('bundles').at(i).at('bundle');
        if (!own.has(bundle)) field.fault(`there is no bundle "${bundle}" on its side`);
        else if (bundlesAround(bundles, bundle).includes(id)) field.fault(`"${id}" would lie within itself`);
      });
    },
  },
);

type Body = Omit<DesignDocument, 'format' | 'version'>;

/** Ids stand once in their lists, those of parts and bundles once in a design; a side of a product is placed once. */
const once: Rule<Body> = (design, at) => {
  for (const key of ['inks', 'materials', 'typefaces', 'colourways', 'sides'] as const)
    idsOnce(at.at(key), design[key]);
  const [parts, bundles] = [new Set<string>(), new Set<string>()];
  design.sides.forEach((side, i) => {
    idsOnce(at.at('sides').at(i).at('parts'), side.parts, parts);
    idsOnce(at.at('sides').at(i).at('bundles'), side.bundles, bundles);
  });
  const seen = new Set<string>();
  design.placements.forEach(({ spec, side }, i) => {
    const key = `${spec} ${side}`;
    if (seen.has(key)) at.at('placements').at(i).at('side').fault(`"${side}" of ${spec} is placed twice`);
    seen.add(key);
  });
};

/** The fields of a design's document but for its format and version. */
export const DESIGN_FIELDS: FieldsOf<Body> = {
  name: text({ max: 300 }),
  backdrop: id(),
  garments: list(id(), { most: 400, optional: true }),
  inks: list(inkField),
  colourways: list(colourwayField, { optional: true }),
  materials: list(materialField, { optional: true }),
  typefaces: list(typefaceField, { most: 200, optional: true }),
  light: number({ min: -360, max: 360, fallback: USUAL_LIGHT }),
  films: FILM_CUT_FIELD,
  sides: list(sideField, { most: MOST_SIDES, least: { n: 1, says: 'must have at least one' } }),
  accepted: list(acceptanceField, { most: 1000, optional: true }),
  placements: list(placementField, { most: 2000, optional: true }),
  wording: WORDING_FIELD,
};
export const DESIGN_FIELD = record<Body>(DESIGN_FIELDS, { rule: once });
/** What a colourway says otherwise of a part. */
export const OVERRIDE_FIELD = overrideField;
