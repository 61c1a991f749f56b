/** The words of listings: templates with places, their grammar, how long they are, tags, and words that are found in them. */
export * from './types';
export { WORDING_FIELD } from './fields';
export * from './template';
export * from './counting';
export * from './tags';
export * from './find-words';
export * from './occasion';
export * from './overrides';
