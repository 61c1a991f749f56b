import { schemaOf, type JsonSchema } from '../fields';
import { DESIGN_FIELDS } from './fields';
import { DESIGN_FORMAT, DESIGN_VERSION } from './types';

/** The design format as JSON Schema; `docs/design.schema.json` is this, written by `npm run schema`. */
export const designSchema = (): JsonSchema =>
  schemaOf(`Brelm design, version ${DESIGN_VERSION}`, DESIGN_FIELDS, {
    $schema: { type: 'string' },
    format: { const: DESIGN_FORMAT },
    version: { const: DESIGN_VERSION },
  });
