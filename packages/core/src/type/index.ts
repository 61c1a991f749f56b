/** Lettering: typefaces, shaping with HarfBuzz, and the setting of lines into a block. */
export * from './typeface';
export * from './font-file';
export * from './catalogue';
export * from './settings';
export { FLAT_NET } from './envelope';
export { longestStretch } from './track';
export * from './block';
export * from './alternates';
export * from './own-face';
