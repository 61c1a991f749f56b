/** Lettering: typefaces, shaping with HarfBuzz, and the setting of lines into a block. */
export * from './typeface';
export * from './catalogue';
export * from './block';
