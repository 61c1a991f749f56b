/** The language in which a document's format is written down once: its reader, schema and walks follow from it. */
export * from './checked';
export * from './field';
export { readField } from './read';
export { readAlone, readDocument } from './document';
export { schemaOf, type JsonSchema } from './schema';
export { mapField, visitField, type Visit } from './walk';
