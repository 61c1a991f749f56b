/** Phrases for artwork, made of patterns and lists of words, judged by how they sound and by what the shop has. */
export * from './types';
export { NICHES } from './niches';
export { PATTERNS } from './patterns';
export { KNOWN_WORDS, makePhrases, phraseKey, spelledBy, type PhraseWish, type PhraseWorld } from './make';
export { pronouncing } from './sounds';
export { isTasteful } from './taste';
