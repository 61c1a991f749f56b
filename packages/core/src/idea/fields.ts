import type { NamedColour } from '../design';
import { choice, colour, list, nullable, readDocument, record, text, type FieldsOf } from '../fields';
import {
  IDEA_FORMAT,
  IDEA_STATES,
  IDEA_VERSION,
  PIECES,
  type Idea,
  type IdeaReference,
  type Piece,
} from './types';

type Body = Omit<Idea, 'format' | 'version'>;

const IDEA_FIELDS: FieldsOf<Body> = {
  phrase: text({ max: 300, fallback: '' }),
  note: text({ max: 20_000, fallback: '' }),
  ...{ niche: nullable(text({ max: 80 })), season: nullable(text({ max: 80 })) },
  garment: nullable(text({ max: 80 })),
  state: choice(IDEA_STATES, 'noted'),
  references: list(
    record<IdeaReference>({
      sha256: text({
        max: 64,
        pattern: /^[0-9a-f]{64}$/,
        says: 'must be 64 hexadecimal digits',
        examples: ['0'.repeat(64)],
      }),
      ...{ name: text({ max: 300 }), from: text({ max: 600, fallback: '' }) },
    }),
    { most: 30, optional: true },
  ),
  pieces: list(record<Piece>({ kind: choice(PIECES), words: text({ max: 300, fallback: '' }) }), {
    most: 20,
    optional: true,
  }),
  palette: list(record<NamedColour>({ name: text({ max: 120 }), value: colour() }), {
    most: 24,
    optional: true,
  }),
  design: nullable(text({ max: 80 })),
};

export const IDEA_FIELD = record<Body>(IDEA_FIELDS);

/** Reads a parsed idea. Throws a DocumentError that lists each fault by its field. */
export const readIdea = (document: unknown): Idea =>
  readDocument(document, { format: IDEA_FORMAT, version: IDEA_VERSION, body: IDEA_FIELD });

export const newIdea = (given: Partial<Body> = {}): Idea => ({
  ...{ format: IDEA_FORMAT, version: IDEA_VERSION, phrase: '', note: '', niche: null, season: null },
  ...{ garment: null, state: 'noted', references: [], pieces: [], palette: [], design: null },
  ...given,
});
