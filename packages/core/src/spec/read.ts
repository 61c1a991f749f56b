import { FILE_FORMATS } from '../design';
import { Checked } from '../fields';
import { readSide } from './read-side';
import { COUNTINGS } from '../wording';
import {
  LISTING_FIELDS,
  PICTURE_SHAPES,
  PRODUCT_KINDS,
  SPEC_VERSION,
  type FeeTable,
  type ListingRules,
  type PictureRules,
  type ProductKind,
  type Spec,
  type StickerRules,
} from './types';

function sticker(s: Checked): StickerRules {
  s.object(['cut', 'borderMm', 'radiusMm', 'gapMm', 'mostPaths', 'mostPoints']);
  const mm = (key: string) => s.at(key).number({ min: 0, max: 100 });
  const most = (key: 'mostPaths' | 'mostPoints', max: number) =>
    s.at(key).missing ? {} : { [key]: s.at(key).number({ min: 1, max, whole: true }) };
  return {
    cut: s.at('cut').oneOf(['kiss', 'die'] as const),
    borderMm: mm('borderMm'),
    radiusMm: mm('radiusMm'),
    gapMm: mm('gapMm'),
    ...most('mostPaths', 1000),
    ...most('mostPoints', 1_000_000),
  };
}

function pictures(p: Checked): PictureRules {
  p.object(['shapes', 'leastPx', 'mostBytes', 'most']);
  const shapes = p.at('shapes').list((s) => s.oneOf(PICTURE_SHAPES), { max: PICTURE_SHAPES.length });
  if (Array.isArray(p.at('shapes').value) && shapes.length === 0)
    p.at('shapes').fault('must have at least one shape');
  return {
    shapes,
    leastPx: p.at('leastPx').number({ min: 1, max: 10_000, whole: true }),
    mostBytes: p.at('mostBytes').number({ min: 20_000, max: 2e9, whole: true }),
    ...(p.at('most').missing ? {} : { most: p.at('most').number({ min: 1, max: 40, whole: true }) }),
  };
}

const money = (at: Checked) => at.number({ min: 0, max: 100_000_000, whole: true });

function fees(f: Checked): FeeTable {
  f.object(['currency', 'listing', 'share', 'least', 'payment', 'paymentEach']);
  const share = (key: 'share' | 'payment') => f.at(key).number({ min: 0, max: 0.9, fallback: 0 });
  const sum = (key: 'listing' | 'least' | 'paymentEach') => (f.at(key).missing ? 0 : money(f.at(key)));
  const table = {
    currency: f.at('currency').string({ max: 3 }),
    ...{ listing: sum('listing'), share: share('share'), least: sum('least') },
    ...{ payment: share('payment'), paymentEach: sum('paymentEach') },
  };
  if (table.currency && !/^[A-Z]{3}$/.test(table.currency))
    f.at('currency').fault('must be a currency of ISO 4217, e.g. EUR');
  if (table.share + table.payment > 0.9) f.fault('share and payment must leave something of a price');
  return table;
}

function listing(l: Checked): ListingRules {
  l.object([
    ...['counting', 'required', 'titleLeast', 'titleMax', 'descriptionMax', 'tags', 'bullets', 'forbidden'],
    ...['forbiddenCharacters', 'pictures', 'prices', 'fees', 'word'],
  ]);
  const length = (at: Checked) => at.number({ min: 1, max: 100_000, whole: true });
  const given = <K extends keyof ListingRules>(key: K, read: (at: Checked) => ListingRules[K]) =>
    l.at(key).missing ? {} : { [key]: read(l.at(key)) };
  if (
    l.at('tags').missing &&
    Array.isArray(l.at('required').value) &&
    (l.at('required').value as unknown[]).includes('tags')
  )
    l.at('required').fault('tags are asked for, and their limits are missing');
  const bounds = (key: 'tags' | 'bullets') =>
    given(key, (at) => {
      const more = key === 'tags' ? (['least', 'total'] as const) : [];
      at.object(['most', 'each', ...more]);
      const further = more.flatMap((k) => (at.at(k).missing ? [] : [[k, length(at.at(k))] as const]));
      return { most: length(at.at('most')), each: length(at.at('each')), ...Object.fromEntries(further) };
    });
  return {
    ...given('counting', (at) => at.oneOf(COUNTINGS)),
    ...given('required', (at) => at.list((f) => f.oneOf(LISTING_FIELDS), { max: LISTING_FIELDS.length })),
    ...given('titleLeast', length),
    ...given('titleMax', length),
    ...given('descriptionMax', length),
    ...bounds('tags'),
    ...bounds('bullets'),
    ...given('forbidden', (at) => at.list((w) => w.string({ max: 120 }), { max: 1000 })),
    ...given('forbiddenCharacters', (at) => at.string({ max: 200 })),
    ...given('pictures', pictures),
    ...given('prices', (at) => {
      at.object(['least', 'most']);
      const prices = { least: money(at.at('least')), most: money(at.at('most')) };
      if (prices.most < prices.least) at.at('most').fault('must not be less than the least');
      return prices;
    }),
    ...given('fees', fees),
    ...given('word', (at) => at.string({ max: 80 })),
  };
}

