import { choice, given, id, list, number, record, table, text } from '../fields';
import {
  NO_WORDING,
  PRICE_ENDINGS,
  USUAL_PRICING,
  type ListingOverride,
  type OwnPlace,
  type Pricing,
  type WordBlock,
  type Wording,
  type WordTag,
} from './types';

/** Tags that are kept, of a wording or of one listing. */
const MOST_TAGS = 500;
const TITLE = 2000;
const TEXT = 20_000;

const only = () => list(text({ max: 40 }), { most: 40, optional: true });
const tag = () => text({ max: 300 });

/** The wording of a design, as its document has it. */
export const WORDING_FIELD = record<Wording>(
  {
    title: text({ max: TITLE, fallback: '' }),
    blocks: list(
      record<WordBlock>({
        id: id(),
        kind: choice(['paragraph', 'point'], 'paragraph'),
        text: text({ max: TEXT }),
        only: only(),
      }),
      {
        most: 60,
        optional: true,
      },
    ),
    tags: list(record<WordTag>({ text: tag(), only: only() }), { most: MOST_TAGS, optional: true }),
    places: list(
      record<OwnPlace>({
        name: text({
          max: 40,
          pattern: /^\p{L}[\p{L}\p{N} -]*$/u,
          says: 'must be letters, digits, spaces and hyphens, a letter first',
          examples: ['occasion'],
        }),
        value: text({ max: 400, fallback: '' }),
      }),
      { most: 60, optional: true },
    ),
    pricing: record<Pricing>(
      {
        margin: number({ min: 0, max: 0.9, fallback: USUAL_PRICING.margin }),
        ending: choice(PRICE_ENDINGS, USUAL_PRICING.ending),
      },
      { whenMissing: USUAL_PRICING },
    ),
    overrides: table(
      record<ListingOverride>({
        title: given(text({ max: TITLE })),
        description: given(text({ max: 60_000 })),
        tags: given(list(tag(), { most: MOST_TAGS })),
        word: given(text({ max: 80 })),
        price: given(number({ min: 0, max: 100_000_000, whole: true })),
      }),
    ),
  },
  { name: 'wording', whenMissing: NO_WORDING },
);