/** A product's kind from the words of its blank, for specs that do not say it. */
function kindOf(blank: string): ProductKind {
  const words = blank.toLowerCase();
  const found = PRODUCT_KINDS.find((k) => words.includes(k));
  if (found) return found;
  if (/\btee\b|t-shirt|sleeve/.test(words)) return 'shirt';
  if (/tote/.test(words)) return 'bag';
  return /vinyl/.test(words) ? 'sticker' : 'other';
}

const isDate = (text: string): boolean =>
  /^\d{4}-\d{2}-\d{2}$/.test(text) && new Date(`${text}T00:00:00Z`).toJSON()?.slice(0, 10) === text;

/** Reads one spec of a document; notes each fault by its field. */
export function specOf(d: Checked): Spec {
  d.object([
    '$schema',
    'format',
    'version',
    'id',
    'marketplace',
    'product',
    'blank',
    'kind',
    'sides',
    'formats',
    'background',
    'maxBytes',
    'colourSpace',
    'naming',
    'leastDpi',
    'thinnestLineMm',
    'thinnestGapMm',
    'sticker',
    'garments',
    'grounds',
    'perColour',
    'listing',
    'sources',
    'checked',
  ]);
  const version = d.at('version');
  if (version.value !== 1 && version.value !== SPEC_VERSION)
    version.fault(`this Brelm reads versions 1 and ${SPEC_VERSION}`);
  const blank = d.at('blank').string({ max: 120 });
  const named = (key: 'marketplace' | 'product') => {
    const text = d.at(key).string({ max: 120 });
    if (!d.at(key).missing && text.trim() === '') d.at(key).fault('must not be empty');
    return text;
  };
  const mm = (key: 'thinnestLineMm' | 'thinnestGapMm') =>
    d.at(key).missing ? {} : { [key]: d.at(key).number({ min: 0.01, max: 20 }) };
  const spec: Spec = {
    format: d.at('format').oneOf(['brelm-spec']),
    version: SPEC_VERSION,
    id: d.at('id').id(),
    marketplace: named('marketplace'),
    product: named('product'),
    blank,
    kind: d.at('kind').oneOf(PRODUCT_KINDS, kindOf(blank)),
    sides: d.at('sides').list(readSide, { max: 20 }),
    formats: d.at('formats').list((f) => f.oneOf(FILE_FORMATS), { max: 10 }),
    background: d.at('background').oneOf(['transparent', 'opaque', 'either']),
    maxBytes: d.at('maxBytes').number({ min: 1000, max: 2e9, whole: true }),
    colourSpace: d.at('colourSpace').oneOf(['srgb'], 'srgb'),
    ...(d.at('naming').missing ? {} : { naming: d.at('naming').string({ max: 300 }) }),
    leastDpi: d.at('leastDpi').number({ min: 1, max: 2400 }),
    ...mm('thinnestLineMm'),
    ...mm('thinnestGapMm'),
    ...(d.at('sticker').missing ? {} : { sticker: sticker(d.at('sticker')) }),
    ...(d.at('garments').missing ? {} : { garments: d.at('garments').list((g) => g.id(), { max: 400 }) }),
    ...(d.at('grounds').missing ? {} : { grounds: d.at('grounds').list((g) => g.id(), { max: 400 }) }),
    perColour: d.at('perColour').boolean(true),
    ...(d.at('listing').missing ? {} : { listing: listing(d.at('listing')) }),
    sources: d.at('sources').list((s) => s.string({ max: 1000 }), { max: 50, optional: true }),
    checked: d.at('checked').string({ max: 20 }),
  };
  if (Array.isArray(d.at('sides').value) && spec.sides.length === 0)
    d.at('sides').fault('must have at least one side');
  if (Array.isArray(d.at('formats').value) && spec.formats.length === 0)
    d.at('formats').fault('must have at least one file format');
  if (spec.checked && !isDate(spec.checked)) d.at('checked').fault('must be a date written as YYYY-MM-DD');
  if (spec.background === 'transparent' && spec.formats.length > 0 && spec.formats.every((f) => f === 'jpeg'))
    d.at('formats').fault('JPEG alone cannot be transparent');
  const seen = new Set<string>();
  spec.sides.forEach(({ id }, i) => {
    if (id && seen.has(id)) d.at('sides').at(i).at('id').fault(`"${id}" is used twice`);
    seen.add(id);
  });
  return spec;
}

/** Reads a parsed spec. Throws a DocumentError that lists each fault by its field. */
export const readSpec = (document: unknown): Spec => Checked.read(document, specOf);
